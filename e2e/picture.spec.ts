import { readFileSync } from 'node:fs'
import ExifReader from 'exifreader'
import sharp from 'sharp'
import { build } from 'esbuild'
import type { Locator, Page } from '@playwright/test'
import { newFilm } from '../core/picture/film'
import { traceFilm } from '../core/picture/render'
import { tracerOf } from '../core/picture/trace'
import { worldOf } from '../core/picture/world'
import { testProp } from '../core/testing'
import { violations } from './axe'
import { copyOf, expect, figure, open, saved, test, type } from './fixtures'

test.use({ traces: true })

const panel = (page: Page): Locator => page.locator('[data-picture]')
const canvas = (page: Page): Locator => panel(page).locator('canvas')
/** Waits for a picture of at least that width. */
const traced = (where: Locator, width = 240): Promise<void> =>
  expect
    .poll(async () => Number(await where.getAttribute('data-width')), { timeout: 60000 })
    .toBeGreaterThanOrEqual(width)

/** Mean of the picture's middle, 0 to 255. */
const brightness = (where: Locator): Promise<number> =>
  where.evaluate((element: HTMLCanvasElement) => {
    const { width, height } = element
    const size = Math.round(width / 20)
    const { data } = element
      .getContext('2d')!
      .getImageData((width - size) / 2, (height - size) / 2, size, size)
    let sum = 0
    for (let i = 0; i < data.length; i += 4) sum += data[i]!
    return sum / (data.length / 4)
  })

test('the picture stands beside the drawings, says itself in words, and mixes power at once', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'light')
  await traced(canvas(page))
  await expect(canvas(page)).toHaveAttribute(
    'aria-label',
    /^Predicted picture, all light together\. .*% of the picture is black; .*clips/
  )
  await expect(panel(page).locator('.state')).toContainText(/noise up to 0\.\d\d stop/, {
    timeout: 60000
  })
  const samples = await canvas(page).getAttribute('data-samples')
  const full = await brightness(canvas(page))
  expect(full).toBeGreaterThan(60)
  await page.getByRole('spinbutton', { name: 'ISO' }).press('ArrowUp')
  await page.getByRole('spinbutton', { name: 'ISO' }).press('ArrowUp')
  await page.getByRole('spinbutton', { name: 'ISO' }).press('ArrowUp')
  await expect.poll(() => brightness(canvas(page))).toBeGreaterThan(full + 20)
  // Nothing moved: the same light, mixed anew.
  expect(await canvas(page).getAttribute('data-samples')).toBe(samples)
  await expect(panel(page).locator('.state')).toContainText('noise')
})

test('each light and ambient are seen alone; stops, marks and noise can be shown', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'light')
  await traced(canvas(page))
  await panel(page).getByRole('button', { name: 'Ambient' }).click()
  await expect(canvas(page)).toHaveAttribute('aria-label', /ambient alone, strobes off/)
  await expect.poll(() => brightness(canvas(page))).toBeLessThan(12)
  await panel(page)
    .getByRole('button', { name: /alone$/ })
    .first()
    .click()
  await expect.poll(() => brightness(canvas(page))).toBeGreaterThan(60)
  await panel(page).getByRole('button', { name: 'Stops' }).click()
  await expect(panel(page).getByRole('img', { name: /From dark at −10 stops/ })).toBeVisible()
  await panel(page).getByRole('button', { name: 'Clipping' }).click()
  await panel(page).getByRole('button', { name: 'Unfiltered' }).click()
  await expect(panel(page).getByRole('button', { name: 'Unfiltered' })).toHaveAttribute(
    'aria-pressed',
    'true'
  )
})

test('the probe reads what the ledger says; a place opens its sum; Enter puts a new one', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'light')
  await expect(panel(page).locator('.state')).toContainText('noise', { timeout: 60000 })
  const place = panel(page)
    .getByRole('button', { name: /^(Subject|Lit side|Front), / })
    .first()
  const said = Number(
    /, ([+−]?[\d.]+)/.exec((await place.getAttribute('aria-label'))!)![1]!.replace('−', '-')
  )
  const box = (await place.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  const probe = panel(page).locator('[data-probe]')
  await expect(probe).toBeVisible()
  const read = Number((await probe.textContent())!.trim().replace('−', '-'))
  expect(Math.abs(read - said)).toBeLessThanOrEqual(0.2)
  await place.click()
  await expect(page.getByRole('tab', { name: 'Terms' })).toHaveAttribute('aria-selected', 'true')
  await expect(page.getByRole('heading', { name: 'Stops in the picture' })).toBeVisible()
  await panel(page)
    .getByRole('group', { name: /Level anywhere/ })
    .focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-cell="A-P1"]')).toBeVisible()
  await expect(panel(page).getByRole('button', { name: /^Place 1, / })).toBeVisible()
})

