/** Under water: what it takes, housings and ports, red that is left, water that is lit. */
import type { RunFrames, Shoot } from '../core/api/api'
import { AS_DAYLIGHT, balanced } from '../core/colour/balance'
import { product } from '../core/colour/bands'
import { xyzOf } from '../core/colour/observer'
import { daylight } from '../core/colour/sources'
import { ledgerOf } from '../core/ledger/ledger'
import { attenuationOf, typicalWater, type Water } from '../core/medium/water'
import { lensMagnification } from '../core/plan/portInUse'
import { jpegOf } from '../simulator/files'
import { violations } from './axe'
import { choose, copyOf, expect, open, saved, test, type } from './fixtures'
import type { APIRequestContext, Page } from '@playwright/test'

const planOf = async (
  page: Page,
  request: APIRequestContext,
  id: string
): Promise<Shoot['plan']> => {
  await saved(page)
  return ((await (await request.get(`/api/shoots/${id}`)).json()) as Shoot).plan
}

test('from air into green water: the sum loses light, its term says how far, the red is told', async ({
  page,
  newShoot,
  request
}) => {
  const { id } = await newShoot()
  await page.goto(`/shoots/${id}/subject`)
  const before = ledgerOf(await planOf(page, request, id)).flash.subject!
  await choose(page, 'Stands in', 'Sea water')
  await choose(page, 'What is in the water', 'Green: algae and what they leave')
  await type(page, 'Subject’s depth', '12 m')
  const plan = await planOf(page, request, id)
  expect(plan.medium).toEqual({ ...typicalWater('sea', 'green'), depthM: 12 })
  expect(ledgerOf(plan).flash.subject!).toBeLessThan(before)
  await expect(page.getByText(/A metre takes 0\.6\d* stop of red/)).toBeVisible()
  await expect(page.getByRole('list', { name: 'Red that is left' })).toContainText('of water')
  // A figure of one's own, and one that no water has.
  await type(page, 'Extra attenuation', '0.8 /m')
  await type(page, 'Scattering', '1.2')
  await type(page, 'Extra attenuation', '40')
  await expect(page.getByRole('alert').filter({ hasText: '10' })).toBeVisible()
  const own = await planOf(page, request, id)
  expect(own.medium).toMatchObject({ extraPerM: 0.8, scatterPerM: 1.2 })
  await page.goto(`/shoots/${id}/light`)
  await page.locator('[data-cell="A-subject"]').click()
  await expect(page.getByText('water on its way')).toBeVisible()
  await expect(page.getByText(/m out, .* back to the port/)).toBeVisible()
  await expect(page.getByText(/No housing is chosen/)).toBeVisible()
})

test('a housing: the port is what the distance is counted from; the dome needs a lens that focuses near', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-slug')
  await open(page, { id }, 'focus')
  const flat = await planOf(page, request, id)
  await expect(page.getByRole('spinbutton', { name: 'Port to subject' })).toHaveValue(/mm|cm/)
  await type(page, 'Wet close-up lens', '5')
  const wet = await planOf(page, request, id)
  // The same size at nearly the same distance: less is left for the lens itself to do.
  expect(lensMagnification(wet)).toBeLessThan(0.9 * lensMagnification(flat))
  expect(wet.focus.wetDioptres).toBe(5)
  await type(page, 'Wet close-up lens', 'none')
  await choose(page, 'Housing', 'Limpet housing, dome port')
  await expect(page.getByText('dome of 95 mm radius, 160 mm wide')).toBeVisible()
  const domed = await planOf(page, request, id)
  expect(domed.housing?.port.kind).toBe('dome')
  expect(await violations(page)).toEqual([])
})

test('the water before the subject: drawn in both views, told with its remedies, one of them taken', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-goby')
  await open(page, { id }, 'subject')
  await choose(page, 'What is in the water', 'Silty: what a current stirs up')
  await saved(page)
  await page.goto(`/shoots/${id}/light`)
  await expect(page.locator('[data-lit-water]')).toHaveCount(2)
  await page.getByRole('tab', { name: /^Checks/ }).click()
  const check = page.getByText(/lights the water before the subject/).first()
  await expect(check).toBeVisible({ timeout: 30_000 })
  await expect(check).toContainText('from the port')
  const was = await planOf(page, request, id)
  await page.locator('[data-remedy="turn-out"]').first().click()
  const now = await planOf(page, request, id)
  expect(now.lights).not.toEqual(was.lights)
  await page.getByRole('button', { name: 'Undo' }).click()
  expect((await planOf(page, request, id)).lights).toEqual(was.lights)
})

test('a housing of one’s own in the kit: what is missing is said at the field', async ({
  page
}) => {
  await page.goto('/kit')
  await page.getByRole('button', { name: 'Add housing' }).click()
  await page.getByLabel('Name').fill('Barnacle housing')
  await choose(page, 'Port', 'Dome', page.getByRole('dialog'))
  await page.getByLabel('Radius of the dome').fill('5')
  await page.getByLabel('Radius of the dome').blur()
  await expect(page.getByRole('dialog')).toContainText('20')
  await page.getByLabel('Radius of the dome').fill('110 mm')
  await page.getByLabel('Radius of the dome').blur()
  expect(await violations(page, { within: '[role=dialog]' })).toEqual([])
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('dome of 110 mm radius, 100 mm wide')).toBeVisible()
})

