/** Getting ready: a checklist with reasons, kept with the shoot; cautions that are shown once. */
import type { APIRequestContext, Page } from '@playwright/test'
import type { KitRecord } from '../core/api/api'
import { violations } from './axe'
import { row, told } from './checklist'
import { choose, copyOf, expect, open, saved, test, type } from './fixtures'

/** A copy of which nothing was said. */
const bareCopy = async (request: APIRequestContext, id: string) =>
  (await (await request.post(`/api/shoots/${id}/duplicate`)).json()) as { id: string }
const keysOf = (page: Page) =>
  page
    .locator('[data-check]')
    .evaluateAll((list) => list.map((each) => each.getAttribute('data-check')))
test('ticked, skipped with a word why, opened again, in another order, kept with the shoot', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-goby')
  await open(page, { id }, 'prepare')
  await expect(row(page, 'seals')).toContainText(
    'Main ring of Limpet housing, dome port: groove clean, thin grease, no hair, closed evenly'
  )
  await expect(row(page, 'seals')).toContainText(
    /Last serviced on 2025-08-30, 1\d months ago: due again/
  )
  await expect(row(page, 'cells-A')).toContainText(
    /A charge gives some [\d ]+ flashes at this power/
  )
  await row(page, 'seals').getByRole('checkbox').click()
  await expect(row(page, 'seals')).toHaveAttribute('data-state', 'done')

  await row(page, 'leak-test').getByRole('button', { name: /^Skip/ }).click()
  await page.getByLabel('Why?').fill('no pump aboard')
  await page.keyboard.press('Enter')
  await expect(row(page, 'leak-test')).toContainText('Skipped: no pump aboard')
  await row(page, 'leak-test').getByRole('checkbox').click()
  await expect(row(page, 'leak-test')).toHaveAttribute('data-state', 'open')

  const before = await keysOf(page)
  await page.getByRole('button', { name: 'Change the order' }).click()
  await row(page, before[1]!)
    .getByRole('button', { name: /^Earlier/ })
    .click()
  await expect.poll(() => keysOf(page)).toEqual([before[1], before[0], ...before.slice(2)])
  // By key too, on the step itself.
  await row(page, before[1]!).getByRole('checkbox').press('Alt+ArrowDown')
  await expect.poll(() => keysOf(page)).toEqual(before)
  await page.getByRole('button', { name: 'Order is right' }).click()

  await page.getByLabel('A step of your own before').fill('Slate with the depth')
  await page.keyboard.press('Enter')
  const own = page.locator('[data-check^="added-"]')
  await expect(own).toContainText('Slate with the depth')
  await own.getByRole('checkbox').press('Space')
  await expect(own).toHaveAttribute('data-state', 'done')

  await told(page, id, 'leak-test', 'open')
  await told(page, id, 'seals', 'done')
  await page.reload()
  await expect(row(page, 'seals')).toHaveAttribute('data-state', 'done')
  await expect(own).toHaveAttribute('data-state', 'done')
  await page.getByRole('button', { name: 'Change the order' }).click()
  await own.getByRole('button', { name: /^Take out/ }).click()
  await expect(own).toHaveCount(0)
  await page.locator('.v-snackbar').getByRole('button', { name: 'Undo' }).click()
  await expect(own).toContainText('Slate with the depth')
  expect(await violations(page, { within: 'main' })).toEqual([])
})

test('a kit item’s own steps come into every shoot that uses it', async ({ page, request }) => {
  const { id } = await copyOf(request, 'demo-slug')
  await open(page, { id }, 'prepare')
  await expect(
    page.getByRole('checkbox', { name: 'Catch pressed until it clicks twice' })
  ).toBeVisible()

  await page.goto('/kit')
  await page.getByRole('button', { name: 'Cove body', exact: false }).first().click()
  const form = page.getByRole('dialog')
  const steps = form.getByRole('textbox', { name: 'Steps of your own to prepare it, one a line' })
  await steps.fill('Strap off\nClock set to the tide table')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form).toBeHidden()
  await open(page, { id }, 'focus')
  // A plan keeps its copy of the kit until it is told to take what is new.
  await page.getByRole('button', { name: /^Update Cove body/ }).click()
  await open(page, { id }, 'prepare')
  await expect(page.getByRole('checkbox', { name: 'Clock set to the tide table' })).toBeVisible()
  // Other tests of this server use that body.
  const found = await page.request.get('/api/kit?kind=camera')
  const kit = (await found.json()) as KitRecord[]
  const { item, version } = kit.find((each) => each.item.id === 'cove-body')!
  await page.request.put(`/api/kit/${item.id}`, {
    data: { version, item: { ...item, prepare: '' } }
  })
})

