/** Nothing is lost: races, refusals, a server that goes away, a browser that keeps nothing. */
import type { Page } from '@playwright/test'
import Database from 'better-sqlite3'
import { join } from 'node:path'
import sharp from 'sharp'
import type { KitRecord, RunFrames, Shoot } from '../core/api/api'
import { testLens } from '../core/testing'
import { startServer } from './server'
import { act, expect, figure, open, saved, test, type, withoutSaving } from './fixtures'
import { quiet } from './quiet'

const AWAY = [/Failed to load resource|ERR_FAILED/]
const planOf = async (page: Page, id: string) =>
  ((await (await page.request.get(`/api/shoots/${id}`)).json()) as Shoot).plan
const runOf = async (page: Page, id: string) =>
  (await (await page.request.get(`/api/shoots/${id}/frames`)).json()) as RunFrames
const conflict = (page: Page) => page.getByRole('dialog', { name: /changed elsewhere/ })
const small = () =>
  sharp({ create: { width: 60, height: 40, channels: 3, background: '#444' } })
    .withExif({ IFD2: { DateTimeOriginal: '2026:11:20 08:15:00', OffsetTimeOriginal: '+00:00' } })
    .jpeg()
    .toBuffer()

test.use({ fresh: true })

test.describe('no conflict with oneself', () => {
  test('the answer of a write is lost, one more edit follows', async ({
    page,
    newShoot,
    expected
  }) => {
    expected.push(...AWAY, /409/)
    const shoot = await newShoot()
    await open(page, shoot, 'subject')
    let lose = true
    await page.route(`**/api/shoots/${shoot.id}`, async (route) => {
      if (route.request().method() !== 'PUT' || !lose) return route.continue()
      lose = false
      await route.fetch()
      await route.abort()
    })
    await type(page, 'Width', '31')
    await expect(page.getByText('Not saved: no server. Kept here')).toBeVisible()
    await type(page, 'Height', '17')
    await saved(page)
    await expect(conflict(page)).toBeHidden()
    expect((await planOf(page, shoot.id)).subject).toMatchObject({ widthMm: 31, heightMm: 17 })
  })
  test('an edit while a slow write runs, then a reload; the same, then another shoot and back', async ({
    page,
    newShoot,
    expected
  }) => {
    expected.push(...AWAY, /409/)
    const [shoot, other] = [await newShoot(), await newShoot('plume', 'Another')]
    await open(page, shoot, 'subject')
    const slowly = async () => {
      let go = () => {}
      const held = new Promise<void>((resolve) => (go = resolve))
      const reached = page.waitForRequest(
        (request) => request.method() === 'PUT' && request.url().endsWith(`/shoots/${shoot.id}`)
      )
      await page.route(
        `**/api/shoots/${shoot.id}`,
        async (route) => {
          // The server has it at once; the page does not hear of it.
          const answer = await route.fetch()
          await held
          await route.fulfill({ response: answer }).catch(() => undefined)
        },
        { times: 1 }
      )
      return { go, reached }
    }
    const first = await slowly()
    await type(page, 'Width', '31')
    await first.reached
    await type(page, 'Height', '17')
    await page.waitForTimeout(200)
    await page.reload()
    first.go()
    await expect(figure(page, 'Height')).toHaveValue('17 mm')
    await saved(page)
    await expect(conflict(page)).toBeHidden()
    expect((await planOf(page, shoot.id)).subject).toMatchObject({ widthMm: 31, heightMm: 17 })

    const second = await slowly()
    await type(page, 'Width', '33')
    await second.reached
    await type(page, 'Height', '19')
    await page.getByRole('link', { name: 'Fine Spark' }).click()
    await page.getByRole('link', { name: 'Another' }).click()
    await expect(page.getByRole('heading', { name: 'Another' })).toBeVisible()
    second.go()
    await page.goBack()
    await page.goBack()
    await expect(figure(page, 'Height')).toHaveValue('19 mm')
    await saved(page)
    await expect(conflict(page)).toBeHidden()
    expect((await planOf(page, shoot.id)).subject).toMatchObject({ widthMm: 33, heightMm: 19 })
    expect((await planOf(page, other.id)).title).toBe('Another')
  })
})

