import { defineConfig } from 'vitest/config'
import { fileURLToPath } from 'node:url'

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    include: ['src/**/*.test.ts', 'tests/**/*.test.ts'],
    exclude: ['tests/journeys/**', 'node_modules/**'],
    setupFiles: ['tests/support/seeded.ts'],
    environment: 'node',
    // One module graph a worker: most of a file's time was loading it anew. No test leaves anything in a module.
    isolate: false,
    maxWorkers: 2,
    testTimeout: 30_000,
    hookTimeout: 60_000,
  },
})
