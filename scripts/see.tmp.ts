import { chromium } from '@playwright/test'
import { LAUNCH } from '../e2e/chromium'
import { startServer } from '../e2e/server'
const [shoot = 'demo-coin', size = '1280x800'] = process.argv.slice(2)
const [width, height] = size.split('x').map(Number)
const server = await startServer()
const browser = await chromium.launch(LAUNCH)
try {
  const page = await browser.newPage({ viewport: { width: width!, height: height! } })
  page.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text()))
  await page.goto(`${server.url}/shoots/${shoot}/run`)
  await page.getByRole('button', { name: 'Practise this shoot' }).click()
  await page.getByRole('button', { name: /^Take it/ }).waitFor()
  await page.waitForTimeout(800)
  await page.screenshot({ path: `/tmp/see-1-${size}.png` })
  await page.getByRole('button', { name: /^Take it/ }).click()
  await page.waitForTimeout(1500)
  await page.screenshot({ path: `/tmp/see-2-${size}.png` })
  await page.getByRole('button', { name: /^Take it/ }).waitFor({ timeout: 60000 })
  await page.waitForTimeout(1200)
  await page.screenshot({ path: `/tmp/see-3-${size}.png`, fullPage: true })
  await page.getByRole('button', { name: /^Take it/ }).click()
  await page.getByRole('button', { name: 'In the picture' }).waitFor({ timeout: 60000 })
  await page.waitForTimeout(1500)
  await page.screenshot({ path: `/tmp/see-5-${size}.png` })
  await page.getByRole('button', { name: 'What was true' }).click()
  await page.getByRole('dialog').waitFor()
  await page.waitForTimeout(1000)
  await page.screenshot({ path: `/tmp/see-4-${size}.png` })
} finally {
  await browser.close()
  await server.stop()
}
