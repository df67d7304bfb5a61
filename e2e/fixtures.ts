/**
 * Every test gets a page on a server of its own worker, and fails on any console error it did not
 * expect.
 */
import { test as base, expect, type Page } from '@playwright/test'
import type { Shoot } from '../core/api/api'
import { startServer, type RunningServer } from './server'

interface Fixtures {
  /** texts of console errors a test provokes on purpose */
  readonly expected: RegExp[]
  readonly watch: void
  readonly newShoot: (look?: string, title?: string) => Promise<Shoot>
}

export const test = base.extend<Fixtures, { server: RunningServer }>({
  server: [
    async ({}, use) => {
      const server = await startServer()
      await use(server)
      await server.stop()
    },
    { scope: 'worker' }
  ],
  baseURL: async ({ server }, use) => use(server.url),
  expected: async ({}, use) => use([]),
  watch: [
    async ({ page, expected }, use) => {
      const errors: string[] = []
      page.on('console', (message) => message.type() === 'error' && errors.push(message.text()))
      page.on('pageerror', (error) => errors.push(error.message))
      await use()
      expect(errors.filter((text) => !expected.some((pattern) => pattern.test(text)))).toEqual([])
    },
    { auto: true }
  ],
  newShoot: async ({ request }, use) =>
    use(
      async (look = 'black-still', title = 'Under test') =>
        (await (await request.post('/api/shoots', { data: { title, look } })).json()) as Shoot
    )
})
export { expect }

export async function open(page: Page, shoot: { id: string }, stage: string): Promise<void> {
  await page.goto(`/shoots/${shoot.id}/${stage}`)
  await expect(page.getByRole('list', { name: 'Verdicts' })).toBeVisible()
}

/** A figure on the page by its label: the strip's or a stage's. */
export const figure = (page: Page, label: string) =>
  page.getByRole('spinbutton', { name: label, exact: true })

export async function type(page: Page, label: string, text: string): Promise<void> {
  await figure(page, label).fill(text)
  await figure(page, label).press('Enter')
}

export const saved = (page: Page) => expect(page.getByText(/^Saved /)).toBeVisible()
export async function choose(
  page: Page,
  label: string | RegExp,
  option: string | RegExp,
  within = page.locator('main')
): Promise<void> {
  await within.getByRole('combobox', { name: label }).first().press('Enter')
  await page.getByRole('option', { name: option }).click()
}

/** Until the returned function is called, no write of a shoot's plan reaches the server. */
export async function withoutSaving(
  page: Page,
  shoot: { id: string }
): Promise<() => Promise<void>> {
  const address = `**/api/shoots/${shoot.id}`
  await page.route(address, (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue()
  )
  return () => page.unroute(address)
}

/** A shoot's row in the list. */
export const rowOf = (page: Page, id: string) =>
  page.getByRole('row').filter({ has: page.locator(`a[href*="/shoots/${id}/"]`) })
