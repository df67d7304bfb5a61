/** What tells each strobe to fire: said in kit and set, checked, and read before the test flash. */
import { expect, choose, copyOf, figure, open, saved, test, type } from './fixtures'
import type { Shoot } from '../core/api/api'
import type { Page } from '@playwright/test'
import { violations } from './axe'

const planOf = async (page: Page, id: string) =>
  ((await (await page.request.get(`/api/shoots/${id}`)).json()) as Shoot).plan
const checks = (page: Page) => page.locator('[data-check="link"]')

test('a link of one’s own, wrong figures said at the field', async ({ page, newShoot }) => {
  await page.goto('/kit')
  await page.getByRole('button', { name: 'Add link' }).click()
  const form = page.getByRole('dialog')
  await form.getByRole('textbox', { name: 'Name', exact: true }).fill('Cellar radio')
  await form.getByRole('textbox', { name: 'Delay' }).fill('80')
  await form.getByRole('textbox', { name: 'Delay' }).blur()
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByText('Some figures are not right yet')).toBeVisible()
  await form.getByRole('textbox', { name: 'Delay' }).fill('1.5')
  await form.getByRole('textbox', { name: 'Delay' }).blur()
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('radio, 30 m, 1.5 ms late, carries power')).toBeVisible()

  const shoot = await newShoot()
  await open(page, shoot, 'light')
  await choose(page, 'Fired by', 'Cellar radio')
  await expect(page.getByText('carries power', { exact: true })).toBeVisible()
  await choose(page, 'Channel', /^7$/)
  await saved(page)
  expect((await planOf(page, shoot.id)).lights[0]!.firedBy).toMatchObject({
    kind: 'link',
    channel: 7,
    link: { name: 'Cellar radio', delayMs: 1.5 }
  })
  // The second curtain is ahead of a flash so late; the sum and the remedy know.
  await type(page, 'Shutter', '1/200')
  await page.getByRole('tab', { name: /^Checks/ }).click()
  await expect(checks(page)).toContainText(/fires 1\.5 ms late: the second curtain covers 13\.1 %/)
  await expect(checks(page)).toContainText('Set the shutter to 1/160')
  await checks(page).getByRole('button', { name: 'Apply' }).click()
  await expect(checks(page)).toHaveCount(0)
  await expect(figure(page, 'Shutter')).not.toHaveValue('1/200')
})

test('a covered strobe only triggers; off it would leave the snoot dark', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-shrimp')
  await open(page, { id }, 'light')
  await page.getByRole('tab', { name: /^Checks/ }).click()
  await expect(page.getByText('looking …')).toHaveCount(0)
  await expect(checks(page)).toHaveCount(0)
  await page
    .getByRole('button', { name: /On the port/ })
    .first()
    .click()
  const covered = page.getByLabel('Flashes all the same, covered: it only triggers others')
  await expect(covered).toBeChecked()
  await covered.uncheck()
  await page.getByRole('tab', { name: /^Checks/ }).click()
  await expect(checks(page)).toContainText(
    'Snoot from the side will not fire: it waits for the flash of On the port (B), which is off.'
  )
  await checks(page)
    .getByRole('button', { name: /^Apply: Let B flash/ })
    .click()
  await expect(checks(page)).toHaveCount(0)
  await saved(page)
  expect((await planOf(page, id)).lights[1]).toMatchObject({ on: false, onlyTriggers: true })
})

test('before the test flash: how each is fired, and which will not', async ({ page, request }) => {
  const copy = await request.post('/api/shoots/demo-crab/duplicate')
  const { id } = (await copy.json()) as { id: string }
  await open(page, { id }, 'run')
  const step = page.getByRole('region', { name: 'Next move' })
  await step.getByRole('button', { name: 'It stands' }).click()
  await expect(step).toContainText('Wink infrared, channel 2')
  await expect(step.locator('[data-link="sun"]')).toContainText('will not fire: in sunlight')
  expect(await violations(page, { within: 'main' })).toEqual([])

  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/shoots/${id}/companion`)
  await expect(page.locator('[data-link="sun"]')).toBeVisible()
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)
  expect(wide).toBeLessThanOrEqual(0)
})

test('high-speed sync from 1/16 up: the dial stops there, and the sum says what fires', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'light')
  await choose(page, 'Strobe', 'Pack head, 2.0–10')
  await type(page, 'Shutter', '1/1000')
  const power = figure(page, 'Power')
  await power.fill('3.0')
  await power.press('Enter')
  await expect(power).toHaveValue('6.0')
  await power.press('ArrowDown')
  await expect(power).toHaveValue('6.0')
  await type(page, 'Shutter', '1/125')
  await power.fill('3.0')
  await power.press('Enter')
  await expect(power).toHaveValue('3.0')
  await type(page, 'Shutter', '1/1000')
  await expect(
    page.getByText('A head is set lower than it can fire in high-speed sync')
  ).toBeVisible()
  await page.locator('[data-cell="A-subject"]').click()
  await expect(page.getByText('set to 3.0, fires at 6.0 in high-speed sync')).toBeVisible()
})
