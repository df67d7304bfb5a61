import type { Page } from '@playwright/test'
import type { Tick } from '../core/run/tick'
import { violations } from './axe'
import { copyOf, expect, figure, open, practise, saved, test } from './fixtures'

const PHONE = { width: 390, height: 844 }
const move = (page: Page) => page.locator('[data-move]')
const big = (page: Page) => page.locator('footer .big')
/** A key, once the buttons have come to rest. */
const press = async (page: Page, key: string): Promise<void> => {
  await expect(big(page)).toBeEnabled()
  await page.keyboard.press(key)
}
const row = (page: Page, step: string) => page.locator(`[data-step="${step}"]`)
const clean = async (page: Page): Promise<void> => {
  expect(await violations(page)).toEqual([])
}
const fits = async (page: Page): Promise<void> =>
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)
  ).toBeLessThanOrEqual(0)
/** The companion of a shoot, once it shows its step. */
const companion = async (page: Page, shoot: { id: string }): Promise<void> => {
  await page.goto(`/shoots/${shoot.id}/companion`)
  await expect(big(page)).toBeVisible()
}
const ticksOf = async (page: Page, shoot: { id: string }): Promise<string[]> =>
  ((await (await page.request.get(`/api/shoots/${shoot.id}/ticks`)).json()) as Tick[]).map(
    (tick) => (tick.kind === 'step' ? `${tick.step} ${tick.mark}` : tick.kind)
  )

test('steps of a run: said what for, skipped with a reason, repeated, put in another order, taken up again', async ({
  page,
  request
}) => {
  const shoot = await copyOf(request, 'demo-crystal')
  await open(page, shoot, 'run')
  await expect(row(page, 'black')).toHaveAttribute('data-state', 'now')
  await expect(page.getByRole('list', { name: 'To set' })).toContainText('off')
  // Skipped, with a word why; the next one is due.
  await row(page, 'black').getByRole('button').first().click()
  await expect(row(page, 'black')).toContainText('Whatever shows without a flash')
  await row(page, 'black').getByRole('button', { name: 'Skip' }).click()
  await expect(row(page, 'light-A')).toHaveAttribute('data-state', 'now')
  await row(page, 'black').getByLabel('Why').fill('checked this morning')
  await row(page, 'black').getByLabel('Why').press('Enter')
  // B before A, by keys.
  await row(page, 'light-B').getByRole('button').first().focus()
  await page.keyboard.press('Alt+ArrowUp')
  await expect(row(page, 'light-B')).toHaveAttribute('data-state', 'now')
  await expect(move(page)).toContainText('Only B')
  await expect(page.getByText('Step 4 of 7')).toBeVisible()
  // Another one at once.
  await row(page, 'together').getByRole('button').first().click()
  await row(page, 'together').getByRole('button', { name: 'Do it now' }).click()
  await expect(row(page, 'together')).toHaveAttribute('data-state', 'now')
  await page.locator('.v-snackbar').getByRole('button', { name: 'Undo' }).click()
  await expect(row(page, 'light-B')).toHaveAttribute('data-state', 'now')
  await row(page, 'black').getByRole('button').first().click()
  await row(page, 'black').getByRole('button', { name: 'Take it up' }).click()
  await expect(row(page, 'black')).toHaveAttribute('data-state', 'now')
  // A modifier at a time.
  await row(page, 'light-A').getByRole('button').first().click()
  await row(page, 'light-A')
    .getByLabel(/Modifiers of A one at a time/)
    .check()
  await expect(row(page, 'part-A-0')).toContainText('A alone, bare')
  await clean(page)
  await page.reload()
  await expect(row(page, 'part-A-0')).toBeVisible()
  await row(page, 'test-flash').getByRole('button').first().click()
  await row(page, 'test-flash').getByRole('button', { name: 'Once more' }).click()
  await expect(move(page)).toHaveAttribute('data-move', 'test-flash')
  await page.getByRole('button', { name: 'All of them fired' }).click()
  await expect(row(page, 'black')).toHaveAttribute('data-state', 'now')
})

