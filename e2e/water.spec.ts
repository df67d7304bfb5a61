/** Under water: what it takes, housings and ports, red that is left, water that is lit. */
import { ledgerOf } from '../core/ledger/ledger'
import { typicalWater } from '../core/medium/water'
import { lensMagnification } from '../core/plan/portInUse'
import { violations } from './axe'
import { choose, copyOf, expect, open, saved, test, type } from './fixtures'
import { planOf } from './planOf'

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
