/** Runs on the bench through the interface: by meter, by frames of a card, by a streak. */
import sharp from 'sharp'
import { benchExpected } from '../core/calibration/fromBench'
import { wholeMarks } from '../core/calibration/start'
import type { BenchRow, LightCalibration } from '../core/calibration/calibration'
import type { Camera, KitItem, Strobe } from '../core/kit/kit'
import type { Meter } from '../core/kit/meter'
import { markStops } from '../core/light/output'
import { formatMeter, parseMeter } from '../core/scales/meter'
import { testLight } from '../core/testing'
import { dngOf } from '../simulator/dng'
import { jpegOf } from '../simulator/files'
import { headTruth } from '../simulator/truth'
import { violations } from './axe'
import { items, kept, own, reading, says } from './calibrating'
import { expect, test } from './fixtures'

test('the marks of a simulated head, read with a meter by keys alone, adopted, and gone back on', async ({
  page,
  request
}) => {
  const meter = await own<Meter>(request, 'wren-meter', {
    id: 'tenth-meter',
    name: 'A tenths meter',
    display: 'tenths',
    offsetUncertaintyStops: 0.02
  })
  const head = await own<Strobe>(request, 'lantern-36', { id: 'bench-head', name: 'Bench head' })
  const kit = await items(request)
  // A head as the simulated studio draws one: what its marks truly give.
  const truth = headTruth(11, testLight({ strobe: head }))
  const shown = (at: number): string => {
    const row: BenchRow = { at, reference: false, reading: null, on: true }
    const run: LightCalibration = {
      kind: 'marks',
      startedAt: '2026-11-27T10:00:00.000Z',
      strobeId: head.id,
      modifierId: null,
      meterId: meter.id,
      cameraId: null,
      lensId: null,
      magnification: 0.1,
      distanceMm: 1000,
      powerStops: 0,
      isoStops: 0,
      rows: [row]
    }
    const { apertureStops } = benchExpected(run, row, kit)!
    return formatMeter(apertureStops! + truth.outputStops + truth.markStops(at), 'tenths')
  }
  await page.goto('/kit')
  await page.getByRole('link', { name: 'Calibrate Bench head' }).click()
  await page.getByRole('button', { name: 'Marks of the dial' }).click()
  await page.getByLabel('Meter', { exact: true }).selectOption({ label: 'A tenths meter' })
  await expect(page.locator('[data-now]')).toHaveText('Set the dial to 1/1.')
  await expect(page.locator('[data-row="0"]')).toContainText('32·3')
  await reading(page, '1/1').focus()
  await page.keyboard.type('thirty')
  await page.keyboard.press('Enter')
  await expect(page.getByText('not understood: type 8·6, 8.6 or 8+0.6')).toBeVisible()
  await reading(page, '1/1').fill('')
  const marks = wholeMarks(head, 13)
  for (const [i, at] of marks.entries()) {
    await expect(page.locator('input.reading').nth(i)).toBeFocused()
    await page.keyboard.type(shown(at))
    await page.keyboard.press('Enter')
  }
  await expect(page.getByText('All rows are read.')).toBeVisible()
  await expect(says(page)).toContainText(/7 marks against full power/)
  await expect(page.getByRole('status').filter({ hasText: /^Saved/ })).toBeVisible()
  expect(await violations(page)).toEqual([])

  await page.getByRole('button', { name: 'Adopt in the kit' }).click()
  await expect(page.getByText('7 measured')).toBeVisible()
  const after = (await items(request)).get('bench-head') as Strobe
  const off = 2 * Math.log2(after.guideNumberM / head.guideNumberM) - truth.outputStops
  expect(Math.abs(off)).toBeLessThan(3 * after.outputUncertaintyStops!)
  for (const { powerStops, uncertaintyStops } of after.marks)
    expect(Math.abs(markStops(after, powerStops) - truth.markStops(powerStops))).toBeLessThan(
      3 * uncertaintyStops
    )
  // What it was before can be gone back to, at once and later.
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(page.getByRole('button', { name: /^Marks of the dial as it came/ })).toBeVisible()
})

