import { readFileSync } from 'node:fs'
import { choose, expect, figure, open, saved, test, type } from './fixtures'

const verdict = (id: string) => `[data-verdict="${id}"]`

test('figures step in thirds, are typed in any notation, locked, undone and redone', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'subject')
  const aperture = figure(page, 'Aperture')
  await expect(aperture).toHaveValue('f/16')
  await aperture.press('ArrowUp')
  await expect(aperture).toHaveValue('f/18')
  await aperture.press('Shift+ArrowDown')
  await expect(aperture).toHaveValue('f/13')
  await type(page, 'Aperture', '5.6')
  await expect(aperture).toHaveValue('f/5.6')
  await type(page, 'Shutter', '60')
  await expect(figure(page, 'Shutter')).toHaveValue('60 s')
  await type(page, 'Shutter', '1/60')
  await expect(figure(page, 'Shutter')).toHaveValue('1/60')
  await type(page, 'Width', '1.5 cm')
  await expect(figure(page, 'Width')).toHaveValue('15 mm')

  await page.getByRole('button', { name: 'Lock Aperture' }).click()
  await aperture.press('ArrowUp')
  await expect(aperture).toHaveValue('f/5.6')
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(figure(page, 'Width')).toHaveValue('22 mm')
  await page.keyboard.press('Control+y')
  await expect(figure(page, 'Width')).toHaveValue('15 mm')
  await saved(page)
  await page.reload()
  await expect(figure(page, 'Width')).toHaveValue('15 mm')
})

test('what cannot be read or is out of range stays in the field with a reason, and changes nothing', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'subject')
  for (const [text, reason] of [
    ['wide', 'not understood: type 180'],
    ['', 'a figure is needed'],
    ['NaN', 'not understood'],
    ['0', 'must be at least 0.1'],
    ['9'.repeat(60), 'must be at most']
  ] as const) {
    await type(page, 'Width', text)
    await expect(page.getByText(reason).first()).toBeVisible()
    await expect(figure(page, 'Width')).toHaveValue(text)
    await figure(page, 'Width').press('Escape')
    await expect(figure(page, 'Width')).toHaveValue('22 mm')
  }
})

test('subject: presets, how black, and ambient in each notation', async ({ page, newShoot }) => {
  await open(page, await newShoot(), 'subject')
  await choose(page, 'Surface', /White paper/)
  await expect(figure(page, 'Reflectance').first()).toHaveValue('85 %')
  await page.getByRole('button', { name: /Near black/ }).click()
  await expect(figure(page, 'Background at most')).toHaveValue('−5.0')
  await expect(page.locator(verdict('background'))).toHaveAttribute('data-state', 'unknown')
  const background = page.getByRole('group', { name: 'Ambient at the background' })
  await choose(page, 'Reading', 'Lux', background)
  await background.getByRole('spinbutton', { name: 'Illuminance' }).fill('2560')
  await page.keyboard.press('Enter')
  await expect(background).toContainText('EV 10 at ISO 100')
  await choose(page, 'Reading', 'EV at ISO 100', background)
  await expect(background.getByRole('spinbutton', { name: 'EV' })).toHaveValue('EV 10')
  await choose(page, 'Reading', 'Camera settings, metered', background)
  await choose(page, 'Metered', 'Through the lens', background)
  await expect(background.getByRole('spinbutton')).toHaveCount(4)
  await expect(background).toContainText('EV 10 at ISO 100')
  await background.getByRole('spinbutton', { name: 'Scale showed' }).fill('−3')
  await page.keyboard.press('Enter')
  await expect(background).toContainText('EV 7 at ISO 100, at most: the scale ends there')
  await background.getByRole('spinbutton', { name: 'Scale showed' }).fill('+1/3')
  await page.keyboard.press('Enter')
  await expect(background).toContainText('EV 10.3 at ISO 100')
  await expect(page.locator(verdict('background'))).not.toHaveAttribute('data-state', 'unknown')
})

