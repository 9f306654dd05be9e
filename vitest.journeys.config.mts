import { defineConfig } from 'vitest/config'
import { fileURLToPath } from 'node:url'

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    include: ['tests/journeys/**/*.test.ts'],
    environment: 'node',
    testTimeout: 480_000,
    hookTimeout: 60_000,
    // Two browsers beside each other: a journey waits more than it works.
    fileParallelism: true,
    maxWorkers: 2,
  },
})