test('a light that moves is followed, coarse first, and the picture clears again', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'light')
  await expect(panel(page).locator('.state')).toContainText('noise', { timeout: 60000 })
  const before = await brightness(canvas(page))
  const widths: string[] = []
  const distance = page.getByRole('spinbutton', { name: 'Distance' })
  for (let i = 0; i < 5; i++) await distance.press('PageUp')
  await expect
    .poll(async () => {
      widths.push((await canvas(page).getAttribute('data-width'))!)
      return brightness(canvas(page))
    })
    .toBeLessThan(before - 10)
  await expect(panel(page).locator('.state')).toContainText('noise', { timeout: 60000 })
  expect(await canvas(page).getAttribute('data-width')).toBe('480')
})

test('beside the other stages it is small; P brings it up, Escape puts it back; accessible', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'dark')
  const dock = page.getByRole('button', { name: /open it in the whole window/ })
  await traced(dock.locator('canvas'))
  await page.getByRole('heading', { level: 1 }).first().click()
  await page.keyboard.press('p')
  await expect(panel(page)).toBeVisible()
  await traced(canvas(page))
  expect(await violations(page, { within: '[data-picture]' })).toEqual([])
  await page.keyboard.press('Escape')
  await expect(panel(page)).toHaveCount(0)
  await dock.click()
  await expect(panel(page)).toBeVisible()
  await page.getByRole('button', { name: 'Close the picture' }).click()
  await expect(panel(page)).toHaveCount(0)
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })
  test('it is traced when asked for, fills the screen, and rests when closed', async ({
    page,
    newShoot
  }) => {
    await open(page, await newShoot(), 'light')
    const thumb = page.getByRole('button', { name: /open it in the whole window/ })
    await expect(thumb).toContainText('Picture')
    await thumb.tap()
    await traced(canvas(page))
    expect((await panel(page).boundingBox())!.width).toBeGreaterThan(340)
    expect(
      await panel(page).evaluate(
        ({ parentElement: around }) => around!.scrollWidth - around!.clientWidth
      )
    ).toBeLessThanOrEqual(0)
    await page.getByRole('button', { name: 'Close the picture' }).tap()
    await traced(thumb.locator('canvas'), 96)
  })
})

test('seeded sets are traced bit for bit alike here and in the browser', async ({
  page,
  newShoot
}) => {
  const { plan } = await newShoot('black-soft')
  const bundled = await build({
    stdin: {
      contents: `
        import { newFilm } from './core/picture/film'
        import { traceFilm } from './core/picture/render'
        import { tracerOf } from './core/picture/trace'
        import { worldOf } from './core/picture/world'
        globalThis.traced = (plan) => {
          const tracer = tracerOf(worldOf(plan))
          const film = newFilm(48, 32, tracer.sources)
          traceFilm(tracer, film, 4)
          return [...film.light, ...film.squares, ...film.shown]
        }`,
      resolveDir: process.cwd(),
      loader: 'ts'
    },
    bundle: true,
    write: false,
    format: 'iife',
    tsconfig: 'tsconfig.base.json'
  })
  await page.goto('about:blank')
  await page.addScriptTag({ content: bundled.outputFiles[0]!.text })
  const liquid = { level: 0.5, colour: '#c08040', throughMm: 20 }
  const props = [
    testProp({ shape: 'box', finish: 'clear', rests: 'afloat', xMm: 2, roughness: 0.2 }),
    testProp({ id: 'T2', shape: 'leaf', finish: 'translucent', xMm: -20 })
  ]
  const background = { ...plan.background, gradientStops: 2 }
  for (const [subject, rest] of [
    [{}, {}],
    [{ shape: 'movement', finish: 'metal', roughness: 0.2, texture: 0.4 }, { background }],
    [{ shape: 'vessel', finish: 'clear', liquid }, { props }],
    [
      { shape: 'wing', finish: 'translucent' },
      { props, background }
    ]
  ] as const) {
    const given = { ...plan, ...rest, subject: { ...plan.subject, ...subject } }
    const there = await page.evaluate(
      (each) => (globalThis as unknown as { traced: (plan: unknown) => number[] }).traced(each),
      given
    )
    const tracer = tracerOf(worldOf(given))
    const film = newFilm(48, 32, tracer.sources)
    traceFilm(tracer, film, 4)
    expect(there).toEqual([...film.light, ...film.squares, ...film.shown])
  }
})

