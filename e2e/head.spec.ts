/** What a light's head does: zoom, several as one, evenness, bodies in the way, a cell's own ±. */
import type { Plan } from '../core/plan/plan'
import { choose, copyOf, expect, open, saved, test } from './fixtures'
import type { APIRequestContext } from '@playwright/test'

/** A copy of a demo shoot, its plan changed. */
async function changed(
  request: APIRequestContext,
  id: string,
  change: (plan: Plan) => Plan
): Promise<{ id: string }> {
  const shoot = await copyOf(request, id)
  const { version, plan } = (await (await request.get(`/api/shoots/${shoot.id}`)).json()) as {
    version: number
    plan: Plan
  }
  const answer = await request.put(`/api/shoots/${shoot.id}`, {
    data: { version, plan: change(plan) }
  })
  expect(await answer.text()).not.toContain('"errors"')
  return shoot
}

test('evenness of the picked light over frame and background; zooming says what it buys and does it', async ({
  page,
  request
}) => {
  const shoot = await copyOf(request, 'demo-tent')
  await open(page, shoot, 'light')
  const frame = page.locator('[data-over="frame"]')
  await expect(frame).toContainText(/brightest upper right, \d\.\d stops? less lower left/)
  await expect(page.locator('[data-over="background"]')).toContainText('brightest')
  const cell = page.locator('[data-cell="A-subject"] .num')
  const level = async () => Number((await cell.innerText()).replace('−', '-').split('±')[0])
  const before = await level()
  await page.getByRole('combobox', { name: 'Zoom' }).press('Enter')
  const choice = page.getByRole('option', { name: /^105 mm: \+\d\.\d, frame \d/ })
  await expect(choice).toBeVisible()
  const gain = Number((await choice.innerText()).match(/\+(\d\.\d)/)![1])
  await choice.click()
  await expect.poll(async () => Math.abs((await level()) - before - gain)).toBeLessThan(0.11)
  await saved(page)

  const zoomed = await level()
  await choose(page, 'Heads', '4 heads as one')
  await expect.poll(async () => Math.abs((await level()) - zoomed - 1)).toBeLessThan(0.11)
  await page.locator('[data-cell="A-subject"]').click()
  await expect(page.locator('[data-term="units"]')).toContainText('4 that fire as one')
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(level).toBe(before)
})

test('a cell says how unsure it is and why; a snoot’s tube is a term of its own', async ({
  page,
  request
}) => {
  await open(page, await copyOf(request, 'demo-tent'), 'light')
  await expect(page.locator('[data-cell="A-subject"]')).toContainText('±0.7')
  await page.locator('[data-cell="A-subject"]').click()
  await expect(page.locator('[data-weak]')).toContainText(
    'the loss of Tracing paper, one sheet is a first guess'
  )
  await open(page, await copyOf(request, 'demo-seed'), 'light')
  await page.locator('[data-cell="A-subject"]').click()
  await expect(page.locator('[data-term="tube"]')).toContainText('face seen through 45 mm')
})

test('a head in another’s way is named; the remedy moves it out of it', async ({
  page,
  request
}) => {
  const shoot = await changed(request, 'demo-shells', (plan) => {
    const [first] = plan.lights
    const at = { distanceMm: 300, azimuthDeg: 40, elevationDeg: 25 }
    return {
      ...plan,
      lights: [
        { ...first!, at, aim: { kind: 'place', place: 'focus' } },
        {
          ...first!,
          id: 'B',
          name: 'Second',
          role: 'other',
          at: { ...at, distanceMm: 170, azimuthDeg: 49 },
          aim: { kind: 'place', place: 'focus' }
        }
      ]
    }
  })
  await open(page, shoot, 'light')
  await page.getByRole('tab', { name: /^Checks/ }).click()
  const check = page.locator('[data-check="in-the-way"]')
  await expect(check).toContainText(/Second \(B\) stands in the way of .* and takes \d+(\.\d)? %/)
  await page.locator('[data-cell="A-subject"]').click()
  await expect(page.locator('[data-term="shadow"]')).toContainText('past light B')
  await page.getByRole('tab', { name: /^Checks/ }).click()
  await check.locator('[data-remedy]').first().click()
  await expect(check).toHaveCount(0)
})
