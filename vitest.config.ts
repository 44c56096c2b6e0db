import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['{core,contract,server,web}/src/**/*.test.ts', 'scripts/**/*.test.ts', 'docs/**/*.test.ts'],
    globalSetup: ['scripts/lib/testDatabase.ts'],
    testTimeout: 60_000,
    hookTimeout: 120_000,
  },
})
