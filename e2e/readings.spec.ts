/** What a frame's own files say: raw files read linear, a camera's tone curve measured. */
import type { Page } from '@playwright/test'
import type { Exposure } from '../simulator/exposure'
import { dngOf } from '../simulator/dng'
import { jpegOf, type Notes } from '../simulator/files'
import type { KitRecord, RunFrames, Shoot } from '../core/api/api'
import type { Camera } from '../core/kit/kit'
import { violations } from './axe'
import { copyOf, expect, open, practise, takeIt, test } from './fixtures'

/** A chart of greys, in tenths of a stop from the top left, darkest first. */
const [ACROSS, DOWN, SIDE] = [14, 8, 32]
const FROM = -8
const levelAt = (column: number, row: number): number => FROM + (row * ACROSS + column) / 10
const chart = (exposureStops = 0): Exposure => {
  const [width, height] = [ACROSS * SIDE, DOWN * SIDE]
  const linear = new Float32Array(width * height * 3)
  for (let p = 0; p < width * height; p++) {
    const [column, row] = [Math.floor((p % width) / SIDE), Math.floor(p / width / SIDE)]
    linear.fill(2 ** (levelAt(column, row) + exposureStops), p * 3, p * 3 + 3)
  }
  return { width, height, linear }
}
const RENDERING = { power: 1.35, whiteStops: 2.4 }
const LOOK = { headroomStops: 0.7, balance: [0.5, 0.65] as const }
/** The raw file holds this much over mid-grey. */
const RAW_GREY = -(Math.log2(1 / 0.18) + LOOK.headroomStops)

let taken = 0
const notesAt = (apertureStops: number): Notes => ({
  camera: 'Test body',
  settings: { apertureStops, shutterStops: 23 / 3, isoStops: 0 },
  focalMm: 100,
  flashFired: true,
  takenAt: new Date(Date.UTC(2026, 10, 20, 9, 30, ++taken))
})

const log = async (
  page: Page,
  name: string,
  exposureStops = 0,
  apertureStops = 8,
  withRaw = true
): Promise<void> => {
  const notes = notesAt(apertureStops)
  const exposure = chart(exposureStops)
  const raw = {
    name: `${name}.dng`,
    mimeType: 'image/x-adobe-dng',
    buffer: dngOf(exposure, LOOK, notes)
  }
  const jpeg = {
    name: `${name}.jpg`,
    mimeType: 'image/jpeg',
    buffer: await jpegOf(exposure, RENDERING, notes)
  }
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles(withRaw ? [raw, jpeg] : [jpeg])
}

/** The patch put at a spot of the picture, once nothing moves it any more. */
const put = async (page: Page, x: number, y: number): Promise<void> => {
  await expect(page.locator('[data-patch]')).toContainText(/\d/)
  await expect(page.getByText(/^Reading (the )?picture/)).toBeHidden()
  const picture = page.locator('[role=application]')
  const { width, height } = (await picture.boundingBox())!
  await picture.click({ position: { x: x * width, y: y * height } })
}
const click = (page: Page, column: number, row: number): Promise<void> =>
  put(page, (column + 0.5) / ACROSS, (row + 0.5) / DOWN)
const reading = async (page: Page): Promise<number> => {
  const text = await page.locator('[data-patch]').innerText()
  return Number(text.replace('−', '-').replace(/[≤≥ ]/g, ''))
}
const files = (page: Page) => page.locator('[data-camera-files]')

const clean = async (page: Page): Promise<void> => {
  expect(await violations(page)).toEqual([])
}
/** A run whose black frame is judged, and in which a lit one is to come. */
const begun = async (page: Page, newShoot: (look?: string) => Promise<Shoot>): Promise<Shoot> => {
  const shoot = await newShoot('black-still')
  await open(page, shoot, 'run')
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await page.getByRole('button', { name: 'Nothing shows' }).click()
  return shoot
}
/** Deep in the curve's toe, and mid-grey. */
const DARK = [9, 3] as const
const MID = [10, 5] as const

