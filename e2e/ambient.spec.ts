/** Ambient light by its sources: put in, read, switched, seen; which is left in the black frame. */
import type { Page } from '@playwright/test'
import type { Shoot } from '../core/api/api'
import { lampSpans } from '../core/advise/lampSpan'
import { ledgerOf } from '../core/ledger/ledger'
import { withNewSource } from '../core/plan/editAmbient'
import { nameOf } from '../core/scales/marks'
import { violations } from './axe'
import { choose, copyOf, expect, figure, open, saved, test, type } from './fixtures'

const planOf = async (page: Page, id: string): Promise<Shoot['plan']> =>
  ((await (await page.request.get(`/api/shoots/${id}`)).json()) as Shoot).plan
const row = (page: Page, id: string) => page.locator(`[data-source="${id}"]`)
const levels = (page: Page, id: string) => row(page, id).locator('[data-levels]')
/** A figure of a source. */
const put = async (page: Page, id: string, label: string, text: string): Promise<void> => {
  const field = row(page, id).getByRole('spinbutton', { name: label, exact: true })
  await field.fill(text)
  await field.press('Enter')
}
const shown = (level: number): string => `${level < 0 ? '−' : '+'}${Math.abs(level).toFixed(1)}`

test('lamps in the picture: levels of each, off and on, the shutters that suit them all', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-lamplit')
  await page.goto(`/shoots/${id}/dark`)
  const plan = await planOf(page, id)
  const { parts, ambient } = ledgerOf(plan)
  for (const { source, cells } of parts)
    await expect(levels(page, source)).toContainText(
      `subject ${shown(cells.subject!.level)}, background ${shown(cells.background!.level)}`
    )
  const spans = lampSpans(plan)!
  for (const { id: lamp, span } of spans.lamps)
    await expect(page.locator(`[data-lamp="${lamp}"]`)).toContainText(
      `${nameOf('shutter', span!.slowestStops)} to ${nameOf('shutter', span!.fastestStops)}`
    )
  await expect(page.locator('[data-lamps]')).toContainText('All show as wanted at 1 s to 0.4 s')

  await row(page, 'S1').getByRole('button', { name: 'Off' }).click()
  await expect(levels(page, 'S1')).toHaveText('subject off, background off')
  await expect(page.locator('[data-lamp="S1"]')).toHaveCount(0)
  await saved(page)
  const without = ledgerOf(await planOf(page, id)).ambient.background!.level
  expect(without).toBeLessThan(ambient.background!.level - 0.05)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('[data-lamp="S1"]')).toBeVisible()

  // A shutter that is too quick for them: back to the nearest that is not.
  await type(page, 'Shutter', '1/8')
  await expect(page.locator('[data-lamps]')).toContainText('1/8 is outside that')
  await page.getByRole('button', { name: 'Set 0.4 s' }).click()
  await expect(figure(page, 'Shutter')).toHaveValue('0.4 s')
})

test('lamps that suit each other at no shutter: by how much which is too bright', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-lamplit')
  await page.goto(`/shoots/${id}/dark`)
  await row(page, 'S2')
    .getByRole('button', { name: /open its figures/ })
    .click()
  await put(page, 'S2', 'EV', '13.5')
  await expect(page.locator('[data-lamps]')).toContainText(/Wall lamp is [\d.]+ stops too bright/)
  await row(page, 'S2').getByRole('button', { name: 'Shaded' }).click()
  await put(page, 'S2', 'Shade takes', '4.2')
  await expect(page.locator('[data-lamps]')).toContainText('All show as wanted')
})