test('a conflict found on load is asked again after a reload without choosing', async ({
  page,
  newShoot,
  expected
}) => {
  expected.push(...AWAY, /409/)
  const shoot = await newShoot()
  await open(page, shoot, 'subject')
  const mend = await withoutSaving(page, shoot)
  await type(page, 'Width', '44')
  await expect(page.getByText('Not saved: no server. Kept here')).toBeVisible()
  await page.goto('/')
  await expect(page.getByText('Changes wait in this browser only')).toBeVisible()
  await page.goBack()
  await mend()
  await page.request.patch(`/api/shoots/${shoot.id}`, {
    data: { version: shoot.version, title: 'Theirs' }
  })
  for (let i = 0; i < 3; i++) {
    await page.reload()
    await expect(conflict(page)).toContainText('Theirs')
  }
  expect(await planOf(page, shoot.id)).toMatchObject({ title: 'Theirs', subject: { widthMm: 22 } })
  await conflict(page).getByRole('button', { name: 'Keep mine' }).click()
  await saved(page)
  expect((await planOf(page, shoot.id)).subject.widthMm).toBe(44)
})

test('a shoot left while it loads does not show under the next one’s address', async ({
  page,
  newShoot
}) => {
  const [slow, next] = [await newShoot('plume', 'Slow one'), await newShoot('plume', 'Next one')]
  await page.goto('/')
  let go = () => {}
  const held = new Promise<void>((resolve) => (go = resolve))
  await page.route(`**/api/shoots/${slow.id}`, async (route) => {
    await held
    await route.continue()
  })
  await page.getByRole('link', { name: 'Slow one' }).click()
  await page.waitForURL(`**/shoots/${slow.id}/**`)
  await page.goBack()
  await page.getByRole('link', { name: 'Next one' }).click()
  await expect(page.getByRole('heading', { name: 'Next one' })).toBeVisible()
  go()
  await page.waitForTimeout(500)
  await expect(page.getByRole('heading', { name: 'Next one' })).toBeVisible()
  await type(page, 'Width', '37')
  await saved(page)
  expect((await planOf(page, next.id)).subject.widthMm).toBe(37)
  expect(await planOf(page, slow.id)).toEqual(slow.plan)
})

test('logged with the server away a frame arrives whole after a reload; its time is the file’s', async ({
  page,
  newShoot,
  expected
}) => {
  expected.push(...AWAY)
  const shoot = await newShoot()
  await open(page, shoot, 'run')
  await page.route('**/frames/**', (route) => route.abort())
  await page
    .getByLabel('Log black frame with its JPEG')
    .setInputFiles({ name: 'dark.jpg', mimeType: 'image/jpeg', buffer: await small() })
  await expect(page.getByText('1 frame is kept here until the server answers.')).toBeVisible()
  await expect(
    page.getByRole('img', { name: /frame/i }).or(page.locator('.picture img')).first()
  ).toBeVisible()
  await page.goto('/')
  await expect(page.getByText('1 frame is kept here until the server answers.')).toBeVisible()
  await page.unroute('**/frames/**')
  // It goes by itself too, and the button with it: whichever is first.
  await page
    .getByRole('button', { name: 'Send now' })
    .click({ timeout: 5000 })
    .catch(() => undefined)
  await expect(page.getByText(/kept here until/)).toBeHidden()
  await expect.poll(async () => (await runOf(page, shoot.id)).frames[0]?.hasImage).toBe(true)
  const [record] = (await runOf(page, shoot.id)).frames
  expect(record!.frame).toMatchObject({
    takenAt: '2026-11-20T08:15:00.000Z',
    fileName: 'dark.jpg'
  })
  await expect(page.getByText(/kept here until/)).toBeHidden()
})