test('paused, nothing is traced until it goes on', async ({ page, newShoot }) => {
  await open(page, await newShoot(), 'light')
  await traced(canvas(page))
  await panel(page).getByRole('button', { name: 'Pause' }).click()
  await expect(panel(page).locator('.state')).toContainText('paused')
  await page.getByRole('spinbutton', { name: 'Distance' }).press('PageUp')
  await expect(panel(page).locator('.state')).toContainText('paused, of a set before')
  await panel(page).getByRole('button', { name: 'Pause' }).click()
  await expect(panel(page).locator('.state')).toContainText(/clearing|noise/, { timeout: 30000 })
})

test('each stage shows what it decides: the ends of the depth, the black frame, the blur', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'focus')
  const tiles = page.locator('[data-loupes] canvas')
  await expect(tiles).toHaveCount(3)
  await expect(tiles.first()).toHaveAttribute(
    'aria-label',
    /^Near end, 112 pixels .* blur [\d.]+ px$/
  )
  for (const tile of await tiles.all())
    await expect
      .poll(async () => Number(await tile.getAttribute('data-samples')), { timeout: 30000 })
      .toBeGreaterThan(5)
  await page.goto(page.url().replace('/focus', '/freeze'))
  const speed = page.getByRole('spinbutton', { name: 'Speed' })
  await speed.fill('1500')
  await speed.press('Enter')
  const moving = page.getByRole('img', {
    name: /^All light together, 112 pixels .* slowest flash$/
  })
  await expect
    .poll(async () => Number(await moving.getAttribute('data-samples')), { timeout: 30000 })
    .toBeGreaterThan(5)
  await page.goto('/shoots/demo-crab/dark')
  const pair = page.getByRole('region', { name: 'The black frame' }).locator('canvas')
  await expect(pair).toHaveCount(2)
  await traced(pair.first())
  await expect
    .poll(async () => (await brightness(pair.last())) - (await brightness(pair.first())))
    .toBeGreaterThan(10)
})

test('each way and each shoot without frames has its picture', async ({ page }) => {
  await page.goto('/')
  await expect(page.locator('[data-thumbnail]').first()).toBeVisible({ timeout: 30000 })
  await page.goto('/shoots/demo-crystal/ways')
  await expect(page.getByRole('img', { name: /^The picture of f\// }).first()).toBeVisible({
    timeout: 30000
  })
})

test('it is saved as PNG, as JPEG with the planned settings, as 16 bits of linear light', async ({
  page,
  newShoot,
  expected
}) => {
  await open(page, await newShoot('black-still', 'Moth/wing'), 'light')
  await traced(canvas(page))
  const save = async (name: RegExp): Promise<Buffer> => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      (async () => {
        await panel(page).getByRole('button', { name: 'Save' }).click()
        await page.getByRole('listitem').filter({ hasText: name }).click()
      })()
    ])
    expect(download.suggestedFilename()).toMatch(/^Moth wing, predicted\.(png|jpg|tiff)$/)
    return readFileSync(await download.path())
  }
  const png = await sharp(await save(/^PNG/)).metadata()
  expect(png).toMatchObject({ format: 'png' })
  expect(png.width).toBeGreaterThanOrEqual(240)
  const tags = ExifReader.load(await save(/^JPEG/))
  expect(tags.FNumber?.value).toEqual([160, 10])
  expect(tags.ImageDescription?.description).toContain('predicted, not photographed')
  expect(await sharp(await save(/^TIFF/)).metadata()).toMatchObject({ depth: 'ushort' })

  await page.route('**/api/pictures?*', (route) => route.abort())
  expected.push(/Failed to load resource/)
  await panel(page).getByRole('button', { name: 'Save' }).click()
  await page.getByRole('listitem').filter({ hasText: /^JPEG/ }).click()
  await expect(
    page.getByText(
      /The picture was not saved\. The server, which writes this file, cannot be reached/
    )
  ).toBeVisible()
})

