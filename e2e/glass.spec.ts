/** Clear things: what shows through them, their edges, sets on bright and on black, a leak. */
import type { Page } from '@playwright/test'
import type { Shoot } from '../core/api/api'
import { glassLook, glassVariants } from '../core/advise/glass'
import { ledgerOf } from '../core/ledger/ledger'
import { violations } from './axe'
import { copyOf, expect, open, saved, test } from './fixtures'

const planOf = async (page: Page, id: string): Promise<Shoot['plan']> =>
  ((await (await page.request.get(`/api/shoots/${id}`)).json()) as Shoot).plan
const shown = (level: number): string => `${level < 0 ? '−' : '+'}${Math.abs(level).toFixed(1)}`

test('on bright: places, edges and what emptying it would do, as the sum has them', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-flask-bright')
  await page.goto(`/shoots/${id}/light`)
  const plan = await planOf(page, id)
  const look = glassLook(plan)!
  const middle = page.locator('[data-seen="subject"]')
  await expect(middle).toContainText('Through the liquid')
  await expect(middle).toContainText(shown(ledgerOf(plan).totals.subject!).replace('+0.0', '0.0'))
  await expect(middle).toContainText('the background')
  await expect(page.locator('[data-seen="rimLeft"]')).toContainText('nothing, the room')
  await expect(page.locator('[data-edges]')).toContainText(
    `Left edge dark, ${look.edges.left.mm.toFixed(1)} mm wide`
  )
  await expect(page.locator('[data-edges]')).toContainText('1.05 × that')
  const [empty] = glassVariants(plan)
  await expect(page.locator('[data-variant="empty"]')).toContainText(
    `${Math.abs(empty!.stops).toFixed(1)} stop`
  )
  await page.locator('[data-cell="A-subject"]').click()
  await expect(page.locator('[data-term="seen"]')).toContainText('seen through it')
  await page.getByText('Black flags beside the picture').click()
  await page.locator('[data-flags="80"]').getByRole('button', { name: 'Put them in' }).click()
  await saved(page)
  expect((await planOf(page, id)).cards).toHaveLength(2)
})

test('set up on black: edges shine, the middle is dark; one undo', async ({ page, request }) => {
  const { id } = await copyOf(request, 'demo-flask-bright')
  await page.goto(`/shoots/${id}/light`)
  await page.getByRole('button', { name: 'Set up on black' }).click()
  await expect(page.locator('[data-edges]')).toContainText('Left edge bright')
  await expect(page.locator('[data-seen="subject"]')).toContainText('dark')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('[data-edges]')).toContainText('Left edge dark')
})

test('a new shoot from either look stands as its set; a locked light is left alone', async ({
  page,
  newShoot
}) => {
  const black = await newShoot('dark-field', 'On black')
  await open(page, black, 'light')
  await expect(page.locator('[data-edges]')).toContainText('edge bright')
  const { version } = (await (await page.request.get(`/api/shoots/${black.id}`)).json()) as Shoot
  await page.request.put(`/api/shoots/${black.id}`, {
    data: { version, plan: { ...black.plan, locks: ['lights.A.powerStops'] } }
  })
  await page.reload()
  await page.getByRole('button', { name: 'Set up on bright' }).click()
  await expect(page.locator('[data-seen="rimLeft"]')).toContainText('nothing, the room')
  await saved(page)
  const now = await planOf(page, black.id)
  expect(now.lights[0]).toEqual(black.plan.lights[0])
  expect(now.lights[1]!.at).not.toEqual(black.plan.lights[1]!.at)
})

test('a head that is too wide to hide behind it leaks, by so much', async ({ page, request }) => {
  const { id } = await copyOf(request, 'demo-bottle')
  await page.goto(`/shoots/${id}/light`)
  await expect(page.locator('[data-seen="subject"]')).toContainText('Behind (A)')
  await expect(page.locator('[data-leak]')).toHaveCount(0)
  const { plan, version } = (await (await page.request.get(`/api/shoots/${id}`)).json()) as Shoot
  const wide = plan.lights.map((light) =>
    light.id === 'A'
      ? {
          ...light,
          modifiers: [],
          rollDeg: 0,
          strobe: {
            ...light.strobe,
            face: { kind: 'rectangle' as const, widthMm: 120, heightMm: 40 }
          }
        }
      : light
  )
  await page.request.put(`/api/shoots/${id}`, {
    data: { version, plan: { ...plan, lights: wide } }
  })
  await page.reload()
  await expect(page.locator('[data-leak]').first()).toContainText('A shows past its left edge')
})

test('axe finds nothing, on either screen', async ({ page, request }) => {
  const { id } = await copyOf(request, 'demo-flask-black')
  for (const size of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 }
  ]) {
    await page.setViewportSize(size)
    await page.goto(`/shoots/${id}/light`)
    await expect(page.locator('[data-edges]')).toBeVisible()
    await page.getByText('Black flags beside the picture').click()
    await expect(page.locator('[data-flags="40"]')).toBeVisible()
    expect(await violations(page)).toEqual([])
    expect(
      await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth
      )
    ).toBe(0)
  }
})