test('a refused frame says why, holds up no other, and can be given up', async ({
  page,
  newShoot,
  expected
}) => {
  expected.push(/422/)
  const shoot = await newShoot()
  await open(page, shoot, 'run')
  await page.route(
    '**/frames/*',
    (route) =>
      route.fulfill({
        status: 422,
        contentType: 'application/problem+json',
        body: JSON.stringify({ detail: 'This frame is not right.' })
      }),
    { times: 1 }
  )
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  const refused = page.getByRole('alert').filter({ hasText: 'This frame is not right.' })
  await expect(refused).toBeVisible()
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await expect.poll(async () => (await runOf(page, shoot.id)).frames.length).toBe(1)
  await refused.getByRole('button', { name: 'Give up' }).click()
  await expect(refused).toBeHidden()
  await expect(page.locator('[data-frame]')).toHaveCount(1)
})

test('a reading undone goes from plan and frame; a deleted frame takes its correction along', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'run')
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await page.getByRole('button', { name: 'Nothing shows' }).click()
  await page.getByRole('button', { name: 'Log lit frame without' }).click()
  await page.getByRole('button', { name: '−1.0 stops' }).click()
  const frame = page.locator('[data-frame="2"]')
  await expect(frame).toContainText('Showed: subject −1.0 by eye')
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(frame).toContainText('Not judged yet')
  await expect.poll(async () => (await runOf(page, shoot.id)).frames[1]?.frame.evidence).toEqual([])
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(frame).toContainText('Showed: subject −1.0 by eye')
  await saved(page)
  expect((await planOf(page, shoot.id)).corrections).toHaveLength(1)
  await page.getByRole('button', { name: 'Delete frame 2' }).click()
  await expect(frame).toBeHidden()
  await saved(page)
  await expect.poll(async () => (await planOf(page, shoot.id)).corrections.length).toBe(0)
  await page.locator('.v-snackbar').getByRole('button', { name: 'Undo' }).click()
  await expect(frame).toContainText('Showed: subject −1.0 by eye')
  await expect.poll(async () => (await planOf(page, shoot.id)).corrections.length).toBe(1)
})

test('what a notice offers and cannot be done is said', async ({ page, newShoot, expected }) => {
  expected.push(...AWAY)
  await newShoot('plume', 'To delete')
  await page.goto('/')
  const menu = page.getByRole('button', { name: 'Actions for To delete', exact: true })
  await act(page, menu, 'Delete')
  await expect(page.getByText('“To delete” deleted')).toBeVisible()
  await page.route('**/restore', (route) => route.abort())
  await page.locator('.v-snackbar').getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('.v-snackbar')).toContainText('The server cannot be reached')
})

test('in a text being written Ctrl+Z is the text’s own; after it is taken, the plan’s', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'subject')
  await type(page, 'Width', '31')
  const height = figure(page, 'Height')
  await height.click()
  await height.pressSequentially('99')
  await page.keyboard.press('Control+z')
  await expect(figure(page, 'Width')).toHaveValue('31 mm')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await expect(figure(page, 'Width')).toHaveValue('22 mm')
})

test('storage denied by the browser: the page works and says what it cannot keep', async ({
  page,
  newShoot,
  expected
}) => {
  expected.push(...AWAY)
  await page.addInitScript(() => {
    // Nor is this there over plain http at a number address.
    Object.defineProperty(crypto, 'randomUUID', { value: undefined })
    for (const name of ['localStorage', 'sessionStorage', 'indexedDB'])
      Object.defineProperty(window, name, {
        get: () => {
          throw new DOMException('denied', 'SecurityError')
        }
      })
  })
  const shoot = await newShoot()
  await open(page, shoot, 'run')
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await expect.poll(async () => (await runOf(page, shoot.id)).frames.length).toBe(1)
  await page.getByRole('button', { name: /Screen is/ }).click()
  await page.route('**/api/shoots/**', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue()
  )
  await page.getByRole('button', { name: 'Log a lit frame' }).click()
  await expect(page.getByText('leave this page open until then')).toBeVisible()
  await type(page, 'ISO', '200')
  await expect(page.getByText('Not saved: no server. Leave this page open')).toBeVisible()
  await page.unroute('**/api/shoots/**')
  await saved(page)
})

