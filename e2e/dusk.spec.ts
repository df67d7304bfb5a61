/** Falling light: the shutter by the minute, readings that settle it, what leaves as files. */
import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import type { Shoot } from '../core/api/api'
import { courseOf } from '../core/advise/course'
import { stepAt, stepsOf } from '../core/advise/courseSteps'
import { fallingReadings } from '../core/run/fallingReadings'
import { violations } from './axe'
import { copyOf, expect, open, saved, test, type } from './fixtures'

test.use({ fresh: true })

const NOW = '2026-11-24T16:33:10.000Z'
const due = (page: Page) => page.locator('[data-due]')
const at = async (page: Page, iso: string): Promise<void> => {
  await page.clock.install({ time: new Date(iso) })
}
const planOf = async (page: Page, id: string): Promise<Shoot['plan']> =>
  ((await (await page.request.get(`/api/shoots/${id}`)).json()) as Shoot).plan

const openDusk = async (page: Page, id: string): Promise<void> => {
  await page.goto(`/shoots/${id}/dusk`)
  await expect(page.getByRole('heading', { name: 'Falling light', level: 1 })).toBeVisible()
}

test('what is due now and next, counted down; put in the plan', async ({ page, request }) => {
  const { id } = await copyOf(request, 'demo-gauge')
  await at(page, NOW)
  await openDusk(page, id)
  // The same sum, worked out here.
  const plan = await planOf(page, id)
  const course = courseOf(plan, plan.falling!, fallingReadings(plan, plan.falling!, []))
  const { step, next } = stepAt(stepsOf(plan, course), Date.parse(NOW) + 1000)
  expect(step).not.toBeNull()
  await expect(due(page)).toHaveText('1.3 s')
  const count = page.locator('[data-next]')
  await expect(count).toContainText(/1 min \d+ s/)
  await expect(page.locator('[data-bracket]')).toHaveText('1 s, 1.3 s, 1.6 s')
  // A locked shutter is left alone.
  const lock = page.getByRole('button', { name: /lock shutter/i }).first()
  await lock.click()
  await expect(page.getByRole('button', { name: 'The shutter is locked' })).toBeDisabled()
  await lock.click()
  await page.getByRole('button', { name: 'Put it in the plan' }).click()
  await expect(page.getByRole('button', { name: 'The plan has it' })).toBeDisabled()
  await page.clock.runFor(2000)
  await saved(page)
  expect((await planOf(page, id)).settings.shutterStops).toBeCloseTo(step!.shutterStops, 6)
  await page.clock.fastForward(next!.from - Date.parse(NOW) + 2000)
  await expect(due(page)).toHaveText('1.6 s')
  await expect(page.getByRole('button', { name: 'Put it in the plan' })).toBeEnabled()
})

test('a cloud is named; dropping it changes next to nothing, a new reading moves the course', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-gauge')
  await at(page, NOW)
  await openDusk(page, id)
  const cloud = page.locator('[data-reading="cloud"]')
  await expect(cloud).toContainText('a cloud?')
  await cloud.getByRole('checkbox').uncheck()
  await expect(cloud).toHaveClass(/out/)
  await expect(due(page)).toHaveText('1.3 s')
  await expect(page.locator('li[data-reading]')).toHaveCount(5)
  await page.getByLabel('Shutter read').fill('8')
  await page.getByLabel('Aperture read').fill('f/8')
  await page.getByRole('button', { name: 'Add the reading' }).click()
  await expect(page.locator('li[data-reading]')).toHaveCount(6)
  await page.getByLabel('Shutter read').fill('fast')
  await page.getByRole('button', { name: 'Add the reading' }).click()
  await expect(page.locator('p[role=alert]')).toContainText('The shutter is not understood')
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(cloud).not.toHaveClass(/out/)
})

