import { chromium } from 'playwright-core'
import { startServer } from '../e2e/server'
const server = await startServer(undefined, 'dist/server.mjs', { STUDIO_WIDTH: '480' })
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
try {
  const page = await browser.newPage({ viewport: { width: 390, height: 844 }, baseURL: server.url })
  page.on('console', (m) => m.type() === 'error' && console.log('ERR', m.text()))
  page.on('pageerror', (e) => console.log('PAGE', e.message))
  await page.route('**/practice', (route) => route.request().method() === 'PUT' ? route.continue({ postData: JSON.stringify({ seed: 1 }) }) : route.continue())
  const id = process.argv[2] ?? 'demo-crystal'
  const copy = await (await page.request.post(`/api/shoots/${id}/duplicate`)).json()
  const big = page.locator('.big')
  await page.goto(`/shoots/${copy.id}/companion`)
  await big.waitFor()
  await page.waitForTimeout(500)
  await page.screenshot({ path: '/tmp/c1.png' })
  await page.goto(`/shoots/${copy.id}/run`)
  await page.getByRole('button', { name: 'Practise this shoot' }).click()
  await page.getByText('Practice studio').waitFor()
  await page.goto(`/shoots/${copy.id}/companion`)
  for (let i = 0; i < 9; i++) {
    await big.waitFor({ timeout: 60000 })
    await page.waitForTimeout(900)
    const mv = await page.locator('[data-move]').getAttribute('data-move')
    console.log(mv, await big.textContent())
    await page.screenshot({ path: `/tmp/c${i + 2}.png` })
    if (await big.isDisabled()) break
    await big.click()
    await page.waitForTimeout(700)
  }
  await page.getByRole('button', { name: 'Steps and settings' }).click()
  await page.waitForTimeout(300)
  await page.screenshot({ path: '/tmp/c12.png', fullPage: true })
  await page.getByRole('button', { name: 'Back to the step' }).click()
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.waitForTimeout(6000)
  await page.screenshot({ path: '/tmp/c13.png' })
  await page.goto(`/shoots/${copy.id}/run`)
  await page.waitForTimeout(2500)
  await page.screenshot({ path: '/tmp/c14.png' })
} finally {
  await browser.close()
  await server.stop()
}