test('a head known under water alone: in air it goes by rule, and its sums say so', async ({
  page,
  newShoot
}) => {
  await page.goto('/kit')
  await page.getByRole('button', { name: 'Add strobe' }).click()
  const form = page.getByRole('dialog')
  await form.getByRole('textbox', { name: 'Name', exact: true }).fill('Whelk head')
  await form.locator('summary', { hasText: 'The rest' }).click()
  await form.getByRole('textbox', { name: 'Guide number under water', exact: true }).fill('6')
  await form.getByRole('textbox', { name: 'Guide number under water', exact: true }).blur()
  await form.getByLabel('In air it is not known').check()
  await expect(form.getByRole('textbox', { name: 'Guide number', exact: true })).toHaveValue('15')
  // A figure of one’s own stands alone.
  await form.getByRole('textbox', { name: 'Guide number', exact: true }).fill('18')
  await form.getByRole('textbox', { name: 'Guide number', exact: true }).blur()
  await expect(form.getByLabel('In air it is not known')).not.toBeChecked()
  await form.getByLabel('In air it is not known').check()
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/GN 15 m in 60°, 6 m under water/)).toBeVisible()
  await open(page, await newShoot(), 'light')
  await choose(page, 'Strobe', 'Whelk head')
  await expect(page.getByText(/guide number in air is not known/)).toBeVisible()
})

test.describe('by phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })
  test('water is set without a sideways scroll', async ({ page }) => {
    await open(page, { id: 'demo-slug' }, 'subject')
    await page.getByRole('spinbutton', { name: 'Extra attenuation' }).scrollIntoViewIfNeeded()
    await expect(page.getByRole('spinbutton', { name: 'Scattering' })).toBeVisible()
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)
    ).toBeLessThanOrEqual(0)
    expect(await violations(page)).toEqual([])
  })
})

/** A grey card left and one right, each with a black field under it, so much water before each. */
function twoCards(water: Water, nearM: number, farM: number): Promise<Buffer> {
  const [width, height] = [240, 160]
  const light = daylight(5500)
  const attenuation = attenuationOf(water)
  const rgb = [nearM, farM].map((metres) =>
    balanced(
      xyzOf(
        product(
          light,
          attenuation.map((perM) => Math.exp(-perM * (metres + water.depthM)))
        )
      ),
      AS_DAYLIGHT
    )
  )
  const white = Math.max(...rgb[0]!)
  const linear = new Float32Array(width * height * 3).map((_, i) => {
    const at = Math.floor(i / 3)
    const card = rgb[at % width < width / 2 ? 0 : 1]!
    const reflects = at < (width * height) / 2 ? 0.18 : 0.04
    return ((card[i % 3]! / white) * reflects * 3) / 0.18
  })
  return jpegOf(
    { width, height, linear },
    { power: 1, whiteStops: Math.log2(1 / 0.18) },
    {
      camera: 'Test body',
      settings: { apertureStops: 8, shutterStops: 7, isoStops: 0 },
      focalMm: 100,
      flashFired: false,
      takenAt: new Date(Date.UTC(2026, 10, 20, 9, 30))
    }
  )
}