test('surroundings that are wanted: the time that brings them up, by one tap', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot('daylight-fill')
  const { plan, version } = shoot
  const reading = (ev: number) => ({
    value: { kind: 'ev', ev },
    limit: 'exact',
    via: 'incident',
    atMagnification: 1,
    takenAt: null,
    look: null
  })
  await page.request.put(`/api/shoots/${shoot.id}`, {
    data: {
      version,
      plan: {
        ...plan,
        ambient: { ...plan.ambient, background: reading(8), subject: reading(2) }
      }
    }
  })
  await open(page, shoot, 'run')
  await expect(row(page, 'background')).toContainText('Background wanted')
  await page.getByRole('button', { name: 'Log lit frame without' }).click()
  await page.getByRole('button', { name: 'Right', exact: true }).click()
  // One look is not enough by eye; whoever is content goes on.
  await expect(move(page)).toContainText('judge it afresh')
  await page.getByRole('button', { name: 'Skip', exact: true }).click()
  await expect(move(page)).toHaveAttribute('data-move', 'set-shutter')
  const before = await figure(page, 'Shutter').inputValue()
  await page.getByRole('button', { name: 'Done, it is set' }).click()
  await expect(figure(page, 'Shutter')).not.toHaveValue(before)
  await expect(page.locator('[data-verdict="background"]')).toHaveAttribute('data-state', 'ok')
  await expect(move(page)).toHaveAttribute('data-move', 'take-lit')
  await expect(row(page, 'together')).toHaveAttribute('data-state', 'skipped')
})

