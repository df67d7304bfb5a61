import type { Page } from '@playwright/test'
import type { KitRecord } from '../core/api/api'
import type { Modifier } from '../core/kit/kit'
import { ledgerOf } from '../core/ledger/ledger'
import type { Plan } from '../core/plan/plan'
import { logFrame, type Frame } from '../core/run/frame'
import { withPart } from '../core/run/part'
import { violations } from './axe'
import { expect, test } from './fixtures'

const dialog = (page: Page) => page.getByRole('dialog')
const field = (page: Page, name: string) => dialog(page).getByRole('textbox', { name, exact: true })

test('an item in use says where; copy, change, delete with undo', async ({ page }) => {
  await page.goto('/kit')
  const strobes = page.getByRole('region', { name: 'Strobes' })
  await expect(strobes.getByRole('listitem').filter({ hasText: 'Lantern 36' })).toContainText(
    'In use: Ground beetle, drawer 14'
  )
  await strobes.getByRole('button', { name: 'Copy Lantern 36' }).click()
  await field(page, 'Guide number').fill('33')
  await dialog(page).getByRole('button', { name: 'Save' }).click()
  const copy = strobes.getByRole('listitem').filter({ hasText: 'Lantern 36 (copy)' })
  await expect(copy).toContainText('GN 33 m')
  await copy.getByRole('button', { name: 'Delete' }).click()
  await expect(copy).toBeHidden()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(copy).toBeVisible()
})

for (const [kind, says] of [
  ['Fractions', '1/1 to 1/128 in thirds'],
  ['Numbered levels', '7 of 7 to 1 of 7'],
  ['Percent', '100 % to 3 %'],
  ['Decimal', '10.0 to 2.0']
] as const)
  test(`a strobe with a dial in ${kind.toLowerCase()}`, async ({ page }) => {
    await page.goto('/kit')
    await page.getByRole('button', { name: 'Add strobe' }).click()
    await field(page, 'Name').fill(`Test head ${kind}`)
    await dialog(page).getByRole('combobox', { name: 'Kind of dial' }).press('Enter')
    await page.getByRole('option', { name: new RegExp(kind) }).click()
    await dialog(page).getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('listitem').filter({ hasText: `Test head ${kind}` })).toContainText(
      says
    )
  })

test('a camera, a lens and a modifier; typed in the notation of the trade', async ({ page }) => {
  await page.goto('/kit')
  await page.getByRole('button', { name: 'Add camera' }).click()
  await field(page, 'Name').fill('Test body')
  await field(page, 'Sync speed').fill('1/180')
  await dialog(page).getByRole('combobox', { name: 'Shutter' }).first().press('Enter')
  await page.getByRole('option', { name: /Focal plane/ }).click()
  await dialog(page).getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Test body' })).toContainText(
    /sync 1\/(160|200)/
  )

  await page.getByRole('button', { name: 'Add lens' }).click()
  await field(page, 'Name').fill('Test lens')
  await field(page, 'Focal length').fill('9 cm')
  await dialog(page).getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Test lens' })).toContainText(
    '90 mm, to 1 ×'
  )

  await page.getByRole('button', { name: 'Add modifier' }).click()
  await field(page, 'Name').fill('Test tube')
  await dialog(page).getByRole('combobox', { name: 'Beam' }).press('Enter')
  await page.getByRole('option', { name: 'Nothing outside (grid)' }).click()
  await field(page, 'Or cell depth over its width').fill('2')
  await expect(field(page, 'Cut angle')).toHaveValue('53.1')
  await field(page, 'Cut angle').fill('25')
  await dialog(page).getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Test tube' })).toContainText(
    'nothing outside 25°'
  )
})

test('a snoot with a white inside and figures of its own; a head with zoom settings', async ({
  page
}) => {
  await page.goto('/kit')
  await page.getByRole('button', { name: 'Add modifier' }).click()
  await field(page, 'Name').fill('White tube')
  await dialog(page).getByRole('combobox', { name: 'Beam' }).press('Enter')
  await page.getByRole('option', { name: 'Tube (snoot)' }).click()
  await expect(dialog(page).getByText('Nothing leaves it beyond 22.6° in all')).toBeVisible()
  await field(page, 'Inside throws back').fill('80 %')
  await dialog(page).getByRole('button', { name: 'Add an angle' }).click()
  await dialog(page).getByRole('button', { name: 'Add an angle' }).click()
  await field(page, 'Off axis').nth(1).fill('0')
  await expect(dialog(page).getByText('the angles must rise')).toBeVisible()
  await field(page, 'Off axis').nth(1).fill('12')
  await field(page, 'Against bare, stops').nth(1).fill('-4')
  await dialog(page).getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'White tube' })).toContainText(
    'measured at 2 angles'
  )

  await page.getByRole('button', { name: 'Add strobe' }).click()
  await field(page, 'Name').fill('Zoom head')
  await dialog(page).getByText('The rest').click()
  const add = dialog(page).getByRole('button', { name: 'Add a setting' })
  await add.click()
  await add.click()
  await field(page, 'Setting').nth(1).fill('20')
  await expect(dialog(page).getByText('the settings must rise')).toBeVisible()
  await field(page, 'Setting').nth(1).fill('70')
  await dialog(page).getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Zoom head' })).toContainText(
    'zooms 35 to 70 mm'
  )
})

