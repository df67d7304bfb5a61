/** Vapour: how it scatters, where a light does most round it, what a frame says of it. */
import type { Page } from '@playwright/test'
import type { Shoot } from '../core/api/api'
import { logFrame, type Frame } from '../core/run/frame'
import { violations } from './axe'
import { expect, open, saved, test, type } from './fixtures'

const planOf = async (page: Page, id: string): Promise<Shoot> =>
  (await (await page.request.get(`/api/shoots/${id}`)).json()) as Shoot

test('optical depth and asymmetry: what it amounts to from beside, and from behind over the front', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot('plume')
  await open(page, shoot, 'subject')
  const says = page.locator('[data-vapour]')
  await type(page, 'Optical depth', '0.1')
  await type(page, 'Asymmetry', '0.6')
  // π·τ·p(90°) of Henyey and Greenstein: 0.0101; from 25° over 160°: 4.8 stops.
  await expect(says).toContainText('as bright as a surface of 1.0')
  await expect(says).toContainText('4.8 stops more than from the front')
  await type(page, 'Asymmetry', '0')
  await expect(says).toContainText('as a surface of 2.5')
  await type(page, 'Optical depth', '0.9')
  await expect(page.getByText('light is turned more than once').first()).toBeVisible()
  await type(page, 'Asymmetry', '2')
  await expect(page.locator('p[role=alert]')).toContainText('at most 0.95')
})

test('the curve round the plume, with the light where it stands; behind is worth stops over front', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot('plume'), 'light')
  const curve = page.getByRole('region', { name: 'Where it stands round the vapour' })
  await expect(curve).toBeVisible()
  await expect(curve.getByText('0.0 stops against now')).toBeVisible()
  const chart = curve.locator('[tabindex="0"]').first()
  await chart.focus()
  for (let i = 0; i < 15; i++) await page.keyboard.press('ArrowRight')
  await expect(curve.getByText(/\+[2-5]\.\d stops against now/)).toBeVisible()
  // A place at its middle, one at its top, one at its foot.
  for (const place of ['Middle', 'Top', 'Foot'])
    await expect(page.getByRole('columnheader', { name: new RegExp(`^${place}`) })).toBeVisible()
  await page.locator('[data-cell="A-subject"]').click()
  await expect(page.getByRole('tabpanel')).toContainText('turned by vapour')
  await expect(page.getByRole('tabpanel')).toContainText('nobody has measured the vapour')
})

test('what a frame said of a light at the plume becomes the vapour’s own density, the picture as before', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot('plume')
  const { plan, version } = await planOf(page, shoot.id)
  const put = await page.request.put(`/api/shoots/${shoot.id}`, {
    data: {
      version,
      plan: {
        ...plan,
        corrections: [
          {
            id: 'c',
            frameId: 'f',
            source: 'A',
            place: 'subject',
            stops: -1,
            uncertaintyStops: 0.3,
            method: 'patch',
            limit: 'exact',
            strobeId: plan.lights[0]!.strobe.id,
            modifierIds: plan.lights[0]!.modifiers.map(({ id }) => id),
            highSpeedSync: null,
            geometry: null,
            reading: null,
            sources: [],
            on: true
          }
        ]
      }
    }
  })
  expect(put.status(), await put.text()).toBe(200)
  await open(page, shoot, 'subject')
  await expect(page.locator('[data-unmeasured]')).toBeVisible()
  const before = await page.locator('[data-verdict="subject"] .num').innerText()
  await page.getByRole('button', { name: 'Take its density from the frames' }).click()
  await expect(page.getByText('Measured by a frame, ± 0.3.')).toBeVisible()
  await expect(page.locator('[data-verdict="subject"] .num')).toHaveText(before)
  await saved(page)
  const { vapour } = (await planOf(page, shoot.id)).plan.subject
  expect(vapour.opticalDepth).toBeCloseTo(plan.subject.vapour.opticalDepth / 2, 6)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('[data-unmeasured]')).toBeVisible()
})

test('the steam of the demo is measured by its frame; axe finds nothing on either screen', async ({
  page
}) => {
  for (const [width, height] of [
    [1280, 800],
    [390, 844]
  ] as const) {
    await page.setViewportSize({ width, height })
    await open(page, { id: 'demo-steam' }, 'subject')
    await expect(page.getByText('Measured by a frame')).toBeVisible()
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(width)
    expect(await violations(page)).toEqual([])
  }
})

test('haze that gathers over tries: said, and the room to be aired', async ({
  page,
  request,
  newShoot
}) => {
  const { id, plan } = await newShoot('plume')
  let minute = 0
  const taken = (kind: 'lit' | 'black', levelStops: number | null): Promise<unknown> => {
    minute++
    const name = `haze${minute}`
    const frame: Frame = {
      ...logFrame(plan, {
        id: name,
        kind,
        takenAt: new Date(Date.parse('2026-11-27T10:00:00.000Z') + minute * 60_000).toISOString()
      }),
      evidence:
        levelStops === null
          ? []
          : [{ kind: 'judged', place: 'background', levelStops, limit: 'exact' }]
    }
    return request.put(`/api/shoots/${id}/frames/${name}`, { data: { version: null, frame } })
  }
  await taken('black', -8)
  for (let i = 0; i < 4; i++) await taken('lit', null)
  await open(page, { id }, 'run')
  await expect(page.locator('[data-frame="5"]')).toBeVisible()
  await expect(page.locator('[data-haze]')).toHaveCount(0)
  await taken('black', -7)
  await page.reload()
  await expect(page.locator('[data-haze]')).toContainText(
    'over 4 tries the background without flash has risen by 1.0 stop'
  )
  await taken('black', -8.1)
  await page.reload()
  await expect(page.locator('[data-frame="7"]')).toBeVisible()
  await expect(page.locator('[data-haze]')).toHaveCount(0)
})
