import { defineConfig } from '@playwright/test'
import { LAUNCH } from './e2e/chromium'

export default defineConfig({
  testDir: 'e2e',
  workers: 2,
  fullyParallel: true,
  timeout: 240_000,
  expect: { timeout: 30_000 },
  // A second try on a busy machine; a test that needs it is reported as flaky.
  retries: process.env.CI ? 1 : 0,
  reporter: process.env.CI ? [['list']] : [['line']],
  // Menus stand where they are at once: a click on one that still unfolds may land beside what was
  // meant.
  use: {
    contextOptions: { reducedMotion: 'reduce' },
    actionTimeout: 30_000,
    navigationTimeout: 60_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: LAUNCH,
    trace: 'off'
  }
})
