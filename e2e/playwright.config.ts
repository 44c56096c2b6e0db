import { defineConfig } from '@playwright/test'
import { findBrowser } from '../scripts/lib/system.mjs'

const report = process.env.NOVALEX_E2E_REPORT

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  globalSetup: './globalSetup.ts',
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  timeout: 120_000,
  expect: { timeout: 30_000 },
  reporter: report ? [['list'], ['json', { outputFile: report }]] : 'list',
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'America/New_York',
    contextOptions: { reducedMotion: 'reduce' },
    trace: process.env.NOVALEX_TRACE ? 'retain-on-failure' : 'off',
    launchOptions: {
      executablePath: findBrowser(),
      args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    },
  },
})
