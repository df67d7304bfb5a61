/** The colour of light: filters, white balance, what matches what, spectra in files, cards in frames. */
import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import type { KitRecord, RunFrames, Shoot } from '../core/api/api'
import { AS_DAYLIGHT, tintOf, type Balance } from '../core/colour/balance'
import { product, type Spectrum } from '../core/colour/bands'
import { filterStops, transmissionOf } from '../core/colour/filters'
import { daylight, planck } from '../core/colour/sources'
import { dngOf } from '../simulator/dng'
import type { Exposure } from '../simulator/exposure'
import { jpegOf, type Notes } from '../simulator/files'
import { violations } from './axe'
import { choose, copyOf, expect, open, saved, test, type } from './fixtures'

const verdict = (page: Page) => page.locator('[data-verdict="colour"]')
const together = (page: Page, place: string) => page.locator(`[data-together="${place}"]`)
const planOf = async (page: Page, id: string): Promise<Shoot['plan']> => {
  await saved(page)
  return ((await (await page.request.get(`/api/shoots/${id}`)).json()) as Shoot).plan
}

/** A card of one colour all over the frame. */
const cardOf = (rgb: readonly number[]): Exposure => {
  const [width, height] = [120, 80]
  const linear = new Float32Array(width * height * 3).map((_, i) => rgb[i % 3]! / 0.18)
  return { width, height, linear }
}
const notesAt = (shutterStops = 7): Notes => ({
  camera: 'Test body',
  settings: { apertureStops: 8, shutterStops, isoStops: 0 },
  focalMm: 100,
  flashFired: true,
  takenAt: new Date(Date.UTC(2026, 10, 20, 9, 30))
})
/** A JPEG as a camera without a curve of its own writes it. */
const card = (rgb: readonly number[], shutterStops = 7): Promise<Buffer> =>
  jpegOf(cardOf(rgb), { power: 1, whiteStops: Math.log2(1 / 0.18) }, notesAt(shutterStops))
/** A raw file of a card in a light, taken under any balance. */
const rawCard = (light: Spectrum, level: number, balance: Balance): Buffer =>
  dngOf(
    cardOf(tintOf(light, balance).map((value) => level * value)),
    { headroomStops: 0.7, balance: [0.5, 0.65] },
    notesAt(),
    balance
  )
/** Until a file of the one frame has arrived: what is left before it is kept would be lost. */
const arrived = (page: Page, shoot: string, file: 'hasImage' | 'hasRaw'): Promise<void> =>
  expect
    .poll(async () => {
      const frames = await page.request.get(`/api/shoots/${shoot}/frames`)
      return ((await frames.json()) as RunFrames).frames.map((frame) => frame[file])
    })
    .toEqual([true])
const INCANDESCENT: Balance = { kind: 'preset', preset: 'incandescent' }

test('gels that match the lamps: one step, both neutral, levels held, taken back by one undo', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-lamplit')
  await open(page, { id }, 'colour')
  for (const light of ['A', 'B'])
    await page.getByRole('button', { name: `Take Warm, full off ${light}` }).click()
  await expect(verdict(page)).toHaveAttribute('data-state', 'miss')
  await expect(together(page, 'subject')).toContainText('cooler')
  await expect(together(page, 'subject')).toContainText('5')
  const before = (await planOf(page, id)).lights[0]!.powerStops
  const match = page.locator('[data-colour-way="match"]').first()
  await expect(match).toContainText('Warm, full, takes 0.9 stop')
  await expect(match).toContainText('Light behind the subject: neutral')
  await match.getByRole('button', { name: /^Use/ }).click()
  await expect(verdict(page)).toHaveAttribute('data-state', 'ok')
  const after = await planOf(page, id)
  expect(after.lights.map(({ filters }) => filters.map((each) => each.id))).toEqual([
    ['warm-full'],
    ['warm-full']
  ])
  expect(after.lights[0]!.powerStops - before).toBeCloseTo(1, 5)
  expect(after.balance).toMatchObject({ kind: 'kelvin', kelvin: 2900 })
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(verdict(page)).toHaveAttribute('data-state', 'miss')
  expect((await planOf(page, id)).lights[0]!.filters).toEqual([])
})

