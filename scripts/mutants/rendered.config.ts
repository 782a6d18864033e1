import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const at = (path: string): string => fileURLToPath(new URL(path, import.meta.url));

/** The tests of the application without a browser, with mutants in what they test. */
export default defineConfig({
  root: at('../..'),
  resolve: { alias: { '@': at('../../src') } },
  test: {
    include: ['tests/rendered/*.test.ts'],
    globalSetup: at('../../tests/rendered/harness/setUp.ts'),
    setupFiles: [at('./setup.ts')],
    env: { TZ: 'Etc/UTC' },
    testTimeout: 300_000,
    maxWorkers: '100%',
  },
});