test('a meter’s reading undone, a row left out, one of one’s own, all of it there after a reload', async ({
  page,
  request
}) => {
  await own<Strobe>(request, 'lantern-36', { id: 'second-head', name: 'Second head' })
  await page.goto('/kit/second-head/calibrate')
  await page.getByLabel('Meter', { exact: true }).selectOption({ label: 'Wren meter' })
  await reading(page, '1000 mm').fill('32')
  await reading(page, '1000 mm').press('Enter')
  await reading(page, '1400 mm').fill('8')
  await reading(page, '1400 mm').press('Enter')
  await expect(page.locator('[data-row="1"]')).toContainText('strays')
  await expect(
    page.getByText('One row fits nothing else that was read', { exact: false })
  ).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(reading(page, '1400 mm')).toHaveValue('')
  await page.getByRole('button', { name: 'Redo', exact: true }).click()
  await expect(reading(page, '1400 mm')).toHaveValue('8')
  await page.getByLabel('1400 mm counts').uncheck()
  await expect(page.locator('[data-row="1"]')).not.toContainText('strays')
  await page.getByRole('button', { name: 'Add a row' }).click()
  const place = page.getByLabel(/^Place of row 4/)
  await place.fill('far away')
  await place.press('Enter')
  await expect(page.getByText('the place is not understood')).toBeVisible()
  await place.fill('70 cm')
  await place.press('Enter')
  await reading(page, '700 mm').fill('45')
  await reading(page, '700 mm').press('Enter')
  await expect(page.getByRole('status').filter({ hasText: /^Saved/ })).toBeVisible()
  await page.reload()
  await expect(reading(page, '700 mm')).toHaveValue('45')
  await expect(page.getByLabel('1400 mm counts')).not.toBeChecked()
  expect((await kept(request, 'second-head'))[0]!.calibration.rows).toHaveLength(4)
})

test('with the server away nothing is lost: readings wait in the browser and arrive once', async ({
  page,
  request,
  expected
}) => {
  ;(expected as RegExp[]).push(/Failed to load resource/)
  await own<Strobe>(request, 'lantern-36', { id: 'away-head', name: 'Away head' })
  await page.goto('/kit/away-head/calibrate')
  await page.getByLabel('Meter', { exact: true }).selectOption({ label: 'Wren meter' })
  await page.route('**/api/calibrations/*', (route) => route.abort())
  await reading(page, '1000 mm').fill('32')
  await reading(page, '1000 mm').press('Enter')
  await expect(page.getByText('It is kept in this browser.', { exact: false })).toBeVisible()
  await reading(page, '1400 mm').fill('22')
  await reading(page, '1400 mm').press('Enter')
  await page.reload()
  await expect(reading(page, '1400 mm')).toHaveValue('22')
  await page.unroute('**/api/calibrations/*')
  await expect(page.getByRole('status').filter({ hasText: /^Saved/ })).toBeVisible({
    timeout: 15_000
  })
  const runs = await kept(request, 'away-head')
  expect(runs).toHaveLength(1)
  expect(runs[0]!.calibration.rows.filter((row) => 'reading' in row && row.reading).length).toBe(2)
})

test('gone on to another run at once, or to another page: what was just read is not left behind', async ({
  page,
  request
}) => {
  await own<Strobe>(request, 'lantern-36', { id: 'quick-head', name: 'Quick head' })
  await page.goto('/kit/quick-head/calibrate')
  await page.getByLabel('Meter', { exact: true }).selectOption({ label: 'Wren meter' })
  await reading(page, '1000 mm').fill('32')
  await reading(page, '1000 mm').press('Enter')
  await page.getByRole('button', { name: 'Marks of the dial' }).click()
  await reading(page, '1/1').fill('36')
  await reading(page, '1/1').press('Enter')
  await page.getByRole('link', { name: 'Kit' }).first().click()
  const read = async (): Promise<string[]> =>
    (await kept(request, 'quick-head'))
      .filter(({ calibration: { rows } }) =>
        rows.some((row) => 'reading' in row && row.reading !== null)
      )
      .map(({ calibration }) => calibration.kind)
      .sort()
  await expect.poll(read).toEqual(['marks', 'output'])
  expect(await kept(request, 'quick-head')).toHaveLength(2)
})

