import sharp from 'sharp'
import { levelTo8Bit } from '../core/ambient/blackScale'
import { violations } from './axe'
import { choose, copyOf, expect, figure, open, saved, test, type } from './fixtures'

const move = '[data-move]'

/**
 * A JPEG with a subject patch in the middle at one level on a background at another, and camera
 * settings in it.
 */
const picture = async (
  subject: number,
  background: number,
  exif: Record<string, string> = {}
): Promise<Buffer> => {
  const tone = (level: number) => `rgb(${Array(3).fill(levelTo8Bit(level)).join(',')})`
  return sharp(
    Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="900" height="600"><rect width="900" ' +
        `height="600" fill="${tone(background)}"/><circle cx="450" cy="300" r="280" ` +
        `fill="${tone(subject)}"/></svg>`
    )
  )
    .withExif({ IFD2: { ColorSpace: '1', ...exif } })
    .jpeg({ quality: 95 })
    .toBuffer()
}
const jpeg = (buffer: Buffer, name = 'frame.jpg') => ({ name, mimeType: 'image/jpeg', buffer })

test('the whole loop by eye: black frame, lit frame, judge, correct, frame, done; nothing lost on the way', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'run')
  await expect(page.locator(move)).toHaveAttribute('data-move', 'take-black')
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await page.getByRole('button', { name: 'Nothing shows' }).click()
  await expect(page.locator(move)).toHaveAttribute('data-move', 'take-lit')
  const power = await figure(page, 'Power').inputValue()
  await page.getByRole('button', { name: 'Log lit frame without' }).click()
  await page.getByRole('button', { name: '−1.0 stops' }).click()
  await expect(page.locator(move)).toHaveAttribute('data-move', 'set-power')
  await expect(page.locator(move)).toContainText(`Power ${power} →`)
  await expect(page.locator(move)).toContainText('Change nothing else.')
  await saved(page)
  await page.reload()
  await expect(page.locator(move)).toHaveAttribute('data-move', 'set-power')
  await page.getByRole('button', { name: 'Done, it is set' }).click()
  await expect(page.locator(move)).toHaveAttribute('data-move', 'take-lit')
  await page.getByRole('button', { name: 'Log lit frame without' }).click()
  await page.getByRole('button', { name: 'Right', exact: true }).click()
  // By eye two looks do not know it to a third of a stop: four do.
  for (const look of [4, 5]) {
    await expect(page.locator(move)).toContainText('Take it once more, and judge it afresh.')
    await page.getByRole('button', { name: 'Log lit frame without' }).click()
    await page.getByRole('button', { name: 'Right', exact: true }).click()
    await expect(page.locator(`[data-frame="${look}"]`)).toBeVisible()
  }
  await expect(page.locator(move)).toContainText('Right. Keep this light.')
  await expect(page.locator('[data-frame="3"]')).toContainText(`Power ${power} →`)
  await expect(page.locator('[data-frame="3"]')).toContainText('(+1.0)')
  await expect(page.locator('[data-frame="2"]')).toContainText('Strobe switched on')

  await page.getByRole('link', { name: /Light/ }).click()
  await page.locator('[data-cell="A-subject"]').click()
  await expect(page.locator('[data-term="correction"]')).toContainText(/correction/)
})

test('a JPEG: read off the page, settings from the file, shares and histogram, a patch measured and taken in', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'run')
  const ev = { FNumber: '16/1', ExposureTime: '1/200', ISOSpeedRatings: '100' }
  await page
    .getByLabel('Log black frame with its JPEG')
    .setInputFiles(jpeg(await picture(-9, -9, ev)))
  await expect(page.locator('[data-frame="1"]')).toContainText('100.0 % black')
  await expect(page.locator(move)).toHaveAttribute('data-move', 'take-lit')
  await page.getByRole('button', { name: 'Later' }).click()

  await page
    .getByLabel('Log lit frame with its JPEG')
    .setInputFiles(jpeg(await picture(-1, -9, ev)))
  await expect(page.getByRole('img', { name: /Histogram/ })).toHaveCount(2)
  await expect(page.locator('[data-patch]')).toHaveText('−1.0')
  await page.getByRole('application').press('ArrowRight')
  await expect(page.locator('[data-patch]')).toHaveText('−1.0')
  // Expected beside found at every place that shows; off by what the correction then says.
  const found = page.locator('[data-found="subject"] td')
  await expect(found.nth(1)).toHaveText('−1.0')
  await expect(found.nth(2)).toHaveText(/^−[01]\.\d$/)
  await expect(page.locator('[data-found="lens"]')).toHaveCount(0)
  const last = page.locator('[data-found] button').last()
  await last.click()
  await expect(last).toHaveClass(/bright/)
  await page.locator('[data-found="subject"] button').click()
  await page.getByRole('button', { name: 'Use this reading' }).click()
  await expect(
    page.getByText(/Correction: −[01]\.\d for strobe A at the subject, ± 0\.3/)
  ).toBeVisible()
  await expect(page.locator('[data-verdict="subject"]')).toContainText('−1.0')
  await expect(page.locator(move)).toHaveAttribute('data-move', 'set-power')
  await page.reload()
  await page.getByRole('button', { name: 'Judge frame 2' }).click()
  await expect(page.locator('[data-patch]')).toHaveText('−1.0')
})

