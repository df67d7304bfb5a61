import sharp from 'sharp'
import { levelTo8Bit } from '../core/ambient/blackScale'
import { expect, figure, open, saved, test, type } from './fixtures'

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
        `height="600" fill="${tone(background)}"/><circle cx="450" cy="300" r="150" ` +
        `fill="${tone(subject)}"/></svg>`
    )
  )
    .withExif({ IFD2: exif })
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
  await expect(page.locator('[data-frame="2"]')).toContainText('meter 8·6 at ISO 100')
  await expect(page.getByText(/± 0\.1/)).toBeVisible()
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
      width: 6000,
      height: 4000,
      channels: 3,
      background: '#222',
      noise: { type: 'gaussian', mean: 40, sigma: 20 }
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
  await type(page, 'ISO', '200')
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