test('subject: drawn to scale in its frame, sized and turned by hand and by keys, one drag one undo', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'subject')
  const outline = page.locator('.front .body')
  const points = () => outline.getAttribute('d')
  const width = Number.parseFloat(await figure(page, 'Width').inputValue())
  const handle = page.locator('[data-handle="widthMm"]')
  const at = (await handle.boundingBox())!
  const before = await points()
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2)
  await page.mouse.down()
  await page.mouse.move(at.x + at.width / 2 - 30, at.y + at.height / 2, { steps: 6 })
  await page.mouse.up()
  await expect
    .poll(async () => Number.parseFloat(await figure(page, 'Width').inputValue()))
    .toBeLessThan(width)
  expect(await points()).not.toBe(before)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(figure(page, 'Width')).toHaveValue(`${width} mm`)
  expect(await points()).toBe(before)
  const turn = page.getByRole('slider', { name: 'Rotation, by hand' })
  await turn.focus()
  await turn.press('ArrowRight')
  await expect(figure(page, 'Rotation')).toHaveValue('5°')
  await page.getByRole('slider', { name: 'Depth needed, by hand' }).press('ArrowUp')
  await expect(page.getByRole('group', { name: 'The subject from above' })).toBeVisible()
  await choose(page, 'Shape', 'Vapour or plume')
  await expect(figure(page, 'Optical depth')).toHaveValue('0.145')
  await expect(turn).toHaveCount(0)
  await choose(page, 'Stands in', 'Sea water')
  await page.getByRole('link', { name: /Light/ }).click()
  await expect(page.getByText(/guide number under water is not known/)).toBeVisible()
  await expect(page.getByRole('region', { name: /round the vapour/ })).toBeVisible()
})

test('a background with two limits: asked for, shown everywhere, with the shutter span that keeps it', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot('daylight-fill')
  await open(page, shoot, 'subject')
  await expect(page.getByRole('group', { name: 'How black' })).toContainText('A stop under')
  await expect(figure(page, 'Background at least')).toHaveValue('−2.0')
  await type(page, 'Background at least', '+1')
  await expect(page.getByText(/must lie below what the background may have/)).toBeVisible()
  await figure(page, 'Background at least').press('Escape')
  await page.getByRole('link', { name: 'Dark' }).click()
  await expect(page.locator('[data-span]')).toContainText(
    /(From|At) .* the background stays at −2\.0 to −1\.0|No shutter speed keeps/
  )
  await page.getByRole('link', { name: 'Light' }).click()
  await expect(page.locator('main')).toContainText('−2.0 to −1.0')
  await page.getByRole('link', { name: 'Subject' }).click()
  await page.getByRole('button', { name: /No lower limit/ }).click()
  await expect(figure(page, 'Background at least')).toHaveCount(0)
  await page.getByRole('button', { name: /Surroundings wanted/ }).click()
  await expect(figure(page, 'Background at least')).toHaveValue('−2.0')
})

test('focus: width, magnification and working distance follow each other; the lens’s limit is kept and said', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'focus')
  await type(page, 'Field width', '72 mm')
  await expect(figure(page, 'Magnification')).toHaveValue('1 : 2')
  // Thin lens, f = 100 mm: 450 mm from the sensor at 1:2, less the 168 mm to the lens front.
  await expect(figure(page, 'Lens front to subject')).toHaveValue('282 mm')
  await type(page, 'Lens front to subject', '232')
  await expect(figure(page, 'Magnification')).toHaveValue('1 : 1')
  await type(page, 'Field width', '10 mm')
  await expect(page.getByText('Held at 1 : 1, the most this lens does.')).toBeVisible()
  await expect(figure(page, 'Field width')).toHaveValue('36 mm')
  await type(page, 'Aperture', '16')
  await choose(page, 'Blur is measured in', 'Circle on the sensor')
  await expect(page.getByText('Total depth')).toBeVisible()
  await type(page, 'Aperture', '32')
  const wide = await page.locator('dl').textContent()
  await type(page, 'Aperture', '4')
  expect(await page.locator('dl').textContent()).not.toBe(wide)
})

test('focus stack: frames, step and time for a crystal deeper than one frame; rail positions as CSV', async ({
  page
}) => {
  await page.goto('/shoots/demo-crystal/focus')
  const says = page.locator('[data-stack]')
  const count = async () => Number((await says.locator('b').first().textContent())!)
  const before = await count()
  expect(before).toBeGreaterThan(10)
  await type(page, 'Overlap, at least', '50 %')
  await expect.poll(count).toBeGreaterThan(before)
  await type(page, 'Overlap, at least', '120 %')
  await expect(page.getByText('must be from 0 % to 90 %')).toBeVisible()
  await figure(page, 'Overlap, at least').press('Escape')
  const frames = await count()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Rail positions as CSV' }).click()
  const lines = readFileSync(await (await download).path(), 'utf8')
    .trim()
    .split('\n')
  expect(lines).toHaveLength(frames + 1)
  expect(lines[1]).toMatch(/^1,0\.\d{1,3},0$/)
  await type(page, 'Aperture', '11')
  await type(page, 'Magnification', '1:20')
  await expect(page.getByText(/One frame holds the 18 mm you need/)).toBeVisible()
})
test('dark: the shutter costs the strobe nothing, faster than sync says how much goes dark', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'dark')
  await type(page, 'Power', '1/4')
  await expect(page.locator('[data-reserve]')).toContainText('2.0 stops of power left')
  await type(page, 'Power', '1/1')
  await expect(page.locator('[data-reserve]')).toContainText('Reserve: none')
  await type(page, 'Shutter', '1/50')
  const row = page.locator('[data-control="shutter"]')
  await expect(row).toContainText('1/200')
  await expect(row).toContainText('−2.0')
  // At full power the flash is long enough for the second curtain to cut its tail.
  await expect(row).toContainText('the second curtain cuts the flash’s tail')
  await expect(page.locator('[data-control="nd"]')).toContainText('+3.0')
  await row.getByRole('button').click()
  await expect(figure(page, 'Shutter')).toHaveValue('1/200')
  await expect(row).toContainText('already there')
  await page.getByRole('checkbox', { name: /^High-speed sync/ }).press('Space')
  await type(page, 'Shutter', '1/400')
  await expect(page.getByRole('img', { name: '50.0 % of the picture gets no flash' })).toBeVisible()
  await expect(page.locator(verdict('sync'))).toHaveAttribute('data-state', 'miss')
  await page.getByRole('checkbox', { name: /^High-speed sync/ }).press('Space')
  await expect(page.locator(verdict('sync'))).toContainText('HSS −')
})