test('a raw file beside its JPEG: the tone curve is measured, readings follow the light, the kit keeps it', async ({
  page,
  request,
  newShoot
}) => {
  const shoot = await begun(page, newShoot)
  await log(page, 'CHART1')
  await expect(page.locator('[data-worth]')).toContainText('tone curve, not measured')
  await click(page, ...DARK)
  await expect.poll(() => reading(page)).toBeLessThan(levelAt(...DARK) - 0.7)
  await files(page).locator('summary').click()
  await page.getByRole('button', { name: /^Measure by raw and JPEG/ }).click()
  await expect(page.locator('[data-proposal]')).toContainText('with it')
  await clean(page)
  await page.getByRole('button', { name: 'Adopt' }).click()
  await expect(page.locator('[data-worth]')).toContainText('Read from the raw file')
  await expect.poll(() => reading(page)).toBeCloseTo(levelAt(...DARK), 0.8)
  const { camera } = shoot.plan
  const kept = async () => {
    const kit = (await (await request.get('/api/kit')).json()) as KitRecord[]
    const item = kit.find((record) => record.item.id === camera.id)!.item as Camera
    return [item.files.rawGrey.length, item.files.toneCurve.length > 20]
  }
  await expect.poll(kept).toEqual([1, true])
  // A JPEG of the same camera without its raw file is read by the curve.
  await log(page, 'CHART2', 1, 7, false)
  await expect(page.getByRole('region', { name: 'Judge frame 3' })).toBeVisible()
  await expect(page.locator('[data-worth]')).toContainText('measured tone curve')
  await click(page, ...DARK)
  await expect.poll(() => reading(page)).toBeCloseTo(levelAt(...DARK) + 1, 0.8)
  await expect(page.locator('[data-worth]')).toContainText(/± 0\.(0\d|1) stop/)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(kept).toEqual([0, false])
  await expect(page.locator('[data-worth]')).toContainText('tone curve, not measured')
})

test('a grey card puts mid-grey in the raw file, and a channel that clips there is named', async ({
  page,
  newShoot
}) => {
  await begun(page, newShoot)
  await log(page, 'CARD1')
  await click(page, ...MID)
  await files(page).locator('summary').click()
  await page.getByLabel('Stops over what the meter called right').fill('much')
  await page.getByRole('button', { name: 'The patch is a grey card' }).click()
  await expect(files(page).getByRole('alert')).toContainText('stops, like 0')
  await page.getByLabel('Stops over what the meter called right').fill('+1')
  await page.getByRole('button', { name: 'The patch is a grey card' }).click()
  const offered = `mid-grey −${(-RAW_GREY + 1).toFixed(2)} under white`
  await expect(page.locator('[data-proposal]')).toContainText(offered)
  await page.getByRole('button', { name: 'Adopt' }).click()
  await expect.poll(() => reading(page)).toBeCloseTo(1, 1)
  // Two stops more: what was a stop and a half over mid-grey is past the raw file's white.
  await log(page, 'CARD2', 2, 6)
  await expect(page.getByRole('region', { name: 'Judge frame 3' })).toBeVisible()
  await click(page, 11, 6)
  await expect(page.locator('[data-patch]')).toContainText('≥')
  await expect(page.locator('[data-worth]')).toContainText('In the raw file green clips in')
  await page.getByRole('button', { name: 'Judge frame 2' }).click()
  await click(page, 9, 7)
  await expect(page.locator('[data-worth]')).toContainText('Read from the raw file')
  await files(page).locator('summary').click()
  await page.getByRole('button', { name: 'Forget what was measured' }).click()
  await expect(files(page)).toContainText('not measured yet')
  await expect(page.locator('[data-worth]')).toContainText('Read from the JPEG')
})

test('three frames a stop apart by aperture measure the curve without a raw file', async ({
  page,
  newShoot
}) => {
  await begun(page, newShoot)
  for (const [i, stops] of [0, 1, -1].entries()) {
    await log(page, `STEP${i}`, stops, 8 - stops, false)
    await expect(page.getByRole('region', { name: `Judge frame ${i + 2}` })).toBeVisible()
  }
  await page.getByRole('button', { name: 'Judge frame 2' }).click()
  await files(page).locator('summary').click()
  await page.getByRole('button', { name: 'Measure by 3 frames of known steps' }).click()
  await page.getByRole('button', { name: 'Adopt' }).click()
  await expect(page.locator('[data-worth]')).toContainText('measured tone curve')
  await click(page, ...DARK)
  await expect.poll(() => reading(page)).toBeCloseTo(levelAt(...DARK), 0.8)
})

