/** Waiting until a page has loaded what it loads; its line for news stays open and does not count. */
import type { Page } from '@playwright/test'

const STILL_MS = 600

export async function quiet(page: Page): Promise<void> {
  await page.waitForLoadState('load')
  await page.waitForFunction((stillMs) => {
    const seen = globalThis as { loaded?: number; since?: number }
    const now = performance.getEntriesByType('resource').length
    if (now !== seen.loaded) {
      seen.loaded = now
      seen.since = performance.now()
    }
    return performance.now() - seen.since! > stillMs
  }, STILL_MS)
}