test('a window put in, read and told apart; its row in the sum opens into its terms', async ({
  page,
  newShoot
}) => {
  const { id } = await newShoot()
  await open(page, { id }, 'dark')
  await expect(page.locator('#sources')).toContainText('So far it is read together')
  await page.getByRole('button', { name: '+ Window or sky' }).click()
  const own = row(page, 'S1')
  await expect(levels(page, 'S1')).toContainText('subject not read')
  await choose(page, 'Reading', 'EV at ISO 100')
  await put(page, 'S1', 'EV', '6')
  await expect(levels(page, 'S1')).toContainText('itself')
  // Its own face is no place where light falls in: lux is not offered, nor a dome.
  await own.getByRole('combobox', { name: 'Metered' }).press('Enter')
  await expect(page.getByRole('option', { name: 'Through the lens' })).toBeVisible()
  await expect(page.getByRole('option', { name: /incident/ })).toHaveCount(0)
  await page.keyboard.press('Escape')
  await put(page, 'S1', 'Distance', '2 m')
  await expect(own).toContainText('wide as seen from the subject')
  await own.getByLabel('Name').fill('North window')
  await own.getByLabel('Name').press('Enter')
  await expect(own.getByRole('button', { name: 'North window: open' })).toBeVisible()
  // A fault is said at its field, and nothing is lost.
  await put(page, 'S1', 'Width', '99 m')
  await expect(own).toContainText(/at most|too big|20000|20 000/i)
  await own.getByRole('spinbutton', { name: 'Width' }).press('Escape')
  await saved(page)
  const plan = await planOf(page, id)
  const wanted = ledgerOf(plan).parts.find(({ source }) => source === 'S1')!.cells
  await open(page, { id }, 'light')
  const cell = page.locator('[data-cell="S1-front"], [data-cell="S1-subject"]').first()
  await expect(cell).toBeVisible()
  await page.locator('[data-cell="S1-subject"]').click()
  if (wanted.subject!.state === 'known')
    await expect(page.locator('[data-term="reach"]')).toContainText('on its way there')
  await expect(page.locator('[data-source-shape="S1"]').first()).toBeVisible()
})

test('the black frame tells which one is left: one off at a time', async ({ page, newShoot }) => {
  const { id, plan, version } = await newShoot()
  const lit = (['lampOutside', 'screen'] as const).reduce(
    (so, start) => withNewSource(so, start)!,
    plan
  )
  await page.request.put(`/api/shoots/${id}`, { data: { version, plan: lit } })
  await open(page, { id }, 'run')
  const log = async (level: string): Promise<void> => {
    await page.getByRole('button', { name: 'Log black frame without' }).click()
    await page.getByLabel(/background’s level/).fill(level)
    await page.getByLabel(/background’s level/).press('Enter')
  }
  await log('-2')
  const left = page.locator('[data-left="background"]')
  await expect(left).toContainText('shows −2.0')
  await expect(left).toContainText('Switch off')
  await left.getByRole('button', { name: 'Lamp outside is off' }).click()
  await log('-3')
  await expect(left.locator('[data-share="S1"]')).toContainText('gives −3.0')
  await expect(left.locator('[data-share="S1"]')).toContainText('50 % of what was there')
  await left.getByRole('button', { name: 'Screen is off' }).click()
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await page.getByRole('button', { name: 'Nothing shows' }).click()
  await expect(left.locator('[data-share="S2"]')).toContainText('100 % of what was there')
  await left.locator('[data-share="S2"]').getByRole('button', { name: 'Take as its' }).click()
  await left.locator('[data-share="S2"]').getByRole('button', { name: 'On again' }).click()
  await saved(page)
  const { ambient } = await planOf(page, id)
  expect(ambient.sources[1]).toMatchObject({ readAt: 'background', state: 'on' })
  expect(ledgerOf(await planOf(page, id)).ambient.background!.level).toBeGreaterThan(-3.1)
})

test('axe finds nothing, on either screen; no console errors', async ({ page, request }) => {
  const { id } = await copyOf(request, 'demo-lamplit')
  for (const size of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 }
  ]) {
    await page.setViewportSize(size)
    await page.goto(`/shoots/${id}/dark`)
    await row(page, 'S1')
      .getByRole('button', { name: /open its figures/ })
      .click()
    await expect(row(page, 'S1').getByLabel('Name')).toBeVisible()
    expect(await violations(page)).toEqual([])
    expect(
      await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth
      )
    ).toBe(0)
  }
})
