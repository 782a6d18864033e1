import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

/** What keeps something from test to test, as a page does: each file has modules of its own. */
const KEEPS = ['src/{store,actions,offline,server}/**/*.test.ts'];

const shared = {
  environment: 'node',
  // A busy machine must not fail a test; what hangs is still found.
  testTimeout: 300_000,
} as const;

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    // All cores: nothing else runs beside the unit tests.
    maxWorkers: '100%',
    projects: [
      {
        extends: true,
        test: {
          ...shared,
          name: 'pure',
          include: ['{src,cli,demo}/**/*.test.ts'],
          exclude: KEEPS,
          isolate: false,
        },
      },
      {
        extends: true,
        test: {
          ...shared,
          name: 'rendered',
          include: ['tests/rendered/*.test.ts'],
          globalSetup: 'tests/rendered/harness/setUp.ts',
          // A worker keeps the application's scripts from file to file.
          isolate: false,
          env: { TZ: 'Etc/UTC' },
        },
      },
      {
        extends: true,
        test: {
          ...shared,
          name: 'keeping',
          include: KEEPS,
        },
      },
    ],
  },
});
