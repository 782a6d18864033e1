import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const at = (path: string): string => fileURLToPath(new URL(path, import.meta.url));

/** The unit tests with mutants in what they test: each file by itself, so that it is known which ones it comes by. */
export default defineConfig({
  root: at('../..'),
  resolve: { alias: { '@': at('../../src') } },
  test: {
    include: ['src/**/*.test.{ts,tsx}', 'demo/**/*.test.ts', 'cli/**/*.test.ts'],
    // These look at the program's own text.
    exclude: ['src/texts.test.ts'],
    setupFiles: [at('./setup.ts')],
    testTimeout: 300_000,
    maxWorkers: '100%',
  },
});
