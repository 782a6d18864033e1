import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

/** The tests of the built application in Chromium: `npm run build` first. */
export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    include: ['tests/e2e/*.e2e.ts'],
    globalSetup: 'tests/e2e/harness/wholeRun.ts',
    // A worker keeps its page from file to file.
    isolate: false,
    pool: 'forks',
    maxWorkers: 2,
    testTimeout: 300_000,
    hookTimeout: 120_000,
    reporters: ['verbose'],
  },
});