test('a wide gamut that only the EXIF names is read as such; a pure colour is called doubtful', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'run')
  const flat = (r: number, g: number, b: number) =>
    sharp({ create: { width: 900, height: 150, channels: 3, background: { r, g, b } } })
  const log = (buffer: Buffer) =>
    page.getByLabel('Log black frame with its JPEG').setInputFiles(jpeg(buffer))
  const later = () => page.getByRole('button', { name: 'Later' }).click()
  const level = page.locator('[data-patch]')
  const red = flat(180, 60, 40)
  await log(await red.clone().jpeg({ quality: 98 }).toBuffer())
  // 0.2126, 0.7152, 0.0722 of its linear parts against 18 %.
  await expect(level).toHaveText(/^−0\.[45]$/)
  await later()
  // DCF’s mark of Adobe RGB: its red primary is as red, with more light in it.
  const wide = { IFD2: { ColorSpace: '65535' }, IFD4: { InteroperabilityIndex: 'R03' } }
  await log(await red.clone().withExif(wide).jpeg({ quality: 98 }).toBuffer())
  await expect(page.locator('[data-frame="2"]')).toContainText('Adobe RGB, by its EXIF')
  await expect(level).toHaveText(/^−0\.[12]$/)
  await later()
  const exif = { IFD2: { ColorSpace: '65535' } }
  await log(await flat(118, 118, 118).withExif(exif).jpeg().toBuffer())
  await expect(page.getByText('its colours are not sRGB')).toBeVisible()
  await expect(page.getByText('Uncertainty ± 1 stop')).toBeVisible()
  await later()
  const pure = { quality: 100, chromaSubsampling: '4:4:4' } as const
  await log(await flat(200, 0, 0).jpeg(pure).toBuffer())
  await expect(page.getByText('purer than the file can hold')).toBeVisible()
  // As large as it can be: no more than the picture is counted, which is low.
  const before = await level.innerText()
  for (let i = 0; i < 12; i++) await page.getByRole('application').press('+')
  await expect(level).toHaveText(before)
})

test('the file’s settings win over the plan’s, and that is said', async ({ page, newShoot }) => {
  await open(page, await newShoot(), 'run')
  await page
    .getByLabel('Log black frame with its JPEG')
    .setInputFiles(
      jpeg(
        await picture(-9, -9, { FNumber: '11/1', ExposureTime: '1/100', ISOSpeedRatings: '200' })
      )
    )
  await expect(
    page.getByText('The file says f/11, 1/100, 200 where the plan says f/16, 1/200, 100.')
  ).toBeVisible()
  // That frame was not taken at the planned settings, so the black frame is still to come.
  await expect(page.locator(move)).toHaveAttribute('data-move', 'take-black')
})

test('something shows in the black frame: one change, the cheapest, is stated and set', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'run')
  await type(page, 'Shutter', '1/50')
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await page.getByRole('button', { name: 'Barely shows' }).click()
  await expect(page.locator(move)).toContainText('Shutter 1/50 → 1/200')
  await expect(page.locator(move)).toContainText('needs no more power')
  await page.getByRole('button', { name: 'Done, it is set' }).click()
  await expect(figure(page, 'Shutter')).toHaveValue('1/200')
  await expect(page.locator(move)).toHaveAttribute('data-move', 'take-black')
})

