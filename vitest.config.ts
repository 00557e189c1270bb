import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: { include: ['{core,contract,data,server,web}/test/**/*.test.ts'], testTimeout: 60_000, hookTimeout: 120_000 },
});