test.describe('in the hand', () => {
  test.use({ viewport: PHONE })

  test('a whole shoot in a studio by the big button alone, dim, live on the screen at the desk', async ({
    page,
    browser,
    baseURL,
    newShoot
  }) => {
    const shoot = await newShoot()
    const context = await browser.newContext({
      viewport: { width: 1280, height: 800 },
      ...(baseURL && { baseURL })
    })
    const desk = await context.newPage()
    await desk.addInitScript(() => localStorage.setItem('fine-spark-picture-paused', 'yes'))
    await open(desk, shoot, 'run')
    await practise(desk, 7)
    await expect(desk.getByText('Practice studio')).toBeVisible()
    await companion(page, shoot)
    await expect(page.locator('.v-theme--dim').first()).toBeVisible()
    // Frames are read by themselves where nothing speaks against it.
    await page.getByRole('button', { name: 'Steps and settings' }).click()
    await page.getByLabel(/Take what a frame’s file shows/).check()
    await page.getByRole('button', { name: 'Back to the step' }).click()
    const seen: string[] = []
    for (let i = 0; i < 40; i++) {
      await expect(big(page)).toBeVisible()
      const kind = (await move(page).getAttribute('data-move'))!
      seen.push(kind)
      if (kind === 'done') break
      if (kind === 'judge') await page.waitForTimeout(250)
      else await big(page).click()
      await expect(async () => {
        await expect(big(page)).toBeVisible()
        expect(kind === 'judge' || (await move(page).getAttribute('data-move')) !== kind).toBe(true)
      }).toPass()
    }
    expect(seen.at(-1)).toBe('done')
    expect(seen).toContain('take-black')
    expect(seen).toContain('take-lit')
    expect(seen).toContain('set-power')
    await expect(page.locator('[data-outcome]')).toContainText(/found .* ± 0\.\d/)
    // The desk has seen all of it: frames, steps, and the plan they changed.
    await expect(row(desk, 'variations')).toHaveAttribute('data-state', 'now')
    const power = await figure(desk, 'Power').inputValue()
    await page.getByRole('button', { name: 'Finish' }).click()
    await expect(page.getByText('All steps are done')).toBeVisible()
    await expect(row(desk, 'variations')).toHaveAttribute('data-state', 'done')
    await saved(desk)
    await page.getByRole('link', { name: 'Back to the run' }).click()
    await expect(page.locator('.strip .line')).toContainText(power)
    await expect(page.locator('.v-theme--dark').first()).toBeVisible()
    await desk.getByRole('button', { name: 'End practice' }).click()
    await context.close()
  })

  test('judged by eye with keys: brighter, darker, taken; skipped; everything in reach of a thumb', async ({
    page,
    request
  }) => {
    const shoot = await copyOf(request, 'demo-coin')
    await companion(page, shoot)
    await fits(page)
    await clean(page)
    await press(page, 'PageDown')
    await expect(move(page)).toHaveAttribute('data-move', 'judge')
    await expect(big(page)).toHaveText('Nothing shows')
    await press(page, 'ArrowDown')
    await expect(big(page)).toHaveText('Dark, but there')
    await press(page, 'ArrowUp')
    await press(page, 'Enter')
    await expect(move(page)).toHaveAttribute('data-move', 'take-lit')
    await press(page, 'MediaPlayPause')
    await expect(move(page)).toHaveAttribute('data-move', 'judge')
    await expect(big(page)).toHaveText('It is right')
    await fits(page)
    await clean(page)
    for (let i = 0; i < 2; i++) await press(page, 'ArrowDown')
    await press(page, ' ')
    await expect(move(page)).toHaveAttribute('data-move', 'set-power')
    await expect(page.getByRole('list', { name: 'To set' })).toContainText('leave all else')
    await expect(page.locator('[data-outcome]')).toContainText('± 0.5')
    for (const button of await page.locator('footer button').all())
      expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(56)
    await press(page, 's')
    await expect(move(page)).toHaveAttribute('data-move', 'done')
    await press(page, 'm')
    await expect(row(page, 'together')).toHaveAttribute('data-state', 'skipped')
    await fits(page)
    await clean(page)
    // The screen at the set has a theme of its own.
    await page.getByRole('button', { name: 'dark', exact: true }).click()
    await page.reload()
    await expect(page.locator('.v-theme--dark').first()).toBeVisible()
    await page.getByRole('link', { name: 'Back to the run' }).click()
    await fits(page)
  })

  test('with wet gloves: every target is a thumb’s, at each kind of step', async ({
    page,
    request
  }) => {
    const made = await request.post('/api/shoots/demo-shrimp/duplicate')
    const { id } = (await made.json()) as { id: string }
    const small = (): Promise<string[]> =>
      page
        .locator(
          '.companion button:visible, .companion a:visible, .companion input:not([type=checkbox]):visible'
        )
        .evaluateAll((list) =>
          list.flatMap((each) => {
            const { width, height } = each.getBoundingClientRect()
            const asks = (each.textContent || each.getAttribute('aria-label')) ?? ''
            return height < 56 || width < 44 ? [`${asks.trim()} ${width} × ${height}`] : []
          })
        )
    await page.goto(`/shoots/${id}/companion`)
    await expect(move(page)).toHaveAttribute('data-move', 'prepare')
    expect(await small()).toEqual([])
    await press(page, 'Enter')
    await expect(move(page)).toHaveAttribute('data-move', 'test-flash')
    expect(await small()).toEqual([])
    await press(page, 'Enter')
    await press(page, 'Enter')
    await expect(move(page)).toHaveAttribute('data-move', 'judge')
    expect(await small()).toEqual([])
    await page.getByRole('button', { name: 'Steps and settings' }).click()
    expect(await small()).toEqual([])
  })

  test('a flash meter: what it should read is said first', async ({ page, request }) => {
    const shoot = await copyOf(request, 'demo-coin')
    await companion(page, shoot)
    await press(page, 's')
    await press(page, 'Enter')
    await page.getByRole('button', { name: 'Flash meter' }).click()
    await expect(page.locator('[data-expected]')).toContainText(/\d/)
    const expected = await page.locator('[data-expected] b').textContent()
    await page.getByLabel('Meter says').fill(expected!)
    await page.getByRole('button', { name: 'Use', exact: true }).click()
    await expect(page.locator('[data-outcome]')).toContainText('As expected.')
  })

  test('automatic flash: out of reach is a limit, said with a thumb', async ({ page, request }) => {
    const shoot = await copyOf(request, 'demo-coin')
    await companion(page, shoot)
    await press(page, 's')
    await press(page, 'Enter')
    await page.getByRole('button', { name: 'Automatic flash' }).click()
    await expect(page.locator('[data-reach]')).toContainText('at this aperture and ISO')
    await page.getByLabel('Compensation').fill('−4')
    await page.getByRole('button', { name: 'All it has, too little' }).click()
    await fits(page)
    await clean(page)
    await page.getByRole('button', { name: 'Use', exact: true }).click()
    await expect(page.locator('[data-outcome]')).toContainText(/under what the plan said/)
  })

  test('read aloud: each step as it comes, figures in words', async ({ page, request }) => {
    await page.addInitScript(() => {
      const said: string[] = []
      Object.assign(globalThis, { said })
      Object.defineProperty(globalThis, 'speechSynthesis', {
        value: { cancel: () => {}, speak: ({ text }: { text: string }) => said.push(text) }
      })
    })
    const said = () => page.evaluate(() => (globalThis as unknown as { said: string[] }).said)
    const shoot = await copyOf(request, 'demo-coin')
    await companion(page, shoot)
    expect(await said()).toEqual([])
    await page.getByRole('button', { name: 'Steps and settings' }).click()
    await page.getByLabel('Read each step aloud').check()
    await expect.poll(async () => (await said()).at(-1)).toContain('Strobe off. Take a frame.')
    expect((await said()).at(-1)).toMatch(/f \d.*1 over \d+/)
    await page.getByRole('button', { name: 'Back to the step' }).click()
    await press(page, 's')
    await expect.poll(async () => (await said()).at(-1)).toContain('Strobe on. Take a frame.')
  })

  test('the network goes: steps and frames wait here and arrive once', async ({
    page,
    request,
    expected
  }) => {
    expected.push(/ERR_FAILED|Failed to load resource|ERR_INTERNET/)
    const shoot = await copyOf(request, 'demo-coin')
    await companion(page, shoot)
    await page.route('**/api/**', (route) => route.abort())
    await press(page, 's')
    await expect(move(page)).toHaveAttribute('data-move', 'take-lit')
    await press(page, 'Enter')
    await expect(move(page)).toHaveAttribute('data-move', 'judge')
    await expect(page.locator('header').getByRole('status')).toBeVisible()
    await page.unroute('**/api/**')
    await expect(page.locator('header').getByRole('status')).toBeHidden()
    expect((await ticksOf(page, shoot)).filter((each) => each === 'black skipped')).toHaveLength(1)
    const run = (await (await page.request.get(`/api/shoots/${shoot.id}/frames`)).json()) as {
      frames: unknown[]
    }
    expect(run.frames).toHaveLength(1)
  })
})