test('a rim metered alone, in thirds: filed at its own place, expected beside found', async ({
  page,
  request
}) => {
  const shoot = await copyOf(request, 'demo-beetle')
  await open(page, shoot, 'run')
  await page.getByText(/^Lands the subject by/).click()
  await choose(page, 'Flash meter', /Wren meter/)
  await expect(
    page.getByText('Lands the subject by power of the key light, Wren meter')
  ).toBeVisible()
  await page.getByRole('button', { name: /^Log (a lit frame|lit frame without)$/ }).click()
  await page.getByRole('button', { name: 'Flash meter' }).click()
  const lights = page.getByRole('group', { name: 'Lights that fired for it' })
  await lights.getByRole('button', { name: 'A Key' }).click()
  await expect(
    page.getByRole('group', { name: 'Held at' }).getByRole('button', { name: 'Top' })
  ).toHaveAttribute('aria-pressed', 'true')
  await expect(page.locator('[data-expected]')).toContainText(/expected \d+(\.\d)?/)
  await page.getByRole('textbox', { name: 'Meter says' }).fill('9.5')
  await page.getByRole('button', { name: 'Use', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('type 6.3, 8 or 9')
  await page.getByRole('textbox', { name: 'Meter says' }).fill('6.3')
  await page.getByRole('button', { name: 'Use', exact: true }).click()
  await expect(page.getByText(/Correction: .* for strobe B at the top/)).toBeVisible()
  await expect(page.locator('[data-frame]').first()).toContainText('meter at the top (B) 6.3')
})

test('the run rides the aperture: the f-number that lands the subject, ambient and depth said', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'run')
  await page.getByText(/^Lands the subject by/).click()
  await choose(page, 'The subject is landed by', /^Aperture/)
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await page.getByRole('button', { name: 'Nothing shows' }).click()
  await page.getByRole('button', { name: 'Log lit frame without' }).click()
  await page.getByRole('button', { name: '−1.0 stops' }).click()
  await expect(page.locator(move)).toHaveAttribute('data-move', 'ride')
  await expect(page.locator(move)).toContainText(
    /Aperture f\/16 → f\/1[123].*depth [+−].*Powers stay/
  )
  await page.getByRole('button', { name: 'Done, it is set' }).click()
  await expect(figure(page, 'Aperture')).toHaveValue(/f\/1[123]/)
})

test('what a hard goal misses elsewhere keeps the run open; as a wish it is named at the end', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'run')
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await page.getByRole('button', { name: 'Nothing shows' }).click()
  for (let look = 0; look < 4; look++) {
    await page.getByRole('button', { name: 'Log lit frame without' }).click()
    await page.getByRole('button', { name: 'Right', exact: true }).click()
    await expect(page.locator(`[data-frame="${look + 2}"]`)).toBeVisible()
  }
  await expect(page.locator(move)).toHaveAttribute('data-move', 'done')
  await page.getByRole('link', { name: 'Subject' }).click()
  await type(page, 'Depth needed', '9 mm')
  await page.getByRole('link', { name: 'Run' }).click()
  await expect(page.locator(move)).toHaveAttribute('data-move', 'goal-missed')
  await expect(page.locator(move)).toContainText('Sharp depth is missed')
  await page.getByRole('link', { name: 'All ways to the goals' }).click()
  await page.getByRole('button', { name: 'Sharp depth must hold' }).click()
  await page.getByRole('link', { name: 'Run' }).click()
  await expect(page.locator(move)).toHaveAttribute('data-move', 'done')
  await expect(page.locator(move)).toContainText('missed of what is only wished: Sharp depth')
})

test('a server that answers late does not bring a judged frame back', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'run')
  let answered = 0
  page.on('requestfinished', (request) => {
    if (request.method() === 'PUT' && request.url().includes('/frames/')) answered++
  })
  await page.route('**/frames/**', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1500))
    await route.continue()
  })
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await page.getByRole('button', { name: 'Nothing shows' }).click()
  await page.getByRole('button', { name: 'Log lit frame without' }).click()
  await expect(page.getByRole('region', { name: 'Judge frame 2' })).toBeVisible()
  // The black frame, what it showed, the lit frame.
  await expect.poll(() => answered).toBeGreaterThanOrEqual(3)
  await expect(page.getByRole('region', { name: 'Judge frame 2' })).toBeVisible()
})

test('with nothing to judge the last frame is shown large, and each frame’s picture leads its row', async ({
  page
}) => {
  await page.goto('/shoots/demo-beetle/run')
  await expect(page.locator('[data-last-frame] img')).toBeVisible()
  const row = page.locator('[data-frame="5"]')
  const [picture, histogram] = [row.locator('img'), row.locator('svg').first()]
  await expect(picture).toBeVisible()
  expect((await picture.boundingBox())!.x).toBeLessThan((await histogram.boundingBox())!.x)
  await page.getByRole('button', { name: 'Judge frame 5' }).click()
  await expect(page.locator('[data-last-frame]')).toHaveCount(0)
})