test('junk where the browser keeps things does no harm', async ({ page, newShoot }) => {
  const shoot = await newShoot()
  await page.addInitScript((id) => {
    localStorage.setItem('fine-spark-theme', 'constructor')
    localStorage.setItem(`fine-spark-draft-${id}`, '{"version":1,"plan":{"format":')
    localStorage.setItem('fine-spark-stack-overlap', 'much')
  }, shoot.id)
  await open(page, shoot, 'focus')
  await open(page, shoot, 'run')
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await expect(page.locator('[data-frame]')).toHaveCount(1)
})

test('a part of the page that is gone after an upgrade: a reload is offered', async ({
  page,
  newShoot,
  expected
}) => {
  expected.push(/404/, /Failed to fetch dynamically imported module|Unable to preload/)
  await page.route('**/assets/FocusStage-*.js', (route) =>
    route.fulfill({ status: 404, body: '{}' })
  )
  await open(page, await newShoot(), 'subject')
  await page.waitForTimeout(500)
  await expect(page.locator('.v-snackbar')).toBeHidden()
  await page.getByRole('link', { name: /Focus/ }).click()
  await expect(page.locator('.v-snackbar')).toContainText('Part of this page could not be loaded')
  await page.unroute('**/assets/FocusStage-*.js')
  // A click before the new page is there would be lost with the old one.
  const reloaded = page.waitForEvent('load')
  await page.locator('.v-snackbar').getByRole('button', { name: 'Reload' }).click()
  await reloaded
  await page.getByRole('link', { name: /Focus/ }).click()
  await expect(page.getByRole('heading', { name: 'Focus', exact: true }).first()).toBeAttached()
})

test('Ways leaves no worker behind, however quickly it is left', async ({ page, newShoot }) => {
  await open(page, await newShoot(), 'subject')
  for (let i = 0; i < 8; i++) {
    await page.getByRole('link', { name: /Ways/ }).click()
    await page.waitForTimeout(i * 60)
    await page.getByRole('link', { name: /Subject/ }).click()
  }
  const ways = () => page.workers().filter((worker) => worker.url().includes('ways'))
  await expect.poll(() => ways().length).toBe(0)
  // None comes late either.
  await page.waitForTimeout(600)
  expect(ways()).toHaveLength(0)
})

test('a checks worker that cannot be loaded says so and can be asked again', async ({
  page,
  newShoot,
  expected
}) => {
  expected.push(/404/)
  await page.addInitScript(() => {
    const Real = Worker
    const state = window as unknown as { mended?: boolean }
    window.Worker = class extends Real {
      constructor(url: string | URL, options?: WorkerOptions) {
        const gone = String(url).includes('set.worker') && !state.mended
        super(gone ? '/assets/set.worker-gone.js' : url, options)
      }
    }
  })
  await open(page, await newShoot(), 'light')
  await page.getByRole('tab', { name: /Checks/ }).click()
  const alert = page.getByRole('alert').filter({ hasText: 'The checks could not be worked out' })
  await expect(alert).toBeVisible()
  await expect(page.getByText('looking …')).toBeHidden()
  await page.evaluate(() => ((window as unknown as { mended: boolean }).mended = true))
  await alert.getByRole('button', { name: 'Try again' }).click()
  await expect(alert).toBeHidden()
})

test('a plan that cannot be read stands in the list by name, with its export', async ({
  page,
  server,
  newShoot,
  expected
}) => {
  expected.push(/422/)
  const shoot = await newShoot('plume', 'Will be torn')
  const db = new Database(join(server.dataDir, 'fine-spark.sqlite'))
  db.prepare('update shoots set plan = substr(plan, 1, 400) where id = ?').run(shoot.id)
  db.close()
  await page.goto('/')
  const row = page.getByRole('row').filter({ hasText: `Shoot ${shoot.id}` })
  await expect(row).toContainText('Kept, but this program cannot read it: it is not JSON')
  const download = page.waitForEvent('download')
  await act(page, row.getByRole('button', { name: /Actions/ }), 'Export plan')
  expect((await download).suggestedFilename()).toContain('unread')
  await page.goto(`/shoots/${shoot.id}/light`)
  await expect(page.getByRole('alert')).toContainText('cannot be read by this program')
  await page.request.delete(`/api/shoots/${shoot.id}`)
})

