import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    include: ['src/**/*.test.ts', 'cli/**/*.test.ts', 'demo/**/*.test.ts'],
    environment: 'node',
    // A busy machine must not fail a test; what hangs is still found.
    testTimeout: 300_000,
  },
});