test('a head on mains asks for no cells', async ({ page, newShoot }) => {
  const shoot = await newShoot()
  await open(page, shoot, 'prepare')
  await expect(row(page, 'cells-A')).toBeVisible()
  await expect(row(page, 'cells-out')).toBeVisible()
  await open(page, shoot, 'light')
  await choose(page, 'Strobe', 'Bench 200 (percent)')
  await saved(page)
  await page.locator('[data-verdict="reserve"]').click()
  await expect(page.getByText(/Recycle about .* s, on mains\./)).toBeVisible()
  await open(page, shoot, 'prepare')
  await expect(row(page, 'place-marked')).toBeVisible()
  for (const key of ['cells-A', 'cells-out', 'charge']) await expect(row(page, key)).toHaveCount(0)
})

test('a shoot begun without something important says so once', async ({ page, request }) => {
  const { id } = await bareCopy(request, 'demo-shrimp')
  await open(page, { id }, 'run')
  const line = page.locator('[data-prepare]')
  await expect(line).toContainText('0 of 22 steps ticked')
  await expect(line).toContainText('Important and open: Full cells in Anemone 7')
  const step = page.getByRole('region', { name: 'Next move' })
  await expect(step).toContainText(
    /Port \d+ mm from the subject, focus by hand for that and left alone: move the camera/
  )
  await step.getByRole('button', { name: 'It stands' }).click()
  await expect(page.getByText(/^Begun with \d+ important steps of Prepare open/)).toBeVisible()
  // Looked at once more it is not said again.
  await page.locator('[data-step="prepare"]').getByRole('button').first().click()
  await page
    .getByRole('button', { name: /[Oo]nce more|again/ })
    .first()
    .click()
  await step.getByRole('button', { name: 'It stands' }).click()
  await expect(step).toContainText('Test flash')
  await expect(page.getByText(/^Begun with/)).toHaveCount(0)
})

test('cautions: at their stage, once; always to be read under Prepare', async ({
  page,
  request
}) => {
  const { id } = await bareCopy(request, 'demo-shrimp')
  const note = page.getByRole('complementary', { name: 'Cautions' })
  await open(page, { id }, 'prepare')
  await expect(note).toContainText('your buddy first, the picture second')
  await expect(note).not.toContainText('High voltage')
  await note.getByRole('button', { name: 'Read' }).click()
  await expect(note).toHaveCount(0)
  await open(page, { id }, 'light')
  await expect(note).toContainText('never open one')
  await expect(note).toContainText('What the maker’s manual says comes first')
  await note.getByRole('button', { name: 'Read' }).click()
  await expect(note).toHaveCount(0)
  await expect
    .poll(async () => {
      const ticks = (await (await request.get(`/api/shoots/${id}/ticks`)).json()) as {
        kind: string
      }[]
      return ticks.filter(({ kind }) => kind === 'told').length
    })
    .toBeGreaterThanOrEqual(4)
  await page.reload()
  await expect(page.getByRole('list', { name: 'Verdicts' })).toBeVisible()
  await expect(note).toHaveCount(0)
  await open(page, { id }, 'prepare')
  await expect(note).toHaveCount(0)
  const all = page.getByRole('region', { name: 'Cautions' })
  await expect(all).toContainText('never open one')
  await expect(all).toContainText('your buddy first')
})