test('no gel, balance for the strobes: the lamps turn warm in words and figures', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-lamplit')
  await open(page, { id }, 'colour')
  await page.locator('[data-colour-way="strobes"]').getByRole('button', { name: /^Use/ }).click()
  await expect(page.locator('[data-colour="ambient-background"]')).toContainText('mired warmer')
  await expect(page.locator('[data-colour="ambient-background"]')).toContainText('R +0.8')
  await expect(page.locator('[data-balance]')).toHaveText('5500 K')
  const behind = page.locator('[data-colour="ambient-background"]')
  await behind.getByText('Its lamp').click()
  const kelvin = behind.getByLabel('Colour temperature of ambient behind it')
  await kelvin.fill('99')
  await kelvin.press('Enter')
  await expect(behind.getByText('must be at least 1000')).toBeVisible()
  await kelvin.fill('3800 K')
  await kelvin.press('Enter')
  await expect(behind).toContainText('3800 K')
  await expect(behind.getByText('must be at least 1000')).toHaveCount(0)
})

test('white balance by name, by kelvin and tint; what the figures say follows', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-lamplit')
  await open(page, { id }, 'colour')
  const chips = page.getByRole('group', { name: 'White balance' })
  await chips.getByRole('button', { name: 'Daylight' }).click()
  await expect(page.locator('[data-balance]')).toHaveText('Daylight, 5500 K')
  await expect(together(page, 'subject')).toContainText('mired warmer')
  await chips.getByRole('button', { name: 'Kelvin and tint' }).click()
  await type(page, 'Colour temperature', '3200 K')
  await type(page, 'Tint of that light', '4 greener')
  await expect(page.locator('[data-balance]')).toHaveText('3200 K, 4 greener')
  await type(page, 'Colour temperature', '99999')
  await expect(page.getByRole('alert').first()).toContainText('15')
  expect((await planOf(page, id)).balance).toMatchObject({ kelvin: 3200, tint: 4 })
})

test('goals: neutral, a warmer background, two lights alike; each met or missed as the lights go', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-lamplit')
  await open(page, { id }, 'colour')
  const goal = (name: string) => page.locator(`[data-goal="${name}"]`)
  await expect(goal('neutral')).toHaveAttribute('data-ok', 'true')
  await page.getByRole('button', { name: '+ Two lights alike' }).click()
  await expect(goal('alike')).toHaveAttribute('data-ok', 'true')
  await page.getByRole('button', { name: 'Take Warm, full off B' }).click()
  await expect(goal('alike')).toHaveAttribute('data-ok', 'false')
  await page.getByRole('button', { name: '+ Background warmer or cooler' }).click()
  await type(page, 'Than the balance', '+80')
  await expect(goal('cast')).toHaveAttribute('data-ok', 'false')
  await verdict(page).click()
  await expect(page.getByRole('button', { name: 'Go to Colour', exact: true })).toBeVisible()
  await page.keyboard.press('Escape')
  // Some of the strobes’ own light falls on the background too.
  await type(page, 'Tolerance', '40')
  // The way then leaves the lamp as warm as it is wanted.
  await page.locator('[data-colour-way="match"]').first().getByRole('button').first().click()
  await expect(goal('cast')).toHaveAttribute('data-ok', 'true')
  await expect(goal('alike')).toHaveAttribute('data-ok', 'true')
})

test('locked filters stay when a way is taken', async ({ page, request }) => {
  const { id } = await copyOf(request, 'demo-lamplit')
  await open(page, { id }, 'colour')
  await page
    .locator('[data-colour="A"]')
    .getByRole('button', { name: /filters of A/i })
    .click()
  await expect(page.getByRole('button', { name: 'Take Warm, full off A' })).toBeDisabled()
  await page.locator('[data-colour-way="strobes"]').getByRole('button', { name: /^Use/ }).click()
  const { lights } = await planOf(page, id)
  expect(lights.map(({ filters }) => filters.length)).toEqual([1, 0])
})

test('a filter on the lens and its opposite on the strobes', async ({ page, newShoot }) => {
  const shoot = await newShoot()
  await open(page, shoot, 'colour')
  await page.getByRole('button', { name: 'All of the kit' }).click()
  const way = page
    .locator('[data-colour-way="complement"]')
    .filter({ hasText: 'Magenta 0.30 on the lens' })
  await expect(way).toContainText('Green 0.30, takes 1.0 stop')
  await way.getByRole('button', { name: /^Use/ }).click()
  await expect(page.locator('[data-colour="A"]')).toContainText('neutral')
  const plan = await planOf(page, shoot.id)
  expect(plan.lensFilters.map(({ id }) => id)).toEqual(['magenta-30'])
  await open(page, shoot, 'light')
  await page.locator('[data-cell="A-subject"]').click()
  await expect(page.getByRole('tabpanel')).toContainText('Green 0.30')
  await expect(page.getByRole('tabpanel')).toContainText('Magenta 0.30')
})

