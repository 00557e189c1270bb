import { defineConfig } from '@playwright/test';
import { existsSync } from 'node:fs';
import './support/clock.js';
import { PATIENCE } from './support/patience.js';

const executablePath = process.env.SAPLING_CHROMIUM ?? '/usr/bin/chromium';
if (!existsSync(executablePath)) throw new Error('Chromium is missing: npm test installs it, or name it with SAPLING_CHROMIUM.');

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  globalSetup: './support/prepare.ts',
  outputDir: '../test-results',
  timeout: 180_000 * PATIENCE,
  expect: { timeout: 25_000 * PATIENCE },
  workers: 2,
  // a busy machine may miss a wait once; npm test says how many needed a second try
  retries: process.env.CI ? 1 : 0,
  fullyParallel: true,
  forbidOnly: true,
  projects: [
    { name: 'one' },
    // the same paths with a school of two processes on one PostgreSQL behind nginx: others by hand, with --project=several and their names
    { name: 'several', testMatch: process.env.SAPLING_SEVERAL ? '*.spec.ts' : ['check.spec.ts'], use: { several: true } as object },
  ],
  reporter: process.env.SAPLING_REPORT ? [['line'], ['json', { outputFile: process.env.SAPLING_REPORT }]] : [['list']],
  use: {
    browserName: 'chromium',
    actionTimeout: 40_000 * PATIENCE,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    screenshot: 'only-on-failure',
  },
});