test('a kit item saved by two: the later one picks a side; deleted, it can be brought back', async ({
  page,
  expected
}) => {
  expected.push(/409|410/)
  const item = testLens({ id: 'contested', name: 'Contested lens' })
  const put = (version: number | null, part = {}) =>
    page.request.put('/api/kit/contested', { data: { version, item: { ...item, ...part } } })
  const now = async () =>
    ((await (await page.request.get('/api/kit')).json()) as KitRecord[]).find(
      (record) => record.item.id === 'contested'
    )
  await put(null)
  await page.goto('/kit')
  await page.getByRole('button', { name: 'Contested lens', exact: true }).click()
  await put(1, { notes: 'theirs' })
  const form = page.getByRole('dialog')
  await form.getByLabel('Notes').fill('mine')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByText('This item was changed elsewhere')).toBeVisible()
  await form.getByRole('button', { name: 'Show theirs' }).click()
  await expect(form.getByLabel('Notes')).toHaveValue('theirs')
  await form.getByLabel('Notes').fill('mine after all')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form).toBeHidden()
  expect((await now())!.item.notes).toBe('mine after all')
  await page.getByRole('button', { name: 'Contested lens', exact: true }).click()
  await page.request.delete('/api/kit/contested')
  await form.getByLabel('Notes').fill('still mine')
  await form.getByRole('button', { name: 'Save' }).click()
  await form.getByRole('button', { name: 'Bring it back with my changes' }).click()
  await expect(form).toBeHidden()
  expect((await now())!.item.notes).toBe('still mine')
  await page.request.delete('/api/kit/contested')
})

test('the server really goes away in the middle of a run: everything goes on, and arrives when it is back', async ({
  page,
  expected
}) => {
  expected.push(/Failed to load resource|ERR_CONNECTION/)
  const first = await startServer()
  const at = (path: string) => `${first.url}${path}`
  const shoot = (await (
    await page.request.post(at('/api/shoots'), { data: { title: 'Away', look: 'plume' } })
  ).json()) as Shoot
  await page.goto(at(`/shoots/${shoot.id}/run`))
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await page.getByRole('button', { name: 'Nothing shows' }).click()
  await saved(page)
  await quiet(page)
  await first.stop('SIGKILL')
  await page
    .getByLabel('Log lit frame with its JPEG')
    .setInputFiles({ name: 'lit.jpg', mimeType: 'image/jpeg', buffer: await small() })
  await page.getByRole('button', { name: 'Use this reading' }).click()
  await expect(page.locator('[data-frame="2"]')).toContainText('Showed: subject')
  await expect(page.getByText('Not saved: no server. Kept here')).toBeVisible()
  for (const stage of ['Focus', 'Dark', 'Light', 'Run'])
    await page
      .getByRole('navigation', { name: 'Stages' })
      .getByRole('link', { name: new RegExp(`${stage}$`) })
      .click()
  await expect(page.locator('[data-frame="2"]')).toBeVisible()
  await type(page, 'ISO', '200')
  const back = await startServer(first.dataDir, undefined, { PORT: new URL(first.url).port })
  await saved(page)
  const run = async () =>
    (await (await page.request.get(at(`/api/shoots/${shoot.id}/frames`))).json()) as RunFrames
  await expect
    .poll(async () =>
      (await run()).frames.map((each) => [each.hasImage, each.frame.evidence.length])
    )
    .toEqual([
      [false, 1],
      [true, 1]
    ])
  const now = (await (await page.request.get(at(`/api/shoots/${shoot.id}`))).json()) as Shoot
  expect(now.plan.settings.isoStops).toBe(1)
  expect(now.plan.corrections).toHaveLength(1)
  await back.stop()
})
