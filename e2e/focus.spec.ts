import { choose, copyOf, expect, figure, open, saved, test, type } from './fixtures'

test('focus: tubes, close-up lens, converter and crop change what the lens reaches, and the strip follows', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'focus')
  await expect(page.locator('[data-range]')).toContainText('from infinity to 1 : 1')
  await type(page, 'Extension tubes', '50 mm')
  await expect(page.locator('[data-range]')).toContainText('from 1 : 2 to 1.5 : 1')
  await type(page, 'Magnification', '3:1')
  await expect(page.getByText('Held at 1.5 : 1')).toBeVisible()
  await type(page, 'Extension tubes', 'none')
  await expect(figure(page, 'Magnification')).toHaveValue('1 : 1')
  await type(page, 'Teleconverter', '2')
  await expect(page.locator('[data-range]')).toContainText('to 2 : 1')
  await type(page, 'Teleconverter', '1')
  await type(page, 'Close-up lens', '5')
  await expect(page.locator('[data-range]')).toContainText('from 1 : 2')
  await type(page, 'Close-up lens', '0')
  await type(page, 'Magnification', '1:1')
  await expect(figure(page, 'Field width')).toHaveValue('36 mm')
  await type(page, 'Crop', '1.5')
  await expect(figure(page, 'Field width')).toHaveValue('24 mm')
  await type(page, 'Close-up lens', '-3')
  await expect(page.getByRole('alert').first()).toBeVisible()
})

test('focus: blur by print, a leaning flat, the chart read by keys, the best aperture set', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'focus')
  await choose(page, 'Blur is measured in', /A print/)
  await expect(figure(page, 'Print width')).toHaveValue('300 mm')
  await expect(page.getByText('µm on the sensor').first()).toBeVisible()
  await type(page, 'Tilt of a flat', '30')
  await expect(page.getByText(/The tilt adds .* a strip .* high is sharp/)).toBeVisible()
  const chart = page.getByRole('slider', { name: /Blur at the ends of the depth by aperture/ })
  await expect(chart.locator('svg').first()).toBeVisible()
  await chart.focus()
  await page.keyboard.press('Home')
  await expect(page.locator('[data-reading]')).toContainText('f/2.8: out of focus')
  await page.keyboard.press('ArrowRight')
  await expect(chart).toHaveAttribute('aria-valuetext', /^f\/3\.2: .*diffraction .* both/)
  const best = page.getByRole('button', { name: /^Set f\// })
  const mark = (await best.innerText()).replace('Set ', '')
  await expect(page.locator('[data-best]')).toContainText(`sharpest at ${mark}`)
  await best.click()
  await expect(figure(page, 'Aperture')).toHaveValue(mark)
})

test('focus: magnification from a photographed ruler, by mouse and keys', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'focus')
  await page.getByRole('button', { name: 'From a photographed ruler' }).click()
  // A picture of any content: what counts is where the marks are put.
  const { default: sharp } = await import('sharp')
  const jpeg = await sharp({ create: { width: 300, height: 200, channels: 3, background: '#444' } })
    .jpeg()
    .toBuffer()
  await page
    .locator('input[type="file"]')
    .setInputFiles({ name: 'ruler.jpg', mimeType: 'image/jpeg', buffer: jpeg })
  await page.getByLabel('Between the marks').fill('36 mm')
  await expect(page.locator('[data-ruler]')).toHaveText('1 : 2')
  await page.getByLabel('Between the marks').fill('long')
  await expect(page.getByText('a length: 10 mm or 1 cm')).toBeVisible()
  await page.getByLabel('Between the marks').fill('30 mm')
  await page.getByRole('button', { name: /^Mark 2/ }).focus()
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowRight')
  // 0.6 of 36 mm over 30 mm.
  await expect(page.locator('[data-ruler]')).toHaveText('1 : 1.39')
  await page.getByRole('button', { name: 'Use it' }).click()
  await expect(figure(page, 'Magnification')).toHaveValue('1 : 1.39')
})