test('the sum shows colours as swatches, kelvin, red and blue, and remembers which', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-lamplit')
  await open(page, { id }, 'light')
  const cell = page.locator('[data-cell="A-subject"]')
  await expect(cell).not.toContainText('K')
  await page.getByLabel('Colours of the sum').selectOption('Kelvin')
  await expect(cell).toContainText('2950 K')
  await expect(page.locator('[data-total="background"]')).toContainText('2900 K')
  await page.getByLabel('Colours of the sum').selectOption('Red and blue')
  await expect(page.locator('[data-total="background"]')).toContainText('neutral')
  await page.reload()
  await expect(page.getByLabel('Colours of the sum')).toHaveValue('channels')
})

test('a strong colour clips a channel before the level says so', async ({ page, newShoot }) => {
  const shoot = await newShoot()
  await open(page, shoot, 'colour')
  await expect(verdict(page)).toHaveCount(0)
  const { plan, version } = (await (
    await page.request.get(`/api/shoots/${shoot.id}`)
  ).json()) as Shoot
  await page.request.put(`/api/shoots/${shoot.id}`, {
    data: {
      version,
      plan: {
        ...plan,
        subject: { ...plan.subject, colour: '#d02010' },
        lights: plan.lights.map((light) => ({ ...light, powerStops: light.powerStops + 5 / 3 }))
      }
    }
  })
  await page.reload()
  await expect(verdict(page)).toContainText('R clips')
  await expect(page.locator('[data-clip]')).toContainText('Red clips at')
})

test('a filter in the kit: by mired, by density, by hue; what it does to daylight', async ({
  page
}) => {
  await page.goto('/kit')
  const dialog = page.getByRole('dialog')
  await page.getByRole('button', { name: 'Add filter' }).click()
  await dialog.getByRole('textbox', { name: 'Name' }).fill('Test sheet')
  await dialog.getByRole('textbox', { name: 'Shift' }).fill('−81')
  await expect(dialog.locator('[data-effect]')).toContainText('R −')
  await choose(page, 'Character', 'Colour correction, by density', dialog)
  await dialog.getByRole('textbox', { name: 'Density' }).fill('0.6')
  await expect(dialog.locator('[data-effect]')).toContainText('G −')
  await dialog.getByRole('textbox', { name: 'Density' }).fill('9')
  await expect(dialog.getByText('must be at most 2').first()).toBeVisible()
  await choose(page, 'Character', 'Strong colour', dialog)
  await expect(dialog.locator('[data-effect]')).toContainText('B +')
  expect(await violations(page, { within: '[role=dialog]' })).toEqual([])
  await dialog.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Test sheet' })).toContainText(
    'hue 240°'
  )
})

test('spectra from files and to them; a bad file says what is wrong', async ({ page }) => {
  await page.goto('/kit')
  const dialog = page.getByRole('dialog')
  await page.getByRole('button', { name: 'Add filter' }).click()
  await dialog.getByRole('textbox', { name: 'Name' }).fill('Measured sheet')
  const picker = dialog.locator('input[type=file]').first()
  await picker.setInputFiles({
    name: 'bad.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('500,1\n510,1\n520,1\n530,1')
  })
  await expect(dialog.locator('p[role=alert]')).toContainText('400 to 700 nm are needed')
  const rows = Array.from({ length: 31 }, (_, k) => `${400 + 10 * k},${(k + 1) * 2}`)
  await picker.setInputFiles({
    name: 'sheet.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['nm,percent', ...rows].join('\n'))
  })
  await expect(dialog.locator('p[role=status]')).toContainText('percent read')
  for (const [button, begins] of [
    ['Save as CSV', 'nm,value'],
    ['Save as CGATS', 'CGATS.17']
  ] as const) {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      dialog.getByRole('button', { name: button }).click()
    ])
    const text = readFileSync(await download.path(), 'utf8')
    expect(text.startsWith(begins)).toBe(true)
    expect(text).toContain('0.62')
  }
  await dialog.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Measured sheet' })).toContainText(
    'measured curve'
  )
})

