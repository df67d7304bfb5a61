import { chromium } from '@playwright/test'
import { LAUNCH } from '../e2e/chromium'
import { startServer } from '../e2e/server'
const server = await startServer()
const browser = await chromium.launch(LAUNCH)
try {
  for (const [name, viewport] of [['wide', { width: 1280, height: 1700 }], ['phone', { width: 390, height: 844 }]] as const) {
    const page = await (await browser.newContext({ viewport })).newPage()
    page.on('console', (m) => m.type() === 'error' && console.log('console', m.text()))
    await page.goto(`${server.url}/shoots/demo-wing/subject`)
    await page.waitForTimeout(4000)
    await page.screenshot({ path: `/tmp/look-${name}.png`, fullPage: name === 'phone' })
    if (name === 'phone') {
      await page.locator('[data-open="T1"]').click()
      await page.locator('[data-open="T1"]').evaluate((e) => e.scrollIntoView({ block: 'start' }))
      await page.waitForTimeout(300)
      await page.screenshot({ path: `/tmp/look-phone-prop.png` })
      await page.goto(`${server.url}/shoots/demo-bottle/light`)
      await page.waitForTimeout(2500)
      console.log(await page.evaluate(() => document.documentElement.scrollWidth))
      const thumb = page.getByRole('button', { name: /picture/i }).first()
      await thumb.click()
      await page.waitForTimeout(3000)
      await page.getByRole('button', { name: 'Loupe', exact: true }).click()
      await page.waitForTimeout(9000)
      await page.screenshot({ path: `/tmp/look-phone-loupe.png` })
    }
  }
} finally { await browser.close(); await server.stop() }
process.exit(0)