test('planned from nothing: place, day, what lights it; says how little it knows; given up again', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot('daylight-fill')
  await at(page, NOW)
  await open(page, shoot, 'dark')
  await page.getByRole('link', { name: 'At dusk or dawn?' }).click()
  await page.getByRole('button', { name: 'Plan for falling light' }).click()
  await type(page, 'Latitude', '50.2 N')
  await type(page, 'Longitude', '4.5 W')
  await type(page, 'Background at', '−2')
  await type(page, 'Latitude', '123')
  await expect(page.locator('p[role=alert]')).toContainText('at most 90')
  await type(page, 'Latitude', '50.2 N')
  await page.getByLabel('Day').fill('')
  await page.getByLabel('Day').dispatchEvent('change')
  await expect(page.getByText('a day is needed')).toBeVisible()
  await page.getByLabel('Day').fill('2026-11-24')
  await page.getByLabel('Day').dispatchEvent('change')
  await expect(page.getByText('a day is needed')).toHaveCount(0)
  await expect(page.locator('[data-offset]')).toContainText('± 1.5')
  await expect(page.locator('[data-ends]')).toContainText(/Shortest .* longest/)
  await page.getByRole('group', { name: 'Bracket' }).getByRole('button', { name: '± ½' }).click()
  await page.getByRole('button', { name: 'Dawn' }).click()
  await expect(page.getByText('The course is over')).toBeVisible()
  await page.clock.runFor(3000)
  await saved(page)
  expect((await planOf(page, shoot.id)).falling).toMatchObject({
    latitudeDeg: 50.2,
    longitudeDeg: -4.5,
    way: 'dawn',
    levelStops: -2,
    bracketStops: 0.5
  })
  await page.getByRole('button', { name: 'Leave falling light out' }).click()
  await expect(page.getByRole('button', { name: 'Plan for falling light' })).toBeVisible()
})

test('the place comes from the browser where it is allowed', async ({
  page,
  context,
  newShoot
}) => {
  await context.grantPermissions(['geolocation'])
  await context.setGeolocation({ latitude: 51.5, longitude: -3.25 })
  const shoot = await newShoot('daylight-fill')
  await page.goto(`/shoots/${shoot.id}/dusk`)
  await page.getByRole('button', { name: 'Plan for falling light' }).click()
  await page.getByRole('button', { name: 'Take the place from the browser' }).click()
  await expect(page.getByRole('spinbutton', { name: 'Latitude' })).toHaveValue('51.5° N')
  await expect(page.getByRole('spinbutton', { name: 'Longitude' })).toHaveValue('3.25° W')
})

test('where the sun does not set it says so', async ({ page, request }) => {
  const { id } = await copyOf(request, 'demo-gauge')
  await openDusk(page, id)
  await type(page, 'Latitude', '78 N')
  await expect(page.getByText('On that day the sun does not pass')).toBeVisible()
})

test('calendar and table hold every step', async ({ page, request }) => {
  const { id } = await copyOf(request, 'demo-gauge')
  await at(page, NOW)
  await openDusk(page, id)
  const files: string[] = []
  for (const name of ['Calendar file', 'CSV']) {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name, exact: true }).click()
    ])
    files.push(readFileSync(await download.path(), 'utf8'))
  }
  const [calendar, table] = files
  expect(calendar).toContain('BEGIN:VCALENDAR')
  expect(calendar!.match(/BEGIN:VEVENT/g)!.length).toBeGreaterThan(20)
  expect(calendar).toContain('BEGIN:VALARM')
  expect(calendar).toContain('1.3 s')
  expect(table!.split('\n')[0]).toBe('from,to,shutter,frames,EV,note')
  expect(table).toContain('1 s · 1.3 s · 1.6 s')
})

test('Dark says by how much the light has fallen since it was read, and takes what the course says', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-gauge')
  await at(page, '2026-11-24T16:40:00.000Z')
  await open(page, { id }, 'dark')
  const said = page.locator('[data-light-change]')
  await expect(said).toContainText(/has fallen by 1\.\d stops since it was read at/)
  await said.getByRole('button').click()
  await expect(said).toBeHidden()
  await page.clock.runFor(3000)
  await saved(page)
  const { value } = (await planOf(page, id)).ambient.background!
  expect(value.kind === 'ev' && value.ev).toBeLessThan(4)
})

test('on a phone the clock comes first, large; nothing scrolls sideways; axe finds nothing', async ({
  page
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await at(page, NOW)
  await openDusk(page, 'demo-gauge')
  const size = await due(page).evaluate((each) => parseFloat(getComputedStyle(each).fontSize))
  expect(size).toBeGreaterThan(80)
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  await page.getByLabel('Sound').check()
  await expect(page.locator('.js-plotly-plot')).toBeVisible()
  expect(await violations(page)).toEqual([])
})