test('dark: the chart by shutter, shade, and high-speed sync held against staying at sync', async ({
  page,
  request
}) => {
  const shoot = (await (await request.post('/api/shoots/demo-coin/duplicate')).json()) as {
    id: string
  }
  await open(page, shoot, 'dark')
  const chart = page.getByRole('slider', { name: /Ambient by shutter/ })
  await expect(chart.locator('svg').first()).toBeVisible()
  await chart.focus()
  await page.keyboard.press('End')
  await expect(page.locator('[data-reading]')).toContainText('1/8000, high-speed sync')
  await page.getByLabel('High-speed sync', { exact: true }).click()
  await chart.focus()
  await page.keyboard.press('End')
  await expect(page.locator('[data-reading]')).toContainText('dark band over')
  await expect(
    page.getByRole('img', { name: /At 1\/8000 .* of the picture gets no flash/ })
  ).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByLabel('High-speed sync', { exact: true }).click()
  await type(page, 'Shutter', '1/800')
  await expect(page.locator('[data-high-speed-price]')).toContainText('leaves the strobe')
  await saved(page)
  await open(
    page,
    (await (await request.post('/api/shoots/demo-seed/duplicate')).json()) as { id: string },
    'dark'
  )
  const falls = page.getByRole('img', { name: /Ambient at the subject/ })
  const before = await falls.getAttribute('aria-label')
  await type(page, 'Shaded by', '2')
  await expect(falls).not.toHaveAttribute('aria-label', before!)
})

test('dark: the sync finder takes trials, finds the limit and puts it in plan and kit', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'dark')
  await type(page, 'Shutter', '1/160')
  await page.getByRole('button', { name: 'No band' }).click()
  await expect(page.locator('[data-sync-found]')).toContainText('Clean up to 1/160; no band yet')
  await page.getByRole('button', { name: /^Next try/ }).click()
  await expect(figure(page, 'Shutter')).toHaveValue('1/200')
  await page.getByLabel('a band over').fill('lots')
  await page.getByRole('button', { name: 'Log band' }).click()
  await expect(page.getByText('how much of the frame is dark')).toBeVisible()
  await page.getByLabel('a band over').fill('10 %')
  await page.getByRole('button', { name: 'Log band' }).click()
  await expect(page.locator('[data-sync-found]')).toContainText('a band from 1/200 on')
  await page.getByRole('button', { name: 'Use 1/160 as sync' }).click()
  await expect(page.locator('[data-verdict="sync"]')).toHaveAttribute('data-state', 'near')
  await expect(page.getByText('here and in the kit')).toBeVisible()
  await page.goto('/kit')
  await expect(page.getByText(/sync 1\/160/).first()).toBeVisible()
  // The kit goes back to what other tests expect.
  const { items } = {
    items: (await (await page.request.get('/api/kit?kind=camera')).json()) as {
      item: { id: string; syncStops: number }
      version: number
    }[]
  }
  const slate = items.find(({ item }) => item.id === 'slate-body')!
  await page.request.put('/api/kit/slate-body', {
    data: { version: slate.version, item: { ...slate.item, syncStops: 23 / 3 } }
  })
})

