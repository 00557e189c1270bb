import { defineConfig } from 'vitest/config';

const timeouts = { testTimeout: 60_000, hookTimeout: 120_000 };

export default defineConfig({
  test: {
    // one less than there are cores, as is usual, would leave one of two idle
    maxWorkers: 2,
    projects: [
      {
        // pure code keeps nothing between tests: a worker reads the lexicon and the modules once for all its files
        test: {
          name: 'pure',
          include: ['{core,contract,data}/test/**/*.test.ts', 'web/test/*.test.ts'],
          pool: 'threads',
          isolate: false,
          ...timeouts,
        },
      },
      {
        // hooks, each file on a page of its own
        test: {
          name: 'page',
          include: ['web/test/page/*.test.{ts,tsx}'],
          setupFiles: ['web/test/page/support/own-page.ts'],
          environment: 'happy-dom',
          pool: 'threads',
          ...timeouts,
        },
      },
      {
        test: {
          name: 'server',
          include: ['server/test/**/*.test.ts'],
          pool: 'forks',
          isolate: false,
          globalSetup: ['server/test/migrated.ts'],
          ...timeouts,
        },
      },
    ],
  },
});
