/**
 * Every test gets a page on a server of its own worker, and fails on any console error it did not
 * expect.
 */
import {
  test as base,
  expect,
  type APIRequestContext,
  type BrowserContext,
  type Locator,
  type Page
} from '@playwright/test'
import type { Shoot } from '../core/api/api'
import { CAUTIONS } from '../core/prepare/cautions'
import { withBestPower } from '../core/solve/power'
import { startServer, type RunningServer } from './server'

interface Fixtures {
  /** a browser of its own: where its clock or place is set, or nothing may be in its cache */
  readonly fresh: boolean
  /** texts of console errors a test provokes on purpose */
  readonly expected: RegExp[]
  /** whether the picture is traced: it takes both cores, and most tests look at other things */
  readonly traces: boolean
  readonly watch: void
  /** a shoot of its own at f/16, with room in what blur it permits */
  readonly newShoot: (look?: string, title?: string) => Promise<Shoot>
}

/** Says that set and strobes are ready, so that the run begins with its first frame. */
async function ready(request: APIRequestContext, shootId: string): Promise<void> {
  for (const step of ['prepare', 'test-flash'])
    await request.put(`/api/shoots/${shootId}/ticks/${step}`, {
      data: {
        kind: 'step',
        id: step,
        at: '2026-11-27T10:00:00.000Z',
        step,
        mark: 'done',
        after: null,
        why: ''
      }
    })
  // Its cautions were read: they stand over no test but those about them.
  for (const what of CAUTIONS)
    await request.put(`/api/shoots/${shootId}/ticks/read-${what}`, {
      data: { kind: 'told', id: `read-${what}`, at: '2026-11-27T10:00:00.000Z', what }
    })
}

/** A desk's browser goes from test to test: it has the program in its cache, and nothing else. */
interface Desk {
  context: BrowserContext | null
}
const DESK = { width: 1280, height: 800 }

async function emptied(context: BrowserContext, origin: string): Promise<void> {
  await Promise.all(context.pages().map((page) => page.close()))
  const page = await context.newPage()
  const session = await context.newCDPSession(page)
  const storageTypes = 'cookies,indexeddb,local_storage'
  await session.send('Storage.clearDataForOrigin', { origin, storageTypes })
  await page.close()
  await context.clearPermissions()
}

export const test = base.extend<Fixtures, { server: RunningServer; desk: Desk }>({
  desk: [
    async ({}, use) => {
      const desk: Desk = { context: null }
      await use(desk)
      await desk.context?.close()
    },
    { scope: 'worker' }
  ],
  fresh: [false, { option: true }],
  context: async ({ browser, contextOptions, server, desk, fresh, viewport, hasTouch }, use) => {
    const isDesk = viewport?.width === DESK.width && viewport.height === DESK.height && !hasTouch
    if (fresh || !isDesk) {
      const own = await browser.newContext(contextOptions)
      await use(own)
      return own.close()
    }
    desk.context ??= await browser.newContext(contextOptions)
    await use(desk.context)
    await emptied(desk.context, server.url)
  },
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
  traces: [false, { option: true }],
  watch: [
    async ({ page, request, expected, traces }, use) => {
      if (!traces)
        await page.addInitScript(() => {
          try {
            localStorage.setItem('fine-spark-picture-paused', 'yes')
          } catch {
            // A page that may keep nothing traces.
          }
        })
      const errors: string[] = []
      page.on('console', (message) => message.type() === 'error' && errors.push(message.text()))
      page.on('pageerror', (error) => errors.push(error.message))
      // A server runs three studios at most: the next test wants one too.
      const studios = new Set<string>()
      page.on('request', (asked) => {
        if (asked.method() === 'PUT' && asked.url().endsWith('/practice')) studios.add(asked.url())
      })
      await use()
      for (const studio of studios) await request.delete(studio)
      expect(errors.filter((text) => !expected.some((pattern) => pattern.test(text)))).toEqual([])
    },
    { auto: true }
  ],
  newShoot: async ({ request }, use) =>
    use(async (look = 'black-still', title = 'Under test') => {
      const made = (await (
        await request.post('/api/shoots', { data: { title, look } })
      ).json()) as Shoot
      const { plan, version, id } = made
      const stopped = {
        ...plan,
        settings: { ...plan.settings, apertureStops: 8 },
        // Tests of one server share its kit: what another measured of this camera is not known here.
        camera: { ...plan.camera, files: { rawGrey: [], toneCurve: [] } },
        focus: { ...plan.focus, blur: { kind: 'circle', mm: 0.06 } }
      }
      const powered = withBestPower(stopped as typeof plan, 0)
      await ready(request, id)
      return (await (
        await request.put(`/api/shoots/${id}`, {
          data: { version, plan: powered }
        })
      ).json()) as Shoot
    })
})
export { expect }

export async function open(page: Page, shoot: { id: string }, stage: string): Promise<void> {
  await page.goto(`/shoots/${shoot.id}/${stage}`)
  const phone = (page.viewportSize()?.width ?? 1280) < 760
  await expect(
    phone ? page.locator('.strip .line') : page.getByRole('list', { name: 'Verdicts' })
  ).toBeVisible()
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
  const list = page.locator('.v-overlay__content').getByRole('listbox')
  const wanted = list.getByRole('option', { name: option })
  // A long list keeps only what is in sight, a moment after it opened: it is turned until it shows.
  await expect(async () => {
    if (!(await wanted.isVisible()))
      await list.evaluate((box) => {
        const end = box.scrollTop + box.clientHeight >= box.scrollHeight - 1
        box.scrollTop = end ? 0 : box.scrollTop + box.clientHeight / 2
      })
    await wanted.click({ timeout: 2000 })
  }).toPass()
}

/** An entry of a menu, by key: on a long list of shoots a menu may move away under the pointer. */
export async function act(page: Page, menu: Locator, entry: string): Promise<void> {
  // One that is still fading out would be taken for the one that opens.
  await expect(page.locator('.v-list-item')).toHaveCount(0)
  await menu.click()
  const item = page.locator('.v-list-item', { hasText: entry })
  // Until it stands it takes no focus, and the key would close the menu.
  await expect(item).toBeVisible()
  await item.press('Enter')
}

/** The strip of a phone opened or closed. */
export const tapStrip = (page: Page) =>
  page.getByRole('button', { name: 'Settings and verdicts in full' }).click()

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

/** A copy of a shoot, without its frames. */
export const copyOf = async (request: APIRequestContext, id: string) => {
  const copy = (await (await request.post(`/api/shoots/${id}/duplicate`)).json()) as { id: string }
  await ready(request, copy.id)
  return copy
}

/** Takes frames in a simulated studio, always the same by its seed. In studio 1 every flash comes. */
export async function practise(page: Page, seed: number): Promise<void> {
  await page.route('**/practice', (route) =>
    route.request().method() === 'PUT'
      ? route.continue({ postData: JSON.stringify({ seed }) })
      : route.continue()
  )
  await page.getByRole('button', { name: 'Practise this shoot' }).click()
}
/** The studio's camera takes what is asked for. */
export const takeIt = (page: Page) => page.getByRole('button', { name: /^Take it/ }).click()