test('changed elsewhere meanwhile: a side is picked, nothing is written over unasked', async ({
  page,
  request,
  expected
}) => {
  ;(expected as RegExp[]).push(/409/)
  await own<Strobe>(request, 'lantern-36', { id: 'two-head', name: 'Two head' })
  await page.goto('/kit/two-head/calibrate')
  await page.getByLabel('Meter', { exact: true }).selectOption({ label: 'Wren meter' })
  await reading(page, '1000 mm').fill('32')
  await reading(page, '1000 mm').press('Enter')
  await expect(page.getByRole('status').filter({ hasText: /^Saved/ })).toBeVisible()
  const [record] = await kept(request, 'two-head')
  const theirs = { ...(record!.calibration as LightCalibration), distanceMm: 1234 }
  await request.put(`/api/calibrations/${record!.id}`, {
    data: { version: record!.version, kitId: 'two-head', calibration: theirs }
  })
  await reading(page, '1400 mm').fill('22')
  await reading(page, '1400 mm').press('Enter')
  await expect(page.getByText('was changed elsewhere', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Save mine over it' }).click()
  await expect(page.getByRole('status').filter({ hasText: /^Saved/ })).toBeVisible()
  const rows = (await kept(request, 'two-head'))[0]!.calibration.rows as BenchRow[]
  expect(rows[1]!.reading).toEqual({ kind: 'meter', apertureStops: parseMeter('22', 'thirds') })
})

const LOOK = { headroomStops: 0.7, balance: [0.5, 0.65] as const }
/** Mid-grey under white in the raw files that are made here. */
const RAW_GREY = -(Math.log2(1 / 0.18) + LOOK.headroomStops)

test('high-speed sync by raw frames of a card: each finds its row by its shutter, odd files are named', async ({
  page,
  request
}) => {
  const camera = await own<Camera>(request, 'slate-body', {
    id: 'sure-camera',
    name: 'Sure camera',
    files: { rawGrey: [{ isoStops: 0, stops: RAW_GREY, uncertaintyStops: 0.05 }], toneCurve: [] }
  })
  const head = await own<Strobe>(request, 'lantern-36', { id: 'fast-head', name: 'Fast head' })
  await page.goto('/kit/fast-head/calibrate')
  await page.getByRole('button', { name: 'High-speed sync' }).click()
  await page.getByLabel('Camera', { exact: true }).selectOption({ label: 'Sure camera' })
  const kit = await items(request)
  const run: LightCalibration = {
    kind: 'highSpeed',
    startedAt: '2026-11-27T10:00:00.000Z',
    strobeId: head.id,
    modifierId: null,
    meterId: null,
    cameraId: camera.id,
    lensId: 'slate-100',
    magnification: 0.1,
    distanceMm: 1000,
    powerStops: -2,
    isoStops: 0,
    rows: []
  }
  let minute = 0
  /** A card lit as the kit says, less so much. */
  const frame = async (shutterStops: number, lessStops: number, ending: 'dng' | 'jpg') => {
    const row: BenchRow = {
      at: shutterStops,
      reference: shutterStops <= camera.syncStops,
      on: true,
      reading: {
        kind: 'card',
        levelStops: 0,
        uncertaintyStops: 0.1,
        apertureStops: 8,
        shutterStops,
        isoStops: 0,
        fileName: null
      }
    }
    const { levelStops } = benchExpected(run, row, kit)!
    const [width, height] = [96, 64]
    const exposure = {
      width,
      height,
      linear: new Float32Array(width * height * 3).fill(2 ** (levelStops - lessStops))
    }
    const notes = {
      camera: 'Sure camera',
      settings: { apertureStops: 8, shutterStops, isoStops: 0 },
      focalMm: 100,
      flashFired: true,
      takenAt: new Date(Date.UTC(2026, 10, 20, 9, ++minute))
    }
    return ending === 'dng'
      ? {
          name: `card${minute}.dng`,
          mimeType: 'image/x-adobe-dng',
          buffer: dngOf(exposure, LOOK, notes)
        }
      : {
          name: `card${minute}.jpg`,
          mimeType: 'image/jpeg',
          buffer: await jpegOf(exposure, { power: 1.3, whiteStops: 2.4 }, notes)
        }
  }
  const sync = camera.syncStops
  const files = [
    await frame(sync + 2, 0.4, 'dng'),
    await frame(sync, 0, 'dng'),
    await frame(sync + 1, 0.3, 'dng'),
    // Nobody waits for this one, and one is bright past white.
    await frame(3, 0, 'dng'),
    await frame(sync + 3, -7, 'jpg'),
    { name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') }
  ]
  await page.getByLabel('Frames of the card …').setInputFiles(files)
  await expect(page.getByText('3 frames read, in the order they were taken.')).toBeVisible({
    timeout: 30_000
  })
  await expect(page.getByText('1 that no row waits for: left out.')).toBeVisible()
  await expect(
    page.getByRole('listitem').filter({ hasText: 'card5.jpg: the card is clipped' })
  ).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: 'notes.jpg:' })).toBeVisible()
  for (const [row, off] of [
    [0, /^0\.0\s*$/],
    [1, /^−0\.3\s*$/],
    [2, /^−0\.4\s*$/]
  ] as const)
    await expect(page.locator(`[data-row="${row}"] td.num`).last()).toHaveText(off)
  await page.getByRole('button', { name: 'Adopt in the kit' }).click()
  await expect(page.getByText('2 shutters')).toBeVisible()
  const { highSpeedLosses } = (await items(request)).get('fast-head') as Strobe
  expect(highSpeedLosses.map(({ stops }) => stops)).toEqual([
    expect.closeTo(0.8, 1),
    expect.closeTo(0.9, 1)
  ])
  // A frame can be taken out again.
  await page
    .getByRole('button', { name: /^Take the frame out of/ })
    .first()
    .click()
  await expect(page.locator('[data-row="0"]')).toContainText('a frame')
})

