import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const root = fileURLToPath(new URL('.', import.meta.url))
export default defineConfig({
  resolve: { alias: { '~~': root } },
  test: {
    include: ['{core,server,shared,app}/**/*.test.ts', 'tests/*.test.ts'],
    testTimeout: 60_000,
    hookTimeout: 120_000,
  },
})
