/** Bounced light is worked out beside the page: straight light at once, the whole a moment later. */
import type { Page } from '@playwright/test'
import { evaluate } from '../core/ledger/evaluate'
import type { Plan } from '../core/plan/plan'
import { copyOf, expect, saved, test } from './fixtures'

/** What Node says of the plan as the server has it: its levels of light A, in tenths. */
async function worked(page: Page, id: string): Promise<Record<string, string>> {
  const shoot = (await (await page.request.get(`/api/shoots/${id}`)).json()) as { plan: Plan }
  const row = evaluate(shoot.plan).ledger.rows.find((each) => each.source === 'A')!
  return Object.fromEntries(
    Object.entries(row.cells).map(([place, { level }]) => [
      place,
      level.toFixed(1).replace('-', '−')
    ])
  )
}
async function expectWorked(page: Page, id: string): Promise<void> {
  await saved(page)
  for (const [place, level] of Object.entries(await worked(page, id)))
    await expect(page.locator(`[data-cell="A-${place}"] .num`)).toContainText(level)
}

test('a card nudged and dragged in a pale tent: the ledger ends where a sum from nothing does', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-tent')
  await page.goto(`/shoots/${id}/light`)
  const card = page.locator('svg[data-view="above"] g.card').first()
  await card.focus()
  for (let i = 0; i < 8; i++) await page.keyboard.press('Shift+ArrowRight')
  await expectWorked(page, id)
  const box = (await card.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  for (let i = 1; i <= 12; i++)
    await page.mouse.move(box.x + box.width / 2 - 3 * i, box.y + box.height / 2 + 2 * i)
  await page.mouse.up()
  await expectWorked(page, id)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expectWorked(page, id)
})

test('no worker to be had: the page works the light out itself', async ({ page, request }) => {
  await page.route('**/light.worker*', (route) => route.abort())
  const { id } = await copyOf(request, 'demo-shells')
  await page.goto(`/shoots/${id}/light`)
  const light = page.locator('svg[data-view="above"] [data-light="A"]')
  await light.focus()
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowLeft')
  await expectWorked(page, id)
})

test('a worker that takes long: it is said, and the sum follows', async ({ page, request }) => {
  const release: (() => void)[] = []
  await page.route('**/light.worker*', async (route) => {
    await new Promise<void>((resolve) => release.push(resolve))
    await route.continue()
  })
  const { id } = await copyOf(request, 'demo-shells')
  await page.goto(`/shoots/${id}/light`)
  const light = page.locator('svg[data-view="above"] [data-light="A"]')
  await light.focus()
  await page.keyboard.press('Shift+ArrowLeft')
  const ledger = page.locator('table.ledger')
  await expect(ledger.getByRole('status')).toHaveText('bounced light follows')
  await expect(ledger).toHaveAttribute('aria-busy', 'true')
  release.forEach((go) => go())
  await expect(ledger.getByRole('status')).toHaveCount(0)
  await expectWorked(page, id)
})

test('a room is drawn, and what stands outside it is said', async ({ page, request }) => {
  const { id } = await copyOf(request, 'demo-shells')
  await page.goto(`/shoots/${id}/light`)
  await expect(page.locator('svg[data-view="above"] [data-room]')).toHaveCount(1)
  const distance = page.getByRole('spinbutton', { name: 'Distance', exact: true })
  await expect(page.locator('.flags')).toHaveCount(0)
  await distance.fill('9000')
  await distance.press('Enter')
  await expect(page.locator('.flags')).toContainText('stands outside the room')
})