test('a grid by five angles from the demo: adopted, a shoot that takes it up says it is measured', async ({
  page,
  request
}) => {
  await page.goto('/kit/grid-40/calibrate')
  await expect(says(page)).toHaveText(
    'A table of 5 angles in place of loss and geometry, −1.3 ± 0.20 stop on the axis'
  )
  await page.getByRole('button', { name: 'Adopt in the kit' }).click()
  await expect(page.getByText('“Honeycomb grid, 40°” put right.', { exact: false })).toBeVisible()
  await page.goto('/shoots/demo-steam/light')
  await page.getByRole('button', { name: 'Update Honeycomb grid, 40°' }).click()
  await page.locator('[data-cell="A-subject"]').click()
  await expect(page.locator('[data-term="modifier"]')).toContainText('as measured')
  await expect(page.locator('[data-total="subject"]')).toContainText('plus or minus')
  // The demo stays as it was for whoever comes next.
  await page.getByRole('button', { name: 'Undo' }).first().click()
  const grid = (await (await request.get('/api/kit/grid-40/history')).json()) as {
    version: number
    item: KitItem
  }[]
  await request.put('/api/kit/grid-40', {
    data: { version: grid[0]!.version + 1, item: grid[0]!.item }
  })
})

test('a flash’s duration by a streak on a turning disc, and by two frames of a leaf shutter', async ({
  page,
  request
}) => {
  await own<Strobe>(request, 'lantern-36', { id: 'long-head', name: 'Long head' })
  await page.goto('/kit/long-head/calibrate')
  await page.getByRole('button', { name: 'Flash duration' }).click()
  // 3000 turns a minute at 100 mm: 31.4 m/s; 2 mm of mark and 94.2 mm of streak are 3 ms.
  await page.getByLabel('Streak').first().fill('96.2')
  await page.getByLabel('Streak').first().press('Enter')
  await expect(says(page)).toHaveText('t0.1 at 1/1: 1/330 s ± 10 %')
  await page.getByLabel('Streak').nth(1).fill('1')
  await page.getByLabel('Streak').nth(1).press('Enter')
  await expect(page.getByText('No longer than the mark itself')).toBeVisible()
  await page.getByLabel('By', { exact: true }).selectOption('two-frames')
  await expect(page.getByText('Nothing yet: read a row or two.')).toBeVisible()
  await page.getByLabel('The fast frame lost').first().fill('0.42')
  await page.getByLabel('The fast frame lost').first().press('Enter')
  // A share of 2^−0.42 within 1/512 s: −t·ln 10 / ln(1 − 0.747) is 1/306 s.
  await expect(says(page)).toContainText('t0.1 at 1/1: 1/310 s')
  await page.getByRole('button', { name: 'Adopt in the kit' }).click()
  await expect(page.getByRole('button', { name: /^Flash duration measured/ })).toBeVisible()
  const { durations, durationsFrom } = (await items(request)).get('long-head') as Strobe
  expect(durationsFrom).toBe('measured')
  expect(1 / durations.find(({ powerStops }) => powerStops === 0)!.t01).toBeCloseTo(306, 0)
})

