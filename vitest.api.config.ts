import { defineConfig } from 'vitest/config'

/** Tests of the built server over HTTP; `scripts/test.mjs` builds it and makes the demo business they copy. */
export default defineConfig({
  test: {
    include: ['tests/api/*.test.ts'],
    testTimeout: 120_000,
    hookTimeout: 120_000,
    maxWorkers: 2,
  },
})