test('a damaged raw file is named, and the JPEG read in its place', async ({
  page,
  newShoot,
  expected
}) => {
  // What decodes raw files says so on its own.
  expected.push(/unknown file: Unexpected end of file/)
  await begun(page, newShoot)
  const notes = notesAt(8)
  const raw = dngOf(chart(), LOOK, notes)
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles([
      { name: 'TORN.dng', mimeType: 'image/x-adobe-dng', buffer: raw.subarray(0, 900) },
      {
        name: 'TORN.jpg',
        mimeType: 'image/jpeg',
        buffer: await jpegOf(chart(), RENDERING, notes)
      }
    ])
  await files(page).locator('summary').click()
  await page.getByRole('button', { name: /^Measure by raw and JPEG/ }).click()
  await expect(files(page).getByRole('alert')).toContainText('This raw file is damaged')
  await expect(page.locator('[data-worth]')).toContainText('Read from the JPEG')
})

test('a missed flash is named as the likeliest, shown what it changes, and logged as such', async ({
  page,
  request
}) => {
  const shoot = await copyOf(request, 'demo-coin')
  await open(page, shoot, 'run')
  // A studio whose first flash does not come.
  await practise(page, 12)
  await takeIt(page)
  await expect(page.locator('[data-frame="1"]')).toContainText('strobe off')
  await takeIt(page)
  await expect(page.locator('[data-patch]')).toContainText('≤')
  const why = page.locator('[data-explanations]')
  await expect(why.locator('summary')).toContainText(/A did not fire, (9\d|> 99) %/)
  await why.locator('summary').press('Enter')
  const first = why.locator('[data-cause]').first()
  await first.getByRole('button').press('Enter')
  await expect(first).toContainText('off by 0.0 stop at most')
  await expect(first).toContainText('Next would be: Strobe on')
  await clean(page)
  await first.getByRole('button', { name: 'Log it without A' }).click()
  await expect(page.locator('[data-frame="2"]')).toContainText('strobe off')
  await expect(page.locator('[data-move]')).toHaveAttribute('data-move', 'take-lit')
  await page.getByRole('button', { name: 'Undo' }).last().click()
  await expect(page.locator('[data-frame="2"]')).toContainText('strobe on')
})

test('a head that gives more is corrected by its explanation; undo takes plan and reading back', async ({
  page,
  request
}) => {
  const shoot = await copyOf(request, 'demo-tent')
  await open(page, shoot, 'run')
  // A studio whose head gives half a stop more than its figures say.
  await practise(page, 3)
  await takeIt(page)
  await expect(page.locator('[data-frame="1"]')).toContainText('strobe off')
  await takeIt(page)
  const why = page.locator('[data-explanations]')
  await why.locator('summary').click()
  const row = why.locator('[data-cause="output"]')
  await row.getByRole('button').first().click()
  await row.getByRole('button', { name: /^Correct A by/ }).click()
  await expect(page.locator('[data-frame="2"]')).toContainText('in the picture')
  await expect(page.locator('[data-move]')).not.toHaveAttribute('data-move', 'judge')
  await page.getByRole('banner').getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('[data-frame="2"]')).toContainText('Not judged yet')
})

/** Discs on black, each of a level of its own; seen shifted and larger. */
const DISCS = [
  { x: 0.3, y: 0.3, r: 0.08, level: -1 },
  { x: 0.62, y: 0.35, r: 0.11, level: 0.5 },
  { x: 0.45, y: 0.62, r: 0.06, level: -2.5 },
  { x: 0.75, y: 0.7, r: 0.05, level: 1 }
]
const discs = (right: number, scale: number): Exposure => {
  const [width, height] = [360, 240]
  const linear = new Float32Array(width * height * 3)
  for (let p = 0; p < width * height; p++) {
    const x = 0.5 + ((p % width) / width - 0.5 - right) / scale
    const y = 0.5 + ((Math.floor(p / width) - height / 2) / width / scale) * 1.5
    const disc = DISCS.find((each) => Math.hypot(x - each.x, (y - each.y) / 1.5) < each.r)
    linear.fill(disc ? 2 ** disc.level : 2 ** -9, p * 3, p * 3 + 3)
  }
  return { width, height, linear }
}

