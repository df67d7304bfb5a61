/** A table that mirrors, things that glow through, ground glass, and places by name on clear things. */
import type { Page } from '@playwright/test'
import type { Shoot } from '../core/api/api'
import { tableLook } from '../core/advise/tableLook'
import { ledgerOf } from '../core/ledger/ledger'
import { violations } from './axe'
import { choose, copyOf, expect, saved, test, type } from './fixtures'

const planOf = async (page: Page, id: string): Promise<Shoot['plan']> =>
  ((await (await page.request.get(`/api/shoots/${id}`)).json()) as Shoot).plan

test('wax on black acrylic: its image in the table, more of it the lower the camera', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-wax')
  await page.goto(`/shoots/${id}/light`)
  const { image } = tableLook(await planOf(page, id))!
  const words = page.locator('[data-image]')
  await expect(words).toContainText(`It mirrors ${Math.round(100 * image!.share)} % there`)
  await expect(words).toContainText(`${Math.abs(image!.againstSubject).toFixed(1)} stops under`)
  await expect(page.locator('[data-seen="mirrored"]')).toContainText('mirrors the subject')
  await page.locator('[data-height="30"]').click()
  await expect(page.locator('[data-height="30"]')).toHaveAttribute('aria-pressed', 'true')
  await expect(words).toContainText(/It mirrors \d(\.\d)? % there/)
  await page.locator('[data-height="5"]').focus()
  await page.keyboard.press('Enter')
  await expect(words).toContainText(/It mirrors [4-6]\d % there/)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(words).toContainText(/It mirrors \d(\.\d)? % there/)
  await page.locator('[data-cell="A-mirrored"]').click()
  await expect(page.locator('[data-term="seen"]')).toBeVisible()
})

test('a table’s finish: matt shows nothing, metal most of it', async ({ page, request }) => {
  const { id } = await copyOf(request, 'demo-wax')
  await page.goto(`/shoots/${id}/subject`)
  await choose(page, 'Table finish', 'Metal')
  await type(page, 'Table roughness', '10 %')
  await saved(page)
  expect((await planOf(page, id)).table).toMatchObject({ finish: 'metal', roughness: 0.1 })
  await page.goto(`/shoots/${id}/light`)
  await expect(page.locator('[data-image]')).toContainText(/It mirrors (6|7)\d % there/)
  const light = page.getByRole('region', { name: 'Light A' })
  await choose(page, 'Its power serves', 'In the table', light)
  await saved(page)
  await page.locator('[data-cell="A-front"]').click()
  await expect(page.locator('[data-term="byTable"]')).toContainText('thrown up by the table')
  await page.goto(`/shoots/${id}/subject`)
  await choose(page, 'Table finish', 'Matt')
  await page.goto(`/shoots/${id}/light`)
  await expect(page.locator('[data-cell="A-foreground"]')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'In the table' })).toHaveCount(0)
  // What it serves is said still, to be chosen anew.
  await expect(light.getByRole('combobox', { name: 'Its power serves' })).toHaveValue(
    'In the table'
  )
})

test('something thick glows through: by its finish, how much and through how much of it', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-wax')
  await page.goto(`/shoots/${id}/light`)
  await page.locator('[data-cell="A-front"]').click()
  await expect(page.locator('[data-term="glow"]')).toContainText('glowing through')
  const glowing = ledgerOf(await planOf(page, id)).totals.front!
  await page.goto(`/shoots/${id}/subject`)
  await type(page, 'Through so much', '2 mm')
  await saved(page)
  expect(ledgerOf(await planOf(page, id)).totals.front!).toBeLessThan(glowing - 0.3)
  await type(page, 'Through so much', 'thin')
  await expect(page.getByText(/not understood/)).toBeVisible()
})

test('a facet and a label: places of their own in the sum, each one undo', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-flask-bright')
  await page.goto(`/shoots/${id}/light`)
  await page.getByRole('button', { name: 'Add a facet' }).click()
  await expect(page.locator('[data-seen="P1"]')).toContainText('Facet 1')
  await expect(page.getByRole('combobox', { name: 'Finish' })).toHaveValue('Clear, a facet')
  await page.getByRole('button', { name: 'Put a label on it' }).click()
  await expect(page.getByRole('columnheader', { name: /^Label/ })).toBeVisible()
  await saved(page)
  const { plan } = { plan: await planOf(page, id) }
  expect(plan.props.at(-1)).toMatchObject({ name: 'Label', shape: 'curved', finish: 'matt' })
  expect(plan.places.map(({ name }) => name)).toEqual(['Facet 1', 'Label'])
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('columnheader', { name: /^Label/ })).toHaveCount(0)
  await expect(page.locator('[data-seen="P1"]')).toBeVisible()
})

test('ground glass is in the sum: no note that it is not; axe finds nothing on either screen', async ({
  page
}) => {
  for (const [shoot, heading] of [
    ['demo-harbour-glass', 'Through the glass'],
    ['demo-wax', 'In the table']
  ] as const)
    for (const size of [
      { width: 1280, height: 800 },
      { width: 390, height: 844 }
    ]) {
      await page.setViewportSize(size)
      await page.goto(`/shoots/${shoot}/light`)
      await expect(page.getByRole('heading', { name: heading })).toBeVisible()
      await expect(page.getByText('as if it were polished')).toHaveCount(0)
      expect(await violations(page)).toEqual([])
      expect(
        await page.evaluate(
          () => document.documentElement.scrollWidth - document.documentElement.clientWidth
        )
      ).toBe(0)
    }
})
