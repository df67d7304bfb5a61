import { defineConfig } from '@playwright/test'
import { LAUNCH } from './e2e/chromium'

export default defineConfig({
  testDir: 'e2e',
  workers: 2,
  fullyParallel: true,
  timeout: 45_000,
  expect: { timeout: 7_000 },
  reporter: process.env.CI ? [['list']] : [['line']],
  use: { actionTimeout: 6_000, navigationTimeout: 15_000, viewport: { width: 1280, height: 800 }, launchOptions: LAUNCH, trace: 'off' }
})