test('light: power on its own dial, both ends of it with priced remedies', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'light')
  const advice = page.locator('.advice')
  await type(page, 'Power', '1/128')
  await expect(advice).toHaveAttribute('data-state', 'ok')
  await page.getByRole('button', { name: 'Set it' }).click()
  await expect(page.locator(verdict('subject'))).toHaveAttribute('data-state', 'ok')

  await type(page, 'Distance', '3 m')
  await expect(advice).toHaveAttribute('data-state', 'too-dim')
  await expect(advice).toContainText('full power (1/1) is still')
  await expect(page.locator('[data-power-remedy="iso"]')).toContainText('more noise')
  await page.locator('[data-power-remedy="iso"]').getByRole('button').click()
  await expect(page.locator(verdict('subject'))).toHaveAttribute('data-state', 'ok')
  await page.getByRole('button', { name: 'Undo' }).click()

  await type(page, 'Distance', '60')
  await type(page, 'Aperture', '2.8')
  await expect(advice).toContainText('is still')
  await expect(advice).toHaveAttribute('data-state', 'too-bright')
  // The remedies arrive from their worker and push what is below: by key, where nothing moves away
  // under the pointer.
  await expect(page.locator('[data-power-remedy="distance"]')).toBeVisible()
  const lock = page.getByRole('button', { name: 'Lock Distance' })
  await lock.press('Enter')
  await expect(lock).toHaveAttribute('aria-pressed', 'true')
  await expect(page.locator('[data-power-remedy="distance"]')).toHaveCount(0)
  await expect(page.locator('[data-power-remedy="nd"]')).toBeVisible()
})

test('light: another strobe, another dial', async ({ page, newShoot }) => {
  await open(page, await newShoot(), 'light')
  for (const [name, mark] of [
    ['Anemone 7 (under water)', / of 7/],
    ['Bench 200 (percent)', / %/],
    ['Pack head, 2.0–10', /^\d+\.\d/],
    ['Lantern ring 14', /^1\/\d+( \+0\.\d)?$/]
  ] as const) {
    await choose(page, 'Strobe', name)
    await expect(figure(page, 'Power')).toHaveValue(mark)
    await expect(page.locator('.advice b')).toContainText(mark)
  }
})

test('the ledger: every cell opens into its terms; a verdict says why and leads to the term that decides', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'light')
  await page.getByRole('button', { name: /^Take .* off$/ }).click()
  for (const key of ['ambient-subject', 'ambient-background', 'A-subject', 'A-background']) {
    await page.locator(`[data-cell="${key}"]`).click()
    await expect(page.locator('.terms h3')).toBeVisible()
  }
  const terms = page.locator('[data-term]')
  await expect(terms.filter({ hasText: '2·log2 GN' })).toContainText('+10.3')
  await page.goto(page.url().replace('/light', '/subject'))
  await page.locator(verdict('reserve')).click()
  await expect(page.getByText(/The dial is at its|of power left above/)).toBeVisible()
  await page
    .getByRole('button', { name: /Show power in Key/ })
    .last()
    .click()
  await expect(page).toHaveURL(/light\?cell=A-subject&term=power/)
  await expect(page.locator('tr.led')).toContainText('power')
})

test('a figure past its model is flagged', async ({ page, newShoot }) => {
  await open(page, await newShoot(), 'subject')
  await choose(page, 'Finish', 'Gloss')
  await page.getByRole('link', { name: /Light/ }).click()
  await expect(page.getByText(/The subject is shiny/)).toBeVisible()
})
