import { defineConfig } from 'vitest/config'

/** Tests of the built server that time it: nothing else runs beside them. */
export default defineConfig({
  test: { include: ['tests/api/alone/*.test.ts'], testTimeout: 120_000, hookTimeout: 120_000, maxWorkers: 1 },
})