test('arms and balance: a bill of weights, which way it tips, what would hold it level', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-slug')
  await open(page, { id }, 'prepare')
  await expect(page.getByText('Hang each part on a kitchen scale')).toBeVisible()
  await page.getByRole('button', { name: 'Start with what is in the plan' }).click()
  const box = page.locator('[data-part^="Limpet housing"]')
  const head = page.locator('[data-part^="Anemone"]')
  const typed = async (part: typeof box, label: string, text: string): Promise<void> => {
    await part.getByRole('textbox', { name: label }).fill(text)
    await part.getByRole('textbox', { name: label }).blur()
  }
  await typed(box, 'One in air', '2400')
  await typed(box, 'In water', '90')
  await typed(head, 'One in air', '800')
  await typed(head, 'In water', 'heavy')
  await expect(head.getByText('a number is needed')).toBeVisible()
  await typed(head, 'In water', '160')
  const says = page.locator('[data-balance]')
  await expect(says).toContainText('3.2 kg to carry; it sinks in the sea, 250 g heavy.')
  await expect(says).toContainText('In the hand its front sinks.')
  await page.getByRole('button', { name: 'Add a part' }).click()
  const float = page.locator('[data-part="Float"]')
  await typed(float, 'One in air', '70')
  await typed(float, 'In water', '-250')
  await expect(says).toContainText('it hangs still in the sea')
  // What was weighed in fresh water is lighter in the sea, by its volume.
  await choose(page, 'Weights in water', 'Weighed in fresh water')
  await expect(says).toContainText('it rises in the sea')
  await saved(page)
  await page.reload()
  await expect(says).toContainText('it rises in the sea')
  await float.getByRole('button', { name: 'Take out Float' }).click()
  await expect(float).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(float).toHaveCount(1)
  expect(await violations(page, { within: 'main' })).toEqual([])
})

test('a caution that comes to apply meanwhile does not push the stage away under the hand', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot()
  const { id } = (await (await page.request.post(`/api/shoots/${shoot.id}/duplicate`)).json()) as {
    id: string
  }
  const note = page.getByRole('complementary', { name: 'Cautions' })
  await open(page, { id }, 'light')
  // Those of the shoot it was copied of were read there.
  await expect(note).toHaveCount(0)
  const bare = await page.request.post('/api/shoots', {
    data: { title: 'Cautious', look: 'black-still' }
  })
  const fresh = (await bare.json()) as { id: string }
  await open(page, fresh, 'subject')
  await expect(note).toHaveCount(0)
  await type(page, 'Speed', '300 mm/s')
  await saved(page)
  await expect(note).toHaveCount(0)
  await page.getByRole('link', { name: 'Focus', exact: true }).click()
  await page.getByRole('link', { name: 'Subject', exact: true }).click()
  await expect(note).toContainText('no baiting')
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })
  test('ticked with a thumb: targets for wet gloves, nothing scrolls sideways', async ({
    page,
    request
  }) => {
    const { id } = await bareCopy(request, 'demo-goby')
    await open(page, { id }, 'prepare')
    const size = await row(page, 'seals').getByRole('checkbox').boundingBox()
    expect(size!.height).toBeGreaterThanOrEqual(56)
    expect(size!.width).toBeGreaterThanOrEqual(200)
    const skip = await row(page, 'seals').getByRole('button', { name: /^Skip/ }).boundingBox()
    expect(skip!.height).toBeGreaterThanOrEqual(56)
    await row(page, 'seals').getByRole('checkbox').tap()
    await expect(row(page, 'seals')).toHaveAttribute('data-state', 'done')
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)
    expect(wide).toBeLessThanOrEqual(0)
    expect(await violations(page, { within: 'main' })).toEqual([])
    // The last stage of the rail is in sight where it is in hand.
    await open(page, { id }, 'run')
    await expect(page.getByRole('link', { name: 'Run', exact: true })).toBeInViewport({ ratio: 1 })
  })
})

test('the way to the server gone: ticks wait and arrive', async ({ page, request, expected }) => {
  expected.push(/ERR_FAILED|Failed to load/)
  const { id } = await copyOf(request, 'demo-goby')
  await open(page, { id }, 'prepare')
  await page.route('**/ticks/*', (route) => route.abort())
  await row(page, 'seals').getByRole('checkbox').click()
  await expect(row(page, 'seals')).toHaveAttribute('data-state', 'done')
  await page.unroute('**/ticks/*')
  await told(page, id, 'seals', 'done')
})
