import { violations } from './axe'
import { expect, open, rowOf, test, type, tapStrip } from './fixtures'
import { quiet } from './quiet'

const VIEWS = [
  '/',
  '/kit',
  '/kit/lantern-36/calibrate',
  '/shoots/demo-lamplit/colour',
  '/shoots/demo-gauge/dusk',
  ...['subject', 'focus', 'dark', 'freeze', 'light', 'ways', 'run'].map(
    (stage) => `/shoots/demo-beetle/${stage}`
  )
]

const half = Math.ceil(VIEWS.length / 2)
for (const views of [VIEWS.slice(0, half), VIEWS.slice(half)])
  test(`axe finds nothing, in any theme: ${views.join(' ')}`, async ({ page }) => {
    const wrong: string[] = []
    for (const view of views) {
      await page.goto(view)
      for (const theme of ['dark', 'dim', 'light']) {
        await expect(
          page.getByRole('button', { name: new RegExp(`^Screen is ${theme}`) })
        ).toBeVisible()
        await quiet(page)
        // A theme changes colours and nothing else.
        const found = await violations(page, theme === 'dark' ? {} : { rules: ['color-contrast'] })
        wrong.push(...found.map((each) => `${view} ${theme} ${each}`))
        await page.getByRole('button', { name: new RegExp(`^Screen is ${theme}`) }).click()
      }
    }
    expect(wrong).toEqual([])
  })

test('axe finds nothing in the open forms', async ({ page }) => {
  await page.goto('/kit')
  await page.getByRole('button', { name: 'Add strobe' }).click()
  await page.waitForTimeout(400)
  expect(await violations(page)).toEqual([])
  await page.goto('/shoots/demo-beetle/run')
  await page.getByRole('button', { name: 'Judge frame 2' }).click()
  await page.waitForTimeout(400)
  expect(await violations(page)).toEqual([])
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })
  test('nothing scrolls sideways and the strip is in sight', async ({ page }) => {
    for (const view of VIEWS) {
      await page.goto(view)
      await quiet(page)
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth),
        view
      ).toBe(true)
      if (view.includes('shoots/')) await expect(page.locator('.strip .line')).toBeInViewport()
    }
  })
  test('a shoot’s row says look, stage and last change under its name, and shows its picture or its set', async ({
    page
  }) => {
    await page.goto('/')
    // By the shoot itself: other tests on the same server make copies and open later stages.
    const row = rowOf(page, 'demo-seed')
    await expect(
      row.getByText(/Black background, still · (Freeze|Light|Ways|Run) · /)
    ).toBeVisible()
    // Two lights, two beams.
    await expect(row.locator('[data-sketch] polygon')).toHaveCount(2)
    await expect(rowOf(page, 'demo-beetle').locator('img')).toBeVisible()
  })
  test('the strip is one line that opens: locks within reach, closed again it gives the room back', async ({
    page,
    newShoot
  }) => {
    await open(page, await newShoot(), 'run')
    const strip = page.locator('footer.strip')
    const height = async () => (await strip.boundingBox())!.height
    expect(await height()).toBeLessThan(60)
    await expect(page.locator('.line')).toContainText(/f\/16.*1\/200.*ISO 100.*A 1\/\d+/)
    await expect(page.locator('.line [data-worst]')).toContainText('Background')
    await tapStrip(page)
    const lock = page.getByRole('button', { name: 'Lock Aperture' })
    await expect(lock).toBeInViewport()
    expect((await lock.boundingBox())!.width).toBeGreaterThanOrEqual(40)
    await lock.click()
    await expect(lock).toHaveAttribute('aria-pressed', 'true')
    await expect(page.getByRole('list', { name: 'Verdicts' })).toBeVisible()
    await tapStrip(page)
    expect(await height()).toBeLessThan(60)
  })
  test('the run’s button is big enough for a thumb', async ({ page, newShoot }) => {
    await open(page, await newShoot(), 'run')
    const box = await page.getByRole('button', { name: 'Log black frame without' }).boundingBox()
    expect(box!.height).toBeGreaterThanOrEqual(44)
  })
})

const DEMO = [
  'beetle',
  'crab',
  'steam',
  'movement',
  'bottle',
  'flask-black',
  'wax',
  'coin',
  'crystal',
  'seed',
  'vial',
  'lamplit',
  'slug',
  'goby'
]
test('the strip at either size: no figure cut, nothing behind a scroll, with one light or several', async ({
  page
}) => {
  for (const shoot of DEMO) {
    await page.setViewportSize({ width: 1280, height: 800 })
    await page.goto(`/shoots/demo-${shoot}/dark`)
    for (const width of [1280, 390]) {
      await page.setViewportSize({ width, height: 844 })
      if (width < 760) await tapStrip(page)
      await expect(page.locator('.dials')).toBeVisible()
      const cut = await page
        .locator('.dials')
        .evaluate((dials) => [
          ...(dials.scrollWidth > dials.clientWidth ? ['the strip scrolls'] : []),
          ...[...dials.querySelectorAll('input')]
            .filter((input) => input.scrollWidth > input.clientWidth || input.clientWidth < 30)
            .map((input) => input.value)
        ])
      const verdicts = page.locator('footer .verdict .num:visible')
      await expect(verdicts).not.toHaveCount(0)
      // By parts of a pixel: a third of one is enough for an ellipsis.
      const short = await verdicts.evaluateAll((values) =>
        values
          .filter((each) => {
            const text = document.createRange()
            text.selectNodeContents(each)
            const room = each.getBoundingClientRect().width
            return text.getBoundingClientRect().width > room + 0.1
          })
          .map((each) => each.textContent)
      )
      expect([...cut, ...short], `${shoot} ${width}`).toEqual([])
    }
  }
})

for (const [width, height] of [
  [1280, 800],
  [390, 844]
] as const)
  test(`the strip at ${width}x${height} in high-speed sync: no note, no verdict cut`, async ({
    page,
    newShoot
  }) => {
    await page.setViewportSize({ width, height })
    await open(page, await newShoot(), 'dark')
    if (width < 760) await tapStrip(page)
    await type(page, 'Shutter', '1/800')
    await expect(page.locator('[data-verdict="sync"]')).toContainText('HSS −')
    const cut = await page
      .locator('footer')
      .evaluate((strip) =>
        [...strip.querySelectorAll('.note, .num')]
          .filter((each) => each.scrollWidth > each.clientWidth && each.clientWidth > 0)
          .map((each) => each.textContent)
      )
    expect(cut).toEqual([])
  })

test('the main job by keyboard alone', async ({ page, newShoot }) => {
  await open(page, await newShoot(), 'run')
  const tabTo = async (name: RegExp | string) => {
    const wanted = page.getByRole('button', { name })
    for (let i = 0; i < 60; i++) {
      await page.keyboard.press('Tab')
      if (await wanted.first().evaluate((element) => element === document.activeElement)) return
    }
    throw new Error(`Tab does not reach ${name}`)
  }
  await tabTo('Log black frame without')
  await page.keyboard.press('Enter')
  await tabTo('Nothing shows')
  await page.keyboard.press('Enter')
  await tabTo('Log lit frame without')
  await page.keyboard.press('Enter')
  await tabTo('−1.0 stops')
  await page.keyboard.press('Enter')
  await tabTo('Done, it is set')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-move]')).toHaveAttribute('data-move', 'take-lit')
})