test('a filter measured by two frames of a card, without it and with it', async ({ page }) => {
  const sheet = transmissionOf({ kind: 'conversion', mired: 120, transmission: 0.6 })
  const light = product(daylight(5500), sheet)
  const level = 2 ** filterStops(daylight(5500), sheet)
  const through = tintOf(light, AS_DAYLIGHT).map((value) => 0.3 * value * level)
  await page.goto('/kit')
  const dialog = page.getByRole('dialog')
  await page.getByRole('button', { name: 'Add filter' }).click()
  await dialog.getByRole('textbox', { name: 'Name' }).fill('By frames')
  await dialog.getByText('Measure it by two frames').click()
  const file = async (rgb: readonly number[], shutterStops = 7) => ({
    name: 'card.jpg',
    mimeType: 'image/jpeg',
    buffer: await card(rgb, shutterStops)
  })
  await dialog.getByLabel('Frame without the filter').setInputFiles(await file([0.3, 0.3, 0.3]))
  await dialog.getByLabel('Frame with the filter').setInputFiles(await file(through, 5))
  await expect(dialog.locator('p[role=alert]')).toContainText('differ in their shutter')
  await dialog.getByLabel('Frame with the filter').setInputFiles(await file(through))
  await expect(dialog.locator('[data-found]')).toContainText(/lets through (59|60|61)/)
  await expect(dialog.locator('[data-found]')).toContainText(/11\d mired warmer/)
  await dialog.getByRole('button', { name: 'Take as a conversion' }).click()
  await expect(dialog.getByRole('textbox', { name: 'Shift' })).toHaveValue(/^11\d$/)
  await dialog.getByRole('button', { name: 'Save', exact: true }).click()
  const kit = (await (await page.request.get('/api/kit?kind=filter')).json()) as KitRecord[]
  expect(kit.some(({ item }) => item.name === 'By frames')).toBe(true)
})

test('a grey card in a frame sets the white balance; a spot gives the subject its colour', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'run')
  const lit = tintOf(planck(3400), AS_DAYLIGHT).map((value) => 0.2 * value)
  await page
    .getByLabel('Log black frame with its JPEG')
    .setInputFiles({ name: 'card.jpg', mimeType: 'image/jpeg', buffer: await card(lit) })
  await arrived(page, shoot.id, 'hasImage')
  await open(page, shoot, 'colour')
  await page.getByText('Read a colour in a frame').click()
  await expect(page.locator('[data-card]')).toContainText(/lit by 3(35|40|45)0 K/)
  await page.getByRole('button', { name: /^Grey card: balance to/ }).click()
  await expect(page.locator('[data-balance]')).toContainText('grey card, 3')
  await page.getByRole('button', { name: 'The subject’s colour' }).click()
  const plan = await planOf(page, shoot.id)
  expect(plan.balance).toMatchObject({ kind: 'card', frameId: expect.any(String) })
  expect(plan.subject.colour).toMatch(/^#[0-9a-f]{6}$/)
})

test('a grey card in a raw file alone: its light, whatever the camera was balanced to', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'run')
  // The plan says daylight; the camera stood at incandescent, and its picture is made by that.
  await page.getByLabel('Log black frame with its JPEG').setInputFiles({
    name: 'card.dng',
    mimeType: 'image/x-adobe-dng',
    buffer: rawCard(planck(3400), 0.2, INCANDESCENT)
  })
  await arrived(page, shoot.id, 'hasRaw')
  await open(page, shoot, 'colour')
  await page.getByText('Read a colour in a frame').click()
  await expect(page.locator('[data-card]')).toContainText(/lit by 34[0-3]0 K.*by the raw file/)
})

test('a raw file that does not tell its camera’s colours is named, and the JPEG read', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'run')
  const raw = rawCard(planck(3400), 0.2, AS_DAYLIGHT)
  // Its matrix goes by a number nobody knows.
  raw.writeUInt16LE(0xc620, raw.indexOf(Buffer.from([0x21, 0xc6])))
  const lit = tintOf(planck(3400), AS_DAYLIGHT).map((value) => 0.2 * value)
  await page.getByLabel('Log black frame with its JPEG').setInputFiles([
    { name: 'card.jpg', mimeType: 'image/jpeg', buffer: await card(lit) },
    { name: 'card.dng', mimeType: 'image/x-adobe-dng', buffer: raw }
  ])
  await arrived(page, shoot.id, 'hasRaw')
  await open(page, shoot, 'colour')
  await page.getByText('Read a colour in a frame').click()
  await expect(page.getByText('does not tell its camera’s colours')).toBeVisible()
  await expect(page.locator('[data-card]')).toContainText(/lit by 3(35|40|45)0 K/)
  await expect(page.locator('[data-card]')).not.toContainText('raw file')
})

