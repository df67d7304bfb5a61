/** The water measured by a card at two distances in one frame. */
import type { RunFrames } from '../core/api/api'
import { AS_DAYLIGHT, balanced } from '../core/colour/balance'
import { product } from '../core/colour/bands'
import { xyzOf } from '../core/colour/observer'
import { daylight } from '../core/colour/sources'
import { attenuationOf, typicalWater, type Water } from '../core/medium/water'
import { jpegOf } from '../simulator/files'
import { violations } from './axe'
import { choose, copyOf, expect, open, test, type } from './fixtures'
import { planOf } from './planOf'

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
