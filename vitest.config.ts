import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const root = fileURLToPath(new URL('.', import.meta.url))
export default defineConfig({
  resolve: { alias: { '~~': root } },
  test: {
    include: ['core/**/*.test.ts', 'server/**/*.test.ts', 'shared/**/*.test.ts', 'app/**/*.test.ts'],
    testTimeout: 60_000,
    hookTimeout: 120_000,
  },
})