test('a new head starts from its class, the rest folded as typical; a meter says how it shows its figure', async ({
  page
}) => {
  await page.goto('/kit')
  await page.getByRole('button', { name: 'Add strobe' }).click()
  const box = dialog(page)
  for (const label of ['Name', 'Guide number', 'Beam', 'Lowest power'])
    await expect(field(page, label)).toBeInViewport()
  await expect(
    box.getByText(/typical for its class, flash durations right to a factor of 2/)
  ).toBeVisible()
  await expect(field(page, 'Recycle at full power')).toBeHidden()
  await box.getByRole('combobox', { name: 'Class of head' }).press('Enter')
  await page.getByRole('option', { name: 'Studio head by voltage' }).click()
  await box.getByText('The rest').click()
  await expect(field(page, 'Recycle at full power')).toHaveValue('1.2')
  await expect(field(page, 'Flash duration t0.1 at full')).toHaveValue('1/800 s')
  const mains = box.getByRole('checkbox', { name: 'Runs on mains' })
  await expect(mains).toBeChecked()
  await expect(field(page, 'Full-power flashes per charge')).toBeHidden()
  // A figure that cannot be is not hidden with the rest.
  await mains.press('Space')
  await field(page, 'Full-power flashes per charge').fill('0')
  await mains.press('Space')
  await expect(field(page, 'Full-power flashes per charge')).toHaveValue('0')
  await field(page, 'Full-power flashes per charge').fill('400')
  await expect(field(page, 'Full-power flashes per charge')).toBeHidden()
  await expect(field(page, 'Most flashes per charge')).toBeHidden()
  await field(page, 'Name').fill('Test studio head')
  await box.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Test studio head' })).toBeVisible()

  await page.getByRole('button', { name: 'Add flash meter' }).click()
  await field(page, 'Name').fill('Test meter')
  await box.getByRole('combobox', { name: 'Shows f-numbers as' }).press('Enter')
  await page.getByRole('option', { name: /^halves/ }).click()
  await field(page, 'Set to a time of').fill('1/60')
  await box.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Test meter' })).toContainText(
    'halves, ISO 100, 1/60, dome'
  )
})

test('wrong figures stay, are named at their field, and are not saved', async ({ page }) => {
  await page.goto('/kit')
  await page.getByRole('button', { name: 'Add strobe' }).click()
  await field(page, 'Guide number').fill('-5')
  await expect(dialog(page).getByText('must be at least 0.5')).toBeVisible()
  await dialog(page).getByText('The rest').click()
  await field(page, 'Flash duration t0.1 at full').fill('soon')
  await expect(dialog(page).getByText('a number is needed')).toBeVisible()
  await dialog(page).getByRole('button', { name: 'Save' }).click()
  await expect(dialog(page).getByText('a name is needed')).toBeVisible()
  await expect(dialog(page).getByRole('alert').last()).toContainText('see the marked fields')
  await expect(field(page, 'Guide number')).toHaveValue('-5')
})

test('a plan says when its kit’s figures have moved on, and takes them', async ({
  page,
  newShoot,
  request
}) => {
  const shoot = await newShoot()
  const records = (await (await request.get('/api/kit?kind=lens')).json()) as {
    item: { id: string; pupilRatio: number }
    version: number
  }[]
  const record = records.find(({ item }) => item.id === shoot.plan.lens.id)!
  await request.put(`/api/kit/${record.item.id}`, {
    data: {
      version: record.version,
      item: { ...record.item, pupilRatio: record.item.pupilRatio + 0.1 }
    }
  })
  await page.goto(`/shoots/${shoot.id}/focus`)
  await expect(page.getByText('The kit’s figures have changed since.')).toBeVisible()
  await page.getByRole('button', { name: /^Update / }).click()
  await expect(page.getByText('The kit’s figures have changed since.')).toBeHidden()
})

