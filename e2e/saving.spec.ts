import type { RunFrames } from '../core/api/api'
import type { Page } from '@playwright/test'
import { expect, figure, open, saved, test, type, withoutSaving } from './fixtures'

/** A page that hears no news: it does not follow what others save. */
const deaf = (page: Page) => page.route('**/api/feed', () => {})

test('what one screen changes the other shows by itself, and can undo', async ({
  page,
  context,
  newShoot
}) => {
  const shoot = await newShoot()
  const other = await context.newPage()
  await open(other, shoot, 'subject')
  await page.bringToFront()
  await open(page, shoot, 'subject')
  await type(other, 'Width', '31')
  await expect(figure(page, 'Width')).toHaveValue('31 mm')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(figure(page, 'Width')).toHaveValue('22 mm')
  await expect(figure(other, 'Width')).toHaveValue('22 mm')
})

test('two tabs on one shoot: the later writer is told, and may keep its own', async ({
  page,
  context,
  newShoot,
  expected
}) => {
  expected.push(/409/)
  const shoot = await newShoot()
  const other = await context.newPage()
  await deaf(page)
  await open(page, shoot, 'subject')
  await open(other, shoot, 'subject')
  await type(other, 'Width', '31')
  await saved(other)
  await page.bringToFront()
  await type(page, 'Height', '17')
  const dialog = page.getByRole('dialog', { name: 'This shoot was changed elsewhere' })
  await expect(dialog).toContainText('subject.widthMm')
  await expect(dialog).toContainText('31')
  await dialog.getByRole('button', { name: 'Keep mine' }).click()
  await saved(page)
  await page.reload()
  await expect(figure(page, 'Height')).toHaveValue('17 mm')
  await expect(figure(page, 'Width')).toHaveValue('22 mm')
})

test('… or take theirs, and undo that', async ({ page, context, newShoot, expected }) => {
  expected.push(/409/)
  const shoot = await newShoot()
  const other = await context.newPage()
  await deaf(page)
  await open(page, shoot, 'subject')
  await open(other, shoot, 'subject')
  await type(other, 'Width', '31')
  await saved(other)
  await page.bringToFront()
  await type(page, 'Height', '17')
  await page.getByRole('button', { name: /Take theirs/ }).click()
  await expect(figure(page, 'Width')).toHaveValue('31 mm')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(figure(page, 'Height')).toHaveValue('17 mm')
  await saved(page)
})

test('no server: said so, kept here, sent when it answers, even after a reload', async ({
  page,
  newShoot,
  expected
}) => {
  expected.push(/Failed to load resource|ERR_FAILED/)
  const shoot = await newShoot()
  await open(page, shoot, 'subject')
  const mend = await withoutSaving(page, shoot)
  await type(page, 'Width', '44')
  await expect(page.getByText('Not saved: no server. Kept here')).toBeVisible()
  await page.reload()
  await expect(figure(page, 'Width')).toHaveValue('44 mm')
  // A write that is held just when the way is freed would never be answered.
  await expect(page.getByText('Not saved: no server. Kept here')).toBeVisible()
  await mend()
  await saved(page)
  const kept = (await (await page.request.get(`/api/shoots/${shoot.id}`)).json()) as {
    plan: { subject: { widthMm: number } }
  }
  await expect.poll(() => kept.plan.subject.widthMm).toBe(44)
})

test('a frame logged without a server waits here and is sent later', async ({
  page,
  newShoot,
  expected
}) => {
  expected.push(/Failed to load resource|ERR_FAILED/)
  const shoot = await newShoot()
  await open(page, shoot, 'run')
  await page.route('**/frames/**', (route) => route.abort())
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await expect(page.getByText('1 frame is kept here until the server answers.')).toBeVisible()
  await page.unroute('**/frames/**')
  await page.getByRole('button', { name: 'Send now' }).click()
  await expect(page.getByText(/kept here until/)).toBeHidden()
  const run = (await (await page.request.get(`/api/shoots/${shoot.id}/frames`)).json()) as RunFrames
  expect(run.frames).toHaveLength(1)
})

test('an address that leads nowhere', async ({ page, expected }) => {
  expected.push(/404/)
  await page.goto('/shoots/nobody/light')
  await expect(page.getByRole('alert')).toContainText('There is no such shoot')
  await page.goto('/moon')
  await expect(page.getByText('There is nothing at this address')).toBeVisible()
})
