import { chromium } from '@playwright/test'
import { LAUNCH } from '../e2e/chromium'
import { startServer } from '../e2e/server'
const server = await startServer()
const browser = await chromium.launch(LAUNCH)
try {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  page.on('console', (m) => m.type() === 'error' && console.log('console', m.text()))
  page.on('pageerror', (e) => console.log('pageerror', e.message))
  await page.goto(`${server.url}/shoots/demo-bottle/subject`)
  await page.waitForTimeout(3000)
  await page.locator('[data-open="T2"]').click()
  await page.waitForTimeout(4000)
  await page.screenshot({ path: '/tmp/look-subject.png', fullPage: false })
  await page.locator('[data-open="T2"]').scrollIntoViewIfNeeded()
  await page.locator('[data-open="T2"]').evaluate((e) => e.scrollIntoView({ block: 'start' }))
  await page.waitForTimeout(300)
  await page.screenshot({ path: '/tmp/look-subject2.png' })
  await page.goto(`${server.url}/shoots/demo-wing/light`)
  await page.waitForTimeout(8000)
  await page.getByRole('button', { name: 'Clip', exact: true }).click()
  await page.waitForTimeout(500)
  await page.screenshot({ path: '/tmp/look-light.png' })
} finally { await browser.close(); await server.stop() }
process.exit(0)