test('a flash meter in tenths', async ({ page, newShoot }) => {
  await open(page, await newShoot(), 'run')
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await page.getByRole('button', { name: 'Nothing shows' }).click()
  await page.getByRole('button', { name: 'Log lit frame without' }).click()
  await page.getByRole('button', { name: 'Flash meter' }).click()
  await page.getByRole('textbox', { name: 'Meter says' }).fill('7·3')
  await page.getByRole('button', { name: 'Use', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('not understood')
  await page.getByRole('textbox', { name: 'Meter says' }).fill('8.6')
  await expect(page.getByText('read as 8·6')).toBeVisible()
  await page.getByRole('button', { name: 'Use', exact: true }).click()
  await expect(page.locator('[data-frame="2"]')).toContainText(
    'meter at the subject 8·6 at ISO 100'
  )
  await expect(page.getByText(/± 0\.2/).first()).toBeVisible()
})

test('automatic flash: what it would do here is said first, the mark it chose corrects the head', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'run')
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await page.getByRole('button', { name: 'Nothing shows' }).click()
  await page.getByRole('button', { name: 'Log lit frame without' }).click()
  await page.getByRole('button', { name: 'Automatic flash' }).click()
  // The subject is small in the frame and all round it is black.
  const forecast = page.locator('[data-forecast]')
  await expect(forecast).toContainText(/covers \d+ % of what is metered.*over\./)
  const share = Number(/covers (\d+) %/.exec((await forecast.textContent())!)![1]) / 100
  const over = Number(/come out at \+([\d.]+)/.exec((await forecast.textContent())!)![1])
  expect(Math.abs(over + Math.log2(share))).toBeLessThan(0.15)
  await expect(page.locator('[data-reach]')).toContainText(/It works from \d+ mm to [\d ]+ mm/)
  await page.getByRole('button', { name: 'A spot' }).click()
  await expect(forecast).toContainText('covers 100 %')
  await page.getByRole('button', { name: 'Whole frame' }).click()
  await page.getByRole('button', { name: /^Set −\d/ }).click()
  await expect(forecast).toContainText('as wanted')
  const gave = page.getByRole('textbox', { name: 'A gave' })
  await gave.fill('plenty')
  await page.getByRole('button', { name: 'Use', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('not understood')
  await page.getByRole('textbox', { name: 'Compensation' }).fill('much')
  await page.getByRole('button', { name: 'Use', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('the compensation is not understood')
  await page.getByRole('button', { name: /^Set −\d/ }).click()
  await gave.fill((await gave.getAttribute('placeholder'))!)
  expect(await violations(page)).toEqual([])
  await page.getByRole('button', { name: 'Use', exact: true }).click()
  await expect(page.locator('[data-frame="2"]')).toContainText(/A on automatic gave −\d/)
  await expect(page.locator('[data-outcome]')).toContainText('As expected.')
})

test('a cut-off or foreign file is refused in words and nothing is logged', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'run')
  const whole = await picture(0, -9)
  for (const [bytes, says] of [
    [whole.subarray(0, 400), 'damaged or cut short'],
    [Buffer.from('hello'), 'not a JPEG'],
    [Buffer.alloc(0), 'not a JPEG']
  ] as const) {
    await page.getByLabel('Log black frame with its JPEG').setInputFiles(jpeg(bytes))
    await expect(page.getByRole('alert')).toContainText(says)
    await expect(page.getByRole('alert')).toContainText('Nothing was logged')
  }
  await expect(page.locator('[data-frame]')).toHaveCount(0)
})

test('reading a large picture shows progress and can be cancelled', async ({ page, newShoot }) => {
  await open(page, await newShoot(), 'run')
  const large = await sharp({
    create: {
      width: 12000,
      height: 9000,
      channels: 3,
      background: '#222'
    }
  })
    .jpeg()
    .toBuffer()
  await page.getByLabel('Log black frame with its JPEG').setInputFiles(jpeg(large))
  await expect(page.getByText(/Reading the picture/)).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText(/Reading the picture/)).toBeHidden()
  await expect(page.locator('[data-frame]')).toHaveCount(0)
})

test('deleting a frame can be undone; two changes at once are named', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'run')
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await type(page, 'Aperture', '11')
  // A second change asks first; unasked for, nothing is changed.
  await type(page, 'ISO', '200')
  const asks = page.getByRole('dialog', { name: 'Two changes at once?' })
  await expect(asks).toContainText('Aperture f/16 → f/11 (+1.0)')
  await expect(asks).toContainText('ISO 100 → 200 (+1.0)')
  await asks.getByRole('button', { name: 'Take a frame first' }).click()
  await expect(figure(page, 'ISO')).toHaveValue('100')
  await type(page, 'ISO', '200')
  await asks.getByRole('button', { name: 'Change both' }).click()
  await expect(figure(page, 'ISO')).toHaveValue('200')
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await expect(page.locator('[data-frame="2"]')).toContainText(
    'Aperture f/16 → f/11 (+1.0), ISO 100 → 200 (+1.0)'
  )
  await expect(page.locator('[data-frame="2"]')).toContainText('more than one change at once')
  await page.getByRole('button', { name: 'Delete frame 2' }).click()
  await expect(page.locator('[data-frame]')).toHaveCount(1)
  await page.locator('.v-snackbar').getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('[data-frame]')).toHaveCount(2)
})
