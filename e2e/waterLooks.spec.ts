/** New shoots under water, and daylight by depth. */
import { expect, open, saved, test } from './fixtures'
import type { Shoot } from '../core/api/api'

const STARTS = [
  { look: /^Tiny, close to the port/, kind: 'water-tiny', lights: ['Over the port'], port: 'flat' },
  {
    look: /^Fish-sized, lit from both sides/,
    kind: 'water-fish',
    lights: ['Left arm', 'Right arm'],
    port: 'dome'
  },
  {
    look: /^Snooted from a second place/,
    kind: 'water-snoot',
    lights: ['Snoot from the side', 'Only triggers'],
    port: 'flat'
  },
  {
    look: /^Near thing in blue water/,
    kind: 'water-wide',
    lights: ['Left arm', 'Right arm'],
    port: 'dome'
  }
] as const

test('each look under water starts with its set, its head and its port', async ({ page }) => {
  for (const { look, kind, lights, port } of STARTS) {
    await page.goto('/')
    await page.getByRole('textbox', { name: 'Name' }).fill(`New ${kind}`)
    await page.getByRole('button', { name: look }).click()
    await expect(page.getByRole('heading', { name: 'The subject', exact: true })).toBeVisible()
    const id = /shoots\/([^/]+)\//.exec(page.url())![1]!
    const { plan } = (await (await page.request.get(`/api/shoots/${id}`)).json()) as Shoot
    expect(plan).toMatchObject({
      look: kind,
      medium: { kind: 'sea' },
      housing: { port: { kind: port } }
    })
    expect(plan.settings.shutterStops).toBeCloseTo(7, 6)
    expect(plan.lights.map(({ name }) => name)).toEqual(lights)
    expect(plan.lights[0]!.strobe.guideNumberWaterM).not.toBeNull()
    await open(page, { id }, 'light')
    await expect(page.getByRole('button', { name: lights[0] }).first()).toBeVisible()
    if (kind === 'water-fish') {
      // Daylight is wanted in its first frame: nothing of it is black on purpose.
      await open(page, { id }, 'run')
      await expect(page.getByText('None yet. Each is judged and kept here')).toBeVisible()
    }
    // A page that still shows it would ask for what is gone.
    await page.goto('/')
    await page.request.delete(`/api/shoots/${id}`)
  }
})

test('what cannot be done under water is not asked for', async ({ page, newShoot }) => {
  const shoot = await newShoot('water-tiny')
  await open(page, shoot, 'dark')
  await expect(page.getByRole('heading', { name: 'Filter and sync', exact: true })).toBeVisible()
  await expect(page.getByRole('spinbutton', { name: 'Shaded by' })).toHaveCount(0)
  await open(page, shoot, 'ways')
  await expect(page.getByRole('textbox', { name: 'ND filters in the bag, stops' })).toBeVisible()
  await expect(page.getByRole('spinbutton', { name: 'Ambient that can be shaded' })).toHaveCount(0)
})

test('daylight on the surface, taken down to the subject', async ({ page, newShoot }) => {
  const shoot = await newShoot('water-wide')
  await open(page, shoot, 'subject')
  const surface = page.getByRole('spinbutton', { name: 'Daylight on the surface' })
  await surface.fill('EV 22')
  await surface.press('Enter')
  await expect(page.getByText('EV 0 to 17: sun at noon is 15')).toBeVisible()
  await surface.fill('13')
  await surface.press('Enter')
  const line = page.getByText(/^At 5 m EV 1[12]\.\d: [\d.]+ stops? taken on the way down/)
  await expect(line).toBeVisible()
  const ev = Number(/EV ([\d.]+)/.exec((await line.textContent())!)![1])
  await page.getByRole('button', { name: 'Use it at subject and background' }).click()
  await saved(page)
  const { plan } = (await (await page.request.get(`/api/shoots/${shoot.id}`)).json()) as Shoot
  expect(plan.ambient.background!.value).toEqual({ kind: 'ev', ev })
  // What faces the lens gets less than what faces up.
  expect(plan.ambient.subject!.value).toEqual({ kind: 'ev', ev: Number((ev - 1.5).toFixed(1)) })
})