test('a version is kept and held against the next: wiped, side by side, in stops; gone back to', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'light')
  await traced(canvas(page).first())
  const tools = panel(page).getByRole('group', { name: 'Compare' })
  await tools.getByRole('button', { name: 'Keep to compare' }).click()
  const words = panel(page).locator('[data-change]')
  await expect(words).toHaveText('Against what you kept: nothing that would be seen.')
  const iso = page.getByRole('spinbutton', { name: 'ISO' })
  for (let i = 0; i < 6; i++) await iso.press('ArrowUp')
  // Two stops of ISO: what is lit is two stops brighter.
  await expect(words).toHaveText(
    /^Against what you kept: brighter in \d+(\.\d)? % of it, by up to \+(1\.9|2\.0|2\.1)\.$/
  )
  const over = panel(page).locator('[data-kept]')
  await expect(over).toHaveCount(1)
  await panel(page).getByLabel('How much shows what was kept').fill('0.25')
  await expect(panel(page).locator('.over')).toHaveCSS('clip-path', 'inset(0px 75% 0px 0px)')

  // Each light by itself is held against itself: there is no ambient in either.
  await panel(page).getByRole('button', { name: 'Ambient', exact: true }).click()
  await expect(words).toHaveText('Against what you kept: nothing that would be seen.')
  await panel(page).getByRole('button', { name: 'Together', exact: true }).click()

  await tools.getByRole('button', { name: 'Change' }).click()
  const middle = (): Promise<readonly number[]> =>
    over.evaluate((element: HTMLCanvasElement) => [
      ...element.getContext('2d')!.getImageData(element.width / 2, element.height / 2, 1, 1).data
    ])
  // Brighter: orange.
  await expect.poll(async () => (await middle())[0]! > (await middle())[2]! + 40).toBe(true)
  await tools.getByRole('button', { name: 'Side by side' }).click()
  await expect(panel(page).getByText('kept', { exact: true })).toBeVisible()
  await expect(over).toHaveAttribute('aria-label', 'The picture that was kept')
  expect(await violations(page, { within: '[data-picture]' })).toEqual([])

  await tools.getByRole('button', { name: 'Go back to it' }).click()
  await expect(iso).toHaveValue('100')
  await expect(words).toHaveText('Against what you kept: nothing that would be seen.')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(iso).toHaveValue('400')
  await tools.getByRole('button', { name: 'Let it go' }).click()
  await expect(over).toHaveCount(0)
  // What was kept of one shoot is not held against another.
  await tools.getByRole('button', { name: 'Keep to compare' }).click()
  await open(page, await newShoot('black-soft', 'Another'), 'light')
  await expect(tools.getByRole('button')).toHaveText(['Keep to compare'])
})

test('a light goes round as its spot on the subject is dragged, or moved by keys; one drag one undo', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'light')
  await traced(canvas(page))
  const spot = panel(page).locator('[data-spot="A"]')
  const round = page.getByRole('spinbutton', { name: 'Round the subject' })
  const above = page.getByRole('spinbutton', { name: 'Above' })
  const degrees = async (): Promise<number> =>
    Number.parseFloat((await round.inputValue()).replace('−', '-'))
  const before = await round.inputValue()
  const distance = await page.getByRole('spinbutton', { name: 'Distance' }).inputValue()
  const frame = (await canvas(page).boundingBox())!
  const at = (await spot.locator('.ring').boundingBox())!
  const [x, y] = [at.x + at.width / 2, at.y + at.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  // Its handle stands beside the spot and keeps its distance to it.
  const [left, top] = [frame.x + frame.width * 0.42 + 22, frame.y + frame.height * 0.5 - 26]
  await page.mouse.move(left, top, { steps: 8 })
  await page.mouse.up()
  // The spot is left of the middle now: so is the light.
  await expect.poll(degrees).toBeLessThan(-10)
  await expect(page.getByRole('spinbutton', { name: 'Distance' })).toHaveValue(distance)
  const moved = (await spot.locator('.ring').boundingBox())!
  expect(Math.abs(moved.x + moved.width / 2 - left)).toBeLessThan(8)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(round).toHaveValue(before)
  const high = await above.inputValue()
  await spot.focus()
  await spot.press('Shift+ArrowUp')
  await expect(above).not.toHaveValue(high)
})