test('earlier figures of an item: what was changed when, and back to them', async ({
  page,
  request
}) => {
  // An item of its own, guessed first.
  const kit = (await (await request.get('/api/kit?kind=modifier')).json()) as KitRecord[]
  const grid = kit.find(({ item }) => item.id === 'grid-40')!.item as Modifier
  for (const [version, lossStops] of [
    [null, 0.5],
    [1, 1]
  ] as const) {
    const item = { ...grid, id: 'aged-grid', name: 'Aged grid', lossStops, measured: [] }
    const data = { version, item }
    expect((await request.put('/api/kit/aged-grid', { data })).ok()).toBe(true)
  }
  await page.goto('/kit')
  const item = page.getByRole('listitem').filter({ hasText: 'Aged grid' })
  await item.getByRole('button', { name: 'Aged grid', exact: true }).click()
  await dialog(page).getByText('Its earlier figures').click()
  const versions = dialog(page).getByRole('list').getByRole('listitem')
  await expect(versions.first()).toContainText('+0.5 stops → +1.0 stops')
  const had = await versions.count()
  await field(page, 'Loss in the material').fill('1 1/3')
  await dialog(page).getByRole('button', { name: 'Save' }).click()
  await item.getByRole('button', { name: 'Aged grid', exact: true }).click()
  await dialog(page).getByText('Its earlier figures').click()
  await expect(versions).toHaveCount(had + 1)
  await expect(versions.first()).toContainText('→ +1.3 stops')
  await versions
    .first()
    .getByRole('button', { name: /figures before/ })
    .click()
  await expect(field(page, 'Loss in the material')).toHaveValue(/1\.0/)
  await expect(dialog(page).getByText('They count once you save')).toBeVisible()
  await dialog(page).getByRole('button', { name: 'Save' }).click()
  await item.getByRole('button', { name: 'Aged grid', exact: true }).click()
  await expect(field(page, 'Loss in the material')).toHaveValue(/1\.0/)
})

test('what frames say of the kit: a loss told by frames with and without, adopted, taken up in the plan, undone', async ({
  page,
  request,
  newShoot
}) => {
  // A modifier of its own: its figure says one stop, its frames 1.8.
  const kit = (await (await request.get('/api/kit?kind=modifier')).json()) as KitRecord[]
  const grid = kit.find(({ item }) => item.id === 'grid-40')!.item as Modifier
  const item = { ...grid, id: 'worn-grid', name: 'Worn grid' }
  await request.put('/api/kit/worn-grid', { data: { version: null, item } })
  const { id, plan, version } = await newShoot('black-still', 'With a worn grid')
  const with_ = { ...plan, lights: [{ ...plan.lights[0]!, modifiers: [item] }] }
  await request.put(`/api/shoots/${id}`, { data: { version, plan: with_ } })
  const taken = (name: string, of: Plan, offStops: number) => {
    const frame: Frame = {
      ...logFrame(of, { id: name, kind: 'lit', takenAt: '2026-11-27T10:00:00.000Z' }),
      evidence: [
        {
          kind: 'patch',
          place: 'subject',
          x: 0.5,
          y: 0.5,
          radius: 0.02,
          levelStops: ledgerOf(of).totals.subject! + offStops,
          limit: 'exact',
          uncertaintyStops: 0.1
        }
      ]
    }
    return request.put(`/api/shoots/${id}/frames/${name}`, { data: { version: null, frame } })
  }
  const bare = withPart(with_, { light: 'A', on: 0 })
  for (const n of [1, 2, 3]) {
    await taken(`on${n}`, with_, -0.8)
    await taken(`bare${n}`, bare, 0)
  }
  await taken('stray', with_, 3)

  await page.goto('/kit')
  await page.getByRole('button', { name: 'Look through the frames of all shoots' }).click()
  const row = page.locator('[data-fit="worn-grid"]')
  await expect(row).toContainText(/Loss 1 → 1\.[678] ± 0\.1 stops/)
  await expect(row).toContainText('4 readings in 1 shoot')
  await expect(page.getByText('With a worn grid: +3.0 against the kit’s figures')).toBeVisible()
  expect(await violations(page)).toEqual([])
  await row.getByRole('button', { name: 'Adopt for Worn grid' }).click()
  await expect(row.getByRole('button')).toHaveCount(0)
  await expect(row).toContainText('too little to tell')

  // The shoot has its own copy until it is updated there.
  await page.goto(`/shoots/${id}/light`)
  await expect(page.getByText('The kit’s figures have changed since.').first()).toBeVisible()
  await page.getByRole('button', { name: 'Update Worn grid' }).click()
  await expect(page.getByText('The kit’s figures have changed since.')).toHaveCount(0)
  await page.goto('/kit')
  const listed = page.getByRole('listitem').filter({ hasText: 'Worn grid' })
  await listed.getByRole('button', { name: 'Worn grid', exact: true }).click()
  await dialog(page).getByText('Its earlier figures').click()
  await expect(dialog(page).getByRole('list').getByRole('listitem')).toContainText(
    /\+1\.0 stops → \+1\.[678] stops/
  )
})
