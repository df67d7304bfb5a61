import { readFileSync } from 'node:fs'
import { PLAN_VERSION } from '../core/plan/plan'
import { act, expect, rowOf, test } from './fixtures'

test('the list shows look, stage reached and last change of the demo shoots', async ({ page }) => {
  await page.goto('/')
  const beetle = rowOf(page, 'demo-beetle')
  await expect(beetle).toContainText('Black background, still')
  await expect(beetle).toContainText('Run')
  // Another test on the same server may have changed it today.
  await expect(beetle).toContainText(/2026|today/)
  await expect(rowOf(page, 'demo-crab')).toContainText('Fill in daylight')
  await expect(rowOf(page, 'demo-steam')).toContainText('Vapour or plume')
})

test('new from a look, rename, duplicate, delete with undo', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: /Fill in daylight/ }).click()
  await expect(page.getByText('Give the shoot a name first')).toBeVisible()
  await page.getByRole('textbox', { name: 'Name' }).fill('Pond snail')
  await page.getByRole('button', { name: /Fill in daylight/ }).click()
  await expect(page.getByRole('heading', { name: 'The subject', exact: true })).toBeVisible()
  await page.getByRole('link', { name: 'Fine Spark' }).click()

  const choose = (shoot: string, item: string): Promise<void> =>
    act(page, page.getByRole('button', { name: `Actions for ${shoot}`, exact: true }), item)
  await choose('Pond snail', 'Rename')
  await page.getByRole('textbox', { name: 'Name of the shoot' }).fill('Great pond snail')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('link', { name: 'Great pond snail' })).toBeVisible()

  await choose('Great pond snail', 'Duplicate')
  await expect(page.getByRole('link', { name: 'Great pond snail (copy)' })).toBeVisible()

  await choose('Great pond snail (copy)', 'Delete')
  await expect(page.getByRole('link', { name: 'Great pond snail (copy)' })).toBeHidden()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('link', { name: 'Great pond snail (copy)' })).toBeVisible()
})

test('a plan goes out as a file and comes in; faults are listed by path', async ({
  page,
  expected
}) => {
  expected.push(/422/)
  await page.goto('/')
  const download = page.waitForEvent('download')
  const menu = page.getByRole('button', {
    name: 'Actions for Ground beetle, drawer 14',
    exact: true
  })
  await act(page, menu, 'Export plan')
  const path = await (await download).path()
  const plan = JSON.parse(readFileSync(path, 'utf8')) as Record<string, unknown>
  expect(plan).toMatchObject({ format: 'fine-spark-plan', version: PLAN_VERSION })

  const give = (name: string, text: string) =>
    page
      .getByLabel('Import a plan')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) })
  await give('cut.json', '{"format":')
  await expect(page.getByRole('alert')).toContainText('cut.json is not a JSON file')
  await give('newer.json', JSON.stringify({ ...plan, version: PLAN_VERSION + 1 }))
  await expect(page.getByRole('alert')).toContainText(
    `version: this plan is of version ${PLAN_VERSION + 1}`
  )
  await give(
    'wrong.json',
    JSON.stringify({ ...plan, background: { distanceMm: 0, reflectance: 0.1 } })
  )
  await expect(page.getByRole('alert')).toContainText('background.distanceMm: must be at least 1')
  await give('good.json', JSON.stringify({ ...plan, title: 'Came in' }))
  await expect(page.getByRole('heading', { name: 'Came in' })).toBeVisible()
})

test('no server: the list says so and tries again', async ({ page, expected }) => {
  expected.push(/Failed to load resource|ERR_FAILED/)
  await page.route('**/api/shoots', (route) => route.abort())
  await page.goto('/')
  await expect(page.getByRole('alert')).toContainText('cannot be reached')
  await page.unroute('**/api/shoots')
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(
    page.getByRole('link', { name: 'Ground beetle, drawer 14', exact: true })
  ).toBeVisible()
})