test('a loupe looks anywhere, at real pixels or as printed; by click, by keys, put away', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'light')
  await traced(canvas(page).first())
  await page.getByRole('button', { name: 'Loupe', exact: true }).click()
  const loupe = page.locator('[data-loupe]')
  const tile = loupe.locator('canvas')
  const clear = (): Promise<void> =>
    expect
      .poll(async () => Number(await tile.getAttribute('data-samples')), { timeout: 30000 })
      .toBeGreaterThan(20)
  await clear()
  expect(await brightness(tile)).toBeGreaterThan(40)
  // Away from the subject is black.
  const marks = (await page.locator('.marks').boundingBox())!
  await page.mouse.click(marks.x + 8, marks.y + 12)
  await expect.poll(() => brightness(tile), { timeout: 30000 }).toBeLessThan(12)
  await expect(page.locator('[data-pick^="P"]')).toHaveCount(0)
  const left = (): Promise<number> =>
    page.locator('.part').evaluate((e) => parseFloat(e.style.left))
  const at = await left()
  await loupe.focus()
  await page.keyboard.press('Shift+ArrowRight')
  expect(await left()).toBeGreaterThan(at)
  await page.getByRole('button', { name: 'As printed' }).click()
  await expect(loupe).toContainText('9.48 mm of a print 300 mm wide, 300 dots an inch')
  await type(page, 'Print width', '5')
  await expect(page.getByText('a print is 10 mm to 10 m wide')).toBeVisible()
  await figure(page, 'Print width').press('Escape')
  await type(page, 'Print width', '600')
  await expect(loupe).toContainText('print 600 mm wide')
  expect(await violations(page)).toEqual([])
  await loupe.focus()
  await page.keyboard.press('Escape')
  await expect(loupe).toHaveCount(0)
  // From the probe.
  await page.locator('.marks').focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('l')
  await expect(loupe).toBeVisible()
})

test('the picture has the sensor’s noise where the ISO makes it show, and can go without', async ({
  page,
  request,
  newShoot
}) => {
  const shoot = await newShoot()
  const { id, version, plan } = shoot
  const { highestIsoStops } = plan.camera
  const ndStops = highestIsoStops - plan.settings.isoStops
  const settings = { ...plan.settings, isoStops: highestIsoStops, ndStops }
  await request.put(`/api/shoots/${id}`, { data: { version, plan: { ...plan, settings } } })
  await open(page, shoot, 'light')
  await expect(panel(page).locator('.state')).toContainText(/noise up to/, { timeout: 60000 })
  const spread = (): Promise<number> =>
    canvas(page)
      .first()
      .evaluate((element: HTMLCanvasElement) => {
        const { width, height } = element
        const { data } = element
          .getContext('2d')!
          .getImageData(Math.round(width / 2), Math.round(height / 2), 12, 12)
        const values = Array.from({ length: 144 }, (_, i) => data[i * 4]!)
        const mean = values.reduce((sum, value) => sum + value, 0) / 144
        return values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / 144
      })
  const noisy = await spread()
  await page.getByRole('button', { name: 'Noise', exact: true }).click()
  await expect.poll(spread).toBeLessThan(noisy * 0.8)
})

test('specks of silty water stand out in the dark part; in clear water they are gone', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-goby')
  /** The most that a pixel of the upper quarter stands out from those round it, 0 to 255. */
  const sharpest = async (): Promise<number> => {
    await open(page, { id }, 'light')
    await traced(canvas(page))
    return canvas(page).evaluate((element: HTMLCanvasElement) => {
      const { width, height } = element
      const rows = Math.floor(height / 4)
      const { data } = element.getContext('2d')!.getImageData(0, 0, width, rows)
      const at = (x: number, y: number): number => data[4 * (y * width + x) + 1]!
      let most = 0
      for (let y = 6; y < rows - 6; y++)
        for (let x = 6; x < width - 6; x++) {
          const round = (at(x - 6, y) + at(x + 6, y) + at(x, y - 6) + at(x, y + 6)) / 4
          most = Math.max(most, at(x, y) - round)
        }
      return most
    })
  }
  const silty = await sharpest()
  await open(page, { id }, 'subject')
  await type(page, 'Scattering', '0')
  await saved(page)
  expect(silty).toBeGreaterThan((await sharpest()) + 20)
})