test('the water is measured by a card at two distances in one frame; what says nothing is told', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-slug')
  await open(page, { id }, 'subject')
  await choose(page, 'What is in the water', 'Clear')
  await type(page, 'Subject’s depth', '3 m')
  await page.getByText('Measure this water').click()
  await expect(page.getByText('No frame with a picture yet.')).toBeVisible()
  const water: Water = { ...typicalWater('sea', 'green'), extraPerM: 0.45, depthM: 3 }
  await open(page, { id }, 'run')
  await page.getByLabel('Log black frame with its JPEG').setInputFiles({
    name: 'cards.jpg',
    mimeType: 'image/jpeg',
    buffer: await twoCards(water, 0.3, 1.3)
  })
  await expect
    .poll(async () => {
      const frames = await request.get(`/api/shoots/${id}/frames`)
      return ((await frames.json()) as RunFrames).frames.map(({ hasImage }) => hasImage)
    })
    .toEqual([true])
  await open(page, { id }, 'subject')
  await page.getByText('Measure this water').click()
  await expect(page.locator('[data-lit-by]')).toContainText('daylight')
  const found = page.locator('[data-water-found]')
  await expect(found).toContainText('Mark the grey of both cards')
  const take = page.getByRole('button', { name: 'Use it as the water' })
  await expect(take).toBeDisabled()
  const picture = page.getByRole('application', { name: /^Picture of the frame/ })
  const patches = page.getByRole('list', { name: 'Patches' })
  const put = async (mark: string, x: number, y: number): Promise<void> => {
    await page.getByRole('button', { name: mark, exact: true }).click()
    const box = (await picture.boundingBox())!
    await picture.click({ position: { x: x * box.width, y: y * box.height } })
    await expect(patches.getByRole('listitem').filter({ hasText: mark })).toContainText('read')
  }
  await put('Near, grey', 0.25, 0.25)
  await expect(page.locator('[data-uncurved]')).toContainText('tone curve is not known')
  await type(page, 'Port to near card', '30 cm')
  await put('Far, grey', 0.75, 0.25)
  await type(page, 'Port to far card', '1.3 m')
  await expect(found).toContainText(/Green.*Extra attenuation 0\.4[3-7] ±.*1 m more/)
  await expect(found).toContainText('Scattering is not told')
  // By keys as well; black fields, then one of them off again.
  await put('Near, black', 0.25, 0.75)
  await put('Far, black', 0.75, 0.75)
  await expect(found).toContainText(/Extra attenuation 0\.4[2-8] ±/)
  await page.getByRole('button', { name: 'Take the patch off: Far, black' }).click()
  await expect(patches.getByRole('listitem').filter({ hasText: 'Far, black' })).toContainText(
    'not marked'
  )
  await type(page, 'Port to far card', '20 cm')
  await expect(found).toContainText('has to be farther')
  await expect(take).toBeDisabled()
  await type(page, 'Port to far card', '1.3 m')
  expect(await violations(page)).toEqual([])
  await take.click()
  const { medium } = await planOf(page, request, id)
  expect(medium).toMatchObject({ kind: 'sea', water: 'green', depthM: 3 })
  expect(Math.abs((medium as Water).extraPerM - 0.45)).toBeLessThan(0.03)
})

test('the demo’s cards, by its raw frame: the water they were taken in', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-cards')
  await open(page, { id }, 'subject')
  const { medium } = await planOf(page, request, id)
  await choose(page, 'What is in the water', 'Silty: what a current stirs up')
  await page.getByText('Measure this water').click()
  await expect(page.locator('[data-lit-by]')).toHaveText(
    'Lit by A Above the port, where the plan of this frame has it.'
  )
  await type(page, 'Port to far card', '891')
  await type(page, 'Grey reflects', '50 %')
  const picture = page.getByRole('application', { name: /^Picture of the frame/ })
  for (const [mark, x] of [
    ['Near, grey', 0.5],
    ['Far, grey', 0.675],
    ['Near, black', 0.25],
    ['Far, black', 0.818]
  ] as const) {
    await page.getByRole('button', { name: mark, exact: true }).click()
    const box = (await picture.boundingBox())!
    await picture.click({ position: { x: x * box.width, y: 0.5 * box.height } })
    await expect(
      page.getByRole('list', { name: 'Patches' }).getByRole('listitem').filter({ hasText: mark })
    ).toContainText('read')
  }
  await expect(page.locator('[data-uncurved]')).toHaveCount(0)
  await expect(page.locator('[data-water-found]')).toContainText(
    /^Green.* by \d+ mm more of water\. Scattering 0\.\d+ \/m: the veil on the far card is/
  )
  await page.getByRole('button', { name: 'Use it as the water' }).click()
  const found = (await planOf(page, request, id)).medium as Water
  const was = medium as Water
  expect(found.water).toBe(was.water)
  expect(Math.abs(found.extraPerM - was.extraPerM)).toBeLessThan(0.05)
  expect(Math.abs(Math.log2(found.scatterPerM / was.scatterPerM))).toBeLessThan(0.4)
})

test('lit water veils the background: verdict, term, and coming nearer with port and arm', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-slug')
  await open(page, { id }, 'subject')
  await choose(page, 'What is in the water', 'Silty: what a current stirs up')
  const background = page.locator('[data-verdict="background"]')
  await expect(background).toHaveAttribute('data-state', 'ok')
  await type(page, 'Scattering', '12')
  await expect(background).not.toHaveAttribute('data-state', 'ok')
  await page.goto(`/shoots/${id}/light`)
  await page.locator('[data-cell="A-background"]').click()
  await expect(page.getByText('lit water before it')).toBeVisible()
  await expect(page.getByText(/scattering 12 \/m; .* of what is seen/)).toBeVisible()
  const before = await planOf(page, request, id)
  await page.getByRole('tab', { name: /^Checks/ }).click()
  const nearer = page.getByRole('button', {
    name: /^Apply: Come [\d.]+ mm nearer with the port and what is on its arms, to [\d.]+ mm: the frame takes in/
  })
  await nearer.click()
  await expect
    .poll(async () => (await planOf(page, request, id)).focus.magnification)
    .toBeGreaterThan(before.focus.magnification)
  const after = await planOf(page, request, id)
  expect(after.lights[0]!.at).not.toEqual(before.lights[0]!.at)
  expect(ledgerOf(after).flash.subject!).toBeGreaterThan(ledgerOf(before).flash.subject! - 1)
})