test('a phone is let in by a code and nobody else; what it does shows at the desk', async ({
  page,
  browser,
  request
}) => {
  const shoot = await copyOf(request, 'demo-coin')
  await open(page, shoot, 'run')
  await page.getByRole('button', { name: 'Phone', exact: true }).click()
  const dialog = page.getByRole('dialog', { name: 'A phone at the set' })
  await dialog.getByRole('button', { name: 'Show a code' }).click()
  await expect(dialog.getByRole('img', { name: 'Code to scan' })).toBeVisible()
  await clean(page)
  const address = (await dialog.locator('[data-pair-address]').textContent())!
  const context = await browser.newContext({ viewport: PHONE })
  const phone = await context.newPage()
  // As this machine reaches its own door: the address itself may not be routed here.
  const door = new URL(address.replace(/\/\/[^:]+:/, '//127.0.0.1:'))
  await phone.goto(door.origin)
  await expect(phone.getByText('for phones that have scanned the code')).toBeVisible()
  await phone.goto(door.href)
  await expect(big(phone)).toBeVisible()
  await expect(dialog.locator('[data-phones]')).toContainText('1 phone has come in')
  await phone.getByRole('button', { name: 'Skip' }).click()
  await dialog.getByRole('button', { name: 'Done' }).click()
  await expect(row(page, 'black')).toHaveAttribute('data-state', 'skipped')
  // By https, with how to trust this machine.
  await page.getByRole('button', { name: 'Phone', exact: true }).click()
  await dialog.getByRole('button', { name: 'Use https, new code' }).click()
  await expect(dialog).toContainText('/pair/certificate')
  await expect(dialog.locator('[data-pair-address]')).toContainText('https://')
  await clean(page)
  await dialog.getByRole('button', { name: 'Shut phones out' }).click()
  await expect(dialog.getByRole('button', { name: 'Show a code' })).toBeVisible()
  await context.close()
})