test('a filter measured by two raw files; one of each kind is refused', async ({ page }) => {
  const sheet = transmissionOf({ kind: 'conversion', mired: 120, transmission: 0.6 })
  const level = 0.3 * 2 ** filterStops(daylight(5500), sheet)
  await page.goto('/kit')
  const dialog = page.getByRole('dialog')
  await page.getByRole('button', { name: 'Add filter' }).click()
  await dialog.getByText('Measure it by two frames').click()
  const raw = (buffer: Buffer) => ({ name: 'card.dng', mimeType: 'image/x-adobe-dng', buffer })
  const [without, with_] = ['Frame without the filter', 'Frame with the filter'] as const
  await dialog.getByLabel(without).setInputFiles({
    name: 'card.jpg',
    mimeType: 'image/jpeg',
    buffer: await card([0.3, 0.3, 0.3])
  })
  const through = product(daylight(5500), sheet)
  await dialog.getByLabel(with_).setInputFiles(raw(rawCard(through, level, AS_DAYLIGHT)))
  await expect(dialog.locator('p[role=alert]')).toContainText('both as raw files, or both as JPEGs')
  await dialog.getByLabel(without).setInputFiles(raw(rawCard(daylight(5500), 0.3, AS_DAYLIGHT)))
  await expect(dialog.locator('[data-found]')).toContainText(/lets through (59|60|61)/)
  await expect(dialog.locator('[data-found]')).toContainText(/1[12]\d mired warmer/)
  // Nothing of a tone curve is unsure here.
  await expect(dialog.locator('[data-found]')).not.toContainText('tone curve')
})

test('a strobe’s own kelvin, and by power', async ({ page, request }) => {
  const { id } = await copyOf(request, 'demo-lamplit')
  await open(page, { id }, 'light')
  await choose(page, 'Strobe', 'Drawer 28, whole stops')
  await open(page, { id }, 'colour')
  await expect(page.locator('[data-colour="A"]')).toContainText('5200 K')
  await page.getByRole('button', { name: 'Take Warm, full off A' }).click()
  await page
    .getByRole('group', { name: 'White balance' })
    .getByRole('button', { name: 'Daylight' })
    .click()
  // At 1/16 between the rows for 1/64 and 1/8, and so cooler than at full power.
  await expect(page.locator('[data-colour="A"]')).toContainText(/5[78]\d0 K/)
})

test('on a phone: everything there, nothing scrolls sideways, axe finds nothing', async ({
  page
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await open(page, { id: 'demo-lamplit' }, 'colour')
  await expect(together(page, 'background')).toContainText('2900 K')
  await expect(page.locator('[data-colour-way="match"]').first()).toBeVisible()
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  expect(await violations(page)).toEqual([])
})

test('a surface by its measured table: read, counted, saved, given up again', async ({
  page,
  newShoot
}) => {
  const { id } = await newShoot()
  await open(page, { id }, 'subject')
  const own = page.locator('details.measured').first()
  await own.locator('summary').click()
  const table = (top: number): Buffer =>
    Buffer.from(
      [
        'nm,percent',
        ...Array.from({ length: 31 }, (_, k) => `${400 + 10 * k},${10 + k * top}`)
      ].join('\n')
    )
  const file = (buffer: Buffer) => ({ name: 'wing case.csv', mimeType: 'text/csv', buffer })
  await own.locator('input[type=file]').setInputFiles(file(table(5)))
  await expect(own.locator('p[role=alert]')).toContainText('more than it gets')
  await own.locator('input[type=file]').setInputFiles(file(table(2)))
  await expect(own.locator('summary')).toContainText('Colour as measured, 41.8 % in daylight')
  await saved(page)
  const { plan } = (await (await page.request.get(`/api/shoots/${id}`)).json()) as Shoot
  expect(plan.subject.measured).toHaveLength(31)
  expect(plan.subject.reflectance).toBeGreaterThan(0.35)
  await own.getByRole('button', { name: 'By its picked colour again' }).click()
  await expect(own.locator('summary')).toHaveText('Its spectrum')
})