test('a patch with a name is kept, and follows a frame that was reframed', async ({
  page,
  newShoot,
  request
}) => {
  const shoot = await begun(page, newShoot)
  const STRAIGHT = { power: 1.0001, whiteStops: 2.474 }
  const add = async (name: string, exposure: Exposure) =>
    page
      .locator('input[type=file]')
      .first()
      .setInputFiles({
        name: `${name}.jpg`,
        mimeType: 'image/jpeg',
        buffer: await jpegOf(exposure, STRAIGHT, notesAt(8))
      })
  await add('WIDE', discs(0, 1))
  await put(page, 0.45, 0.62)
  const named = page.getByLabel('Name this patch')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.locator('.marks').getByRole('alert')).toHaveText('a name is needed')
  await named.fill('small disc')
  await named.press('Enter')
  await expect(page.locator('[data-mark="small disc"]')).toContainText('−2.5')
  await add('NEARER', discs(0.1, 1.2))
  await expect(page.getByRole('region', { name: 'Judge frame 3' })).toBeVisible()
  await expect(page.locator('[data-followed]')).toContainText(
    /Marks follow frame 2: (9\.\d|10\.\d) % to the right, (19|20)\.\d % larger/
  )
  await expect(page.locator('[data-mark="small disc"]')).toContainText('−2.5')
  await clean(page)
  await page.getByRole('button', { name: 'Drop the mark small disc' }).click()
  await expect(page.locator('[data-mark]')).toHaveCount(0)
  const { frames } = (await (
    await request.get(`/api/shoots/${shoot.id}/frames`)
  ).json()) as RunFrames
  expect(frames.map(({ frame }) => frame.marks?.map(({ name }) => name) ?? null)).toEqual([
    null,
    ['small disc'],
    []
  ])
})

test('a raw file alone becomes a frame: a picture is made of it, its settings are read', async ({
  page,
  newShoot
}) => {
  await begun(page, newShoot)
  const alone = {
    name: 'ALONE.dng',
    mimeType: 'image/x-adobe-dng',
    buffer: dngOf(chart(), LOOK, notesAt(7))
  }
  const input = page.locator('input[type=file]').first()
  await input.setInputFiles(alone)
  await expect(page.getByText(/The file says f\/11 where the plan says f\/16/)).toBeVisible()
  await expect(page.locator('[data-worth]')).toContainText('Read from the JPEG')
  await click(page, ...MID)
  // Mid-grey is put where it lies by rule: 12.8 % of white.
  await expect.poll(() => reading(page)).toBeCloseTo(RAW_GREY - Math.log2(10 / 78), 0.8)
  await files(page).locator('summary').click()
  // What was made here is no camera's curve.
  await page.getByRole('button', { name: /^Measure by raw and JPEG/ }).click()
  await expect(files(page).getByRole('alert')).toContainText('made here')
  await page.getByRole('button', { name: 'The patch is a grey card' }).click()
  await page.getByRole('button', { name: 'Adopt' }).click()
  await expect(page.locator('[data-worth]')).toContainText('Read from the raw file')
  await expect.poll(() => reading(page)).toBeCloseTo(0, 1)
  // The same file again is the same frame.
  await input.setInputFiles(alone)
  await expect(page.locator('[data-frame]')).toHaveCount(2)
})

test('with the server away a raw file waits beside its picture, is read from here, and arrives once', async ({
  page,
  newShoot,
  expected
}) => {
  ;(expected as RegExp[]).push(/Failed to load resource/)
  const shoot = await begun(page, newShoot)
  await page.route('**/frames/**', (route) => route.abort())
  await log(page, 'AWAY1')
  await expect(page.getByText(/kept here until the server answers/)).toBeVisible()
  // What lies here is as good as what lies there: the camera can be measured by it.
  await files(page).locator('summary').click()
  await expect(page.getByRole('button', { name: /^Measure by raw and JPEG/ })).toBeVisible()
  await page.reload()
  await expect(page.getByText(/kept here until the server answers/)).toBeVisible()
  let sent = 0
  await page.unroute('**/frames/**')
  await page.route('**/frames/*/raw', (route) => {
    if (route.request().method() === 'PUT') sent++
    return route.continue()
  })
  await page.getByRole('button', { name: 'Send now' }).click()
  const there = async (): Promise<unknown> => {
    const run = (await (
      await page.request.get(`/api/shoots/${shoot.id}/frames`)
    ).json()) as RunFrames
    const record = run.frames.find(({ frame }) => frame.fileName === 'AWAY1.jpg')
    return [record?.hasImage, record?.hasRaw]
  }
  await expect.poll(there).toEqual([true, true])
  await expect(page.getByText(/kept here/)).toBeHidden()
  expect(sent).toBe(1)
})
