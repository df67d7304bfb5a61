import { chromium } from '@playwright/test'
import { startServer } from '../e2e/server'
import { LAUNCH } from '../e2e/chromium'
const server = await startServer()
const browser = await chromium.launch(LAUNCH)
for (const [name, w, h] of [['wide', 1280, 800], ['phone', 390, 844]] as const) {
  const page = await browser.newPage({ viewport: { width: w, height: h } })
  page.on('console', (m) => m.type() === 'error' && console.log(m.text()))
  await page.goto(`${server.url}/shoots/demo-tent/light`)
  await page.waitForSelector('[data-evenness]', { timeout: 15000 })
  await page.waitForTimeout(800)
  await page.screenshot({ path: `/tmp/w-light-${name}.png` })
  const ev = page.locator('[data-evenness]')
  await ev.scrollIntoViewIfNeeded(); await page.waitForTimeout(300)
  await page.screenshot({ path: `/tmp/w-even-${name}.png` })
  await page.goto(`${server.url}/shoots/demo-beetle/light`)
  await page.waitForTimeout(1500)
  await page.locator('[data-cell="A-subject"]').click()
  await page.waitForTimeout(600)
  await page.locator('.terms').first().scrollIntoViewIfNeeded()
  await page.screenshot({ path: `/tmp/w-terms-${name}.png` })
  await page.goto(`${server.url}/kit`)
  await page.waitForTimeout(800)
  await page.getByRole('button', { name: /Snoot, 22/ }).first().click().catch(() => undefined)
  await page.waitForTimeout(600)
  await page.screenshot({ path: `/tmp/w-kit-${name}.png` })
}
await browser.close(); await server.stop()