test('dark: the sync finder measures the band in a JPEG and reads the shutter from the file', async ({
  page,
  newShoot
}) => {
  const { default: sharp } = await import('sharp')
  // A white sheet, its lowest 30 % without flash.
  const sheet = async (share: number, seconds?: string) => {
    const picture = sharp(
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="900" height="600"><rect width="900" ' +
          `height="600" fill="#e4e4e4"/><rect y="${600 * (1 - share)}" width="900" ` +
          `height="${600 * share}" fill="#040404"/></svg>`
      )
    )
    return {
      name: 'sheet.jpg',
      mimeType: 'image/jpeg',
      buffer: await (seconds ? picture.withExif({ IFD2: { ExposureTime: seconds } }) : picture)
        .jpeg({ quality: 92 })
        .toBuffer()
    }
  }
  await open(page, await newShoot(), 'dark')
  await type(page, 'Shutter', '1/320')
  const file = page.getByLabel('Measure its JPEG')
  await file.setInputFiles(await sheet(0.3, '1/320'))
  await expect(page.locator('[data-measured]')).toHaveText(
    /^1\/320 by the file: dark over (29\.[5-9]|30\.[0-5]) % at the bottom, by \d\.\d stops\.$/
  )
  // Curtains that take t / (1 − share): the mark 1/320 is 2^(−25/3) s, so about 1/226 s.
  await expect(page.locator('[data-sync-found]')).toContainText(
    /A band from 1\/320 on.*curtains that take 1\/22[4-8] s/
  )
  await expect(page.getByRole('button', { name: 'Next try 1/200' })).toBeVisible()
  await type(page, 'Shutter', '1/160')
  await file.setInputFiles(await sheet(0))
  await expect(page.locator('[data-measured]')).toHaveText('1/160 as set on the strip: no band.')
  await expect(page.locator('[data-sync-found]')).toContainText(
    'Clean up to 1/160, a band from 1/320 on'
  )
  await file.setInputFiles(await sheet(1, '1/500'))
  await expect(page.getByText('got no light at all')).toBeVisible()
  await file.setInputFiles({
    name: 'notes.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('no picture')
  })
  await expect(page.getByText('not a JPEG picture. Nothing was logged.')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Forget/ })).toHaveCount(2)
})

test('ambient ages: due after its time or with another look, until somebody says it is the same', async ({
  page,
  request
}) => {
  const shoot = (await (await request.post('/api/shoots/demo-seed/duplicate')).json()) as {
    id: string
  }
  await open(page, shoot, 'run')
  await expect(page.getByText(/Ambient drifts: it was read/)).toBeVisible()
  await page.getByRole('button', { name: 'Nothing has changed' }).click()
  await expect(page.getByText(/Ambient drifts/)).toHaveCount(0)
  // A page that leaves with a write on its way asks again, and is told so by a 409.
  await saved(page)
  await open(page, shoot, 'subject')
  await expect(page.getByText('Ambient read: subject just now, background just now.')).toBeVisible()
  await choose(page, 'Look', 'Vapour or plume')
  await expect(page.getByText('The look has changed since')).toBeVisible()
  await saved(page)
})

test('dark: a lens with a leaf shutter of its own: each shutter with its limit and its price', async ({
  page,
  request
}) => {
  await open(page, await copyOf(request, 'demo-steam'), 'dark')
  const pick = page.getByRole('group', { name: 'Shutter in use' })
  const [body, lens] = [
    pick.locator('[data-shutter-in="body"]'),
    pick.locator('[data-shutter-in="lens"]')
  ]
  await expect(body).toHaveAttribute('aria-pressed', 'true')
  await expect(body).toContainText('to 1/200')
  await expect(lens).toContainText(/to 1\/500, ambient −1\.3 there/)
  await lens.click()
  await expect(lens).toHaveAttribute('aria-pressed', 'true')
  await type(page, 'Shutter', '1/500')
  await expect(page.locator('[data-verdict="sync"]')).not.toHaveAttribute('data-state', 'miss')
  await body.click()
  await type(page, 'Shutter', '1/500')
  await expect(page.locator('[data-verdict="sync"]')).toContainText(/dark|HSS/)
})

test('a lens of another mount is told beside its name and below it', async ({ page, newShoot }) => {
  await open(page, await newShoot(), 'focus')
  await expect(page.locator('[data-mount]')).toHaveCount(0)
  await choose(page, 'Lens', 'Cove 45 mm, 1:1, another mount')
  await expect(page.locator('[data-mount]')).toContainText('Its mount is Cove, the camera’s Slate')
  await choose(page, 'Camera', 'Cove body, 17.3 × 13 mm')
  await expect(page.locator('[data-mount]')).toHaveCount(0)
})