test('a streak is measured by marks on its picture, on a disc and beside a scale', async ({
  page,
  request
}) => {
  await own<Strobe>(request, 'lantern-36', { id: 'streak-head', name: 'Streak head' })
  await page.goto('/kit/streak-head/calibrate')
  await page.getByRole('button', { name: 'Flash duration' }).click()
  await page.getByRole('button', { name: 'Measure row 1 in a picture' }).click()
  const file = page.getByLabel('Picture of the streak')
  await file.setInputFiles({
    name: 'torn.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('no picture')
  })
  await expect(page.getByRole('alert')).toContainText('no picture the browser can show')
  const buffer = await sharp({
    create: { width: 600, height: 400, channels: 3, background: '#000' }
  })
    .jpeg()
    .toBuffer()
  await file.setInputFiles({ name: 'disc.jpg', mimeType: 'image/jpeg', buffer })
  const picture = page.getByRole('img', { name: 'The streak' })
  await expect(picture).toBeVisible()
  /** Drags what lies at one spot to another, both as shares of the picture. */
  const drag = async (from: readonly [number, number], to: readonly [number, number]) => {
    const { x, y, width, height } = (await picture.boundingBox())!
    await page.mouse.move(x + from[0] * width, y + from[1] * height)
    await page.mouse.down()
    await page.mouse.move(x + to[0] * width, y + to[1] * height, { steps: 3 })
    await page.mouse.up()
  }
  // The middle is at 0.4, 0.5; a quarter turn: to the right, and down by as much, 1.5 times the share.
  await drag([0.7, 0.3], [0.6, 0.5])
  await drag([0.7, 0.7], [0.4, 0.8])
  const streak = page.locator('[data-streak] b')
  await expect(streak).toHaveText(/^157(\.\d)? mm$/)
  await page.getByRole('button', { name: /^Its other end,/ }).focus()
  for (let i = 0; i < 8; i++) await page.keyboard.press('Shift+ArrowDown')
  await expect(page.getByText('Both ends should lie as far from the middle')).toBeVisible()
  for (let i = 0; i < 8; i++) await page.keyboard.press('Shift+ArrowUp')
  await expect(page.getByText('Both ends should lie as far from the middle')).toBeHidden()
  expect(await violations(page)).toEqual([])
  await page.getByRole('button', { name: 'Use it' }).click()
  await expect(page.getByLabel('Streak').first()).toHaveValue(/^15[67]/)
  // (157.08 − 2) mm at 31.4 m/s: 1/203 s.
  await expect(says(page)).toHaveText('t0.1 at 1/1: 1/200 s ± 10 %')

  await page.getByLabel('By', { exact: true }).selectOption('falling')
  await page.getByRole('button', { name: 'Measure row 1 in a picture' }).click()
  await page.getByLabel('Picture of the streak').setInputFiles({
    name: 'fall.jpg',
    mimeType: 'image/jpeg',
    buffer
  })
  // As they stand, streak and scale are of one length.
  await expect(streak).toHaveText('100 mm')
  await page.getByLabel('The known length', { exact: true }).fill('5 cm')
  await page.getByLabel('The known length', { exact: true }).press('Enter')
  await expect(streak).toHaveText('50 mm')
})

test('a camera says where it is measured; an item that is gone says so', async ({ page }) => {
  await page.goto('/kit/slate-body/calibrate')
  await expect(page.getByText('Sync speed', { exact: true })).toBeVisible()
  await page.getByRole('link', { name: 'Dark' }).first().click()
  await expect(page.getByText('Measure the real sync speed')).toBeVisible()
  await page.goto('/kit/nothing/calibrate')
  await expect(page.getByText('This item is not in your kit any more.')).toBeVisible()
})

test('on a phone no kind of run scrolls sideways, and axe finds nothing', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  for (const id of ['lantern-36', 'grid-40', 'wren-meter']) {
    await page.goto(`/kit/${id}/calibrate`)
    const kinds = page.getByRole('navigation', { name: 'What is measured' }).getByRole('button')
    await expect(kinds.first()).toBeVisible()
    for (let i = 0; i < (await kinds.count()); i++) {
      await kinds.nth(i).click()
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)
      ).toBeLessThanOrEqual(0)
      expect(await violations(page)).toEqual([])
    }
  }
})
