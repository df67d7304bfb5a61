import { choose, copyOf, expect, figure, open, saved, tapStrip, test, type } from './fixtures'

const way = '[data-way]'

test('ask for the picture, get the settings: goals, ways by kind, comparison, one undo', async ({
  page,
  request
}) => {
  await open(page, await copyOf(request, 'demo-seed'), 'ways')
  await expect(page.locator('[data-goal="blur"]')).toHaveAttribute('data-ok', 'false')
  const groups = page.getByRole('region', { name: /At sync|Closer lights|ND filter/ })
  await expect(page.getByRole('region', { name: 'At sync, stopped down' })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Closer lights' })).toBeVisible()
  await expect(groups.first().locator(way).first()).toContainText('end blur')
  await expect(groups.first().locator(way).first()).toContainText(/limited by|instead of/)

  const closer = page.getByRole('region', { name: 'Closer lights' }).locator(way).first()
  const settings = (await closer.locator('.set').innerText()).split(/\s{2,}/)
  await closer.getByRole('button', { name: 'Compare' }).click()
  await expect(closer.locator('.changes')).toContainText('Distance')
  await expect(closer.getByRole('row', { name: /Freeze/ })).toContainText('px')
  await closer.getByRole('button', { name: 'Use it' }).click()
  await expect(figure(page, 'Aperture')).toHaveValue(settings[0]!)
  await expect(page.locator('[data-goal="blur"]')).toHaveAttribute('data-ok', 'true')
  await expect(page.locator('[data-verdict="freeze"]')).toHaveAttribute('data-state', 'ok')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(figure(page, 'Aperture')).toHaveValue('f/11')
  await expect(page.locator('[data-goal="blur"]')).toHaveAttribute('data-ok', 'false')
  await saved(page)
})

test('a grid and a swing: what neither does alone is found once the light may go round', async ({
  page,
  request,
  newShoot
}) => {
  const { id, version, plan } = await newShoot()
  const kit = (await (await request.get('/api/kit?kind=modifier')).json()) as {
    item: { beam: { kind: string } }
  }[]
  const grid = kit.map(({ item }) => item).find((item) => item.beam.kind === 'cut')
  const [light] = plan.lights
  await request.put(`/api/shoots/${id}`, {
    data: {
      version,
      plan: {
        ...plan,
        lights: [
          {
            ...light,
            modifiers: [],
            at: { distanceMm: 300, azimuthDeg: 30, elevationDeg: 0 },
            reach: { nearMm: 300, farMm: 300, swingDeg: 0 }
          }
        ],
        background: { ...plan.background, distanceMm: 400, reflectance: 0.18 },
        bag: { ...plan.bag, modifiers: [grid] },
        goals: { ...plan.goals, backgroundStops: -9 }
      }
    }
  })
  await open(page, { id }, 'ways')
  await expect(page.locator('[data-nothing]')).toBeVisible()
  await type(page, 'A swings by at most', '40')
  await expect(figure(page, 'A swings by at most')).toHaveValue('40°')
  const two = page.getByRole('region', { name: 'Two changes of the set' }).locator(way).first()
  await expect(two).toContainText(/round, 0° above, with /)
  await two.getByRole('button', { name: 'Compare' }).click()
  await expect(two.locator('.changes')).toContainText(/Modifier/)
  await two.getByRole('button', { name: 'Use it' }).click()
  await expect(page.locator('[data-goal="background"]')).toHaveAttribute('data-ok', 'true')
  await type(page, 'A swings by at most', '120')
  await expect(page.getByText(/must be|at most|too big/i).first()).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(figure(page, 'A swings by at most')).toHaveValue('40°')
})

test('goals are added, dropped, made a wish; locks and bounds are kept', async ({
  page,
  request
}) => {
  await open(page, await copyOf(request, 'demo-seed'), 'ways')
  await expect(page.locator(way).first()).toBeVisible()
  await page.getByRole('button', { name: '+ ISO ceiling' }).click()
  await type(page, 'ISO: At most', 'nothing')
  await expect(page.getByText('not understood').first()).toBeVisible()
  await page.keyboard.press('Escape')
  await type(page, 'ISO: At most', '100')
  await expect(page.getByRole('status').filter({ hasText: /\d+ ways/ })).toBeVisible()
  for (const text of await page.locator(`${way} .set`).allInnerTexts())
    expect(text).toContain('ISO 100')
  await page.getByRole('button', { name: 'Lock Aperture' }).click()
  await expect(page.locator(way).first()).toContainText('f/11')
  await expect
    .poll(async () =>
      (await page.locator(`${way} .set`).allInnerTexts()).every((text) => text.startsWith('f/11'))
    )
    .toBe(true)
  // A wish may yield: then the present light is a way, with what it misses said.
  const must = page.getByRole('button', { name: 'Motion blur by strobe must hold' })
  await expect(must).toHaveAttribute('aria-pressed', 'true')
  await must.click()
  await expect(must).toHaveAttribute('aria-pressed', 'false')
  await page.locator('[data-goal="iso"]').getByRole('button', { name: 'Remove goal' }).click()
  await expect(page.locator('[data-goal="iso"]')).toHaveCount(0)

  await page.getByLabel('Side may move').click()
  await expect(page.getByRole('region', { name: 'Closer lights' })).toHaveCount(0)
  await page.getByLabel('ND filters in the bag, stops').fill('2, many')
  await page.keyboard.press('Tab')
  await expect(page.getByText('not understood: type stops')).toBeVisible()
  await page.getByLabel('ND filters in the bag, stops').fill('2, 6')
  await page.keyboard.press('Tab')
  await expect(page.getByText('not understood: type stops')).toHaveCount(0)
  await saved(page)
  await page.reload()
  await expect(page.getByLabel('ND filters in the bag, stops')).toHaveValue('2, 6')
})

test('when nothing fits: the smallest changes, each of which does it', async ({
  page,
  request
}) => {
  await open(page, await copyOf(request, 'demo-vial'), 'ways')
  await expect(page.locator('[data-nothing]')).toBeVisible()
  await expect(page.locator('[data-relax="depth"]')).toContainText('Miss sharp depth by')
  await expect(page.locator('[data-relax="recycle"]')).toContainText('Miss recycle by')
  // What is seen is the head’s face: nearer it would be as bright.
  await expect(page.locator('[data-relax="distance"]')).toHaveCount(0)
  await expect(page.locator('[data-relax="unlock"]')).toContainText('Unlock the ND filter')
  await page.locator('[data-relax="depth"]').getByRole('button').click()
  await expect(page.getByRole('button', { name: 'Sharp depth must hold' })).toHaveAttribute(
    'aria-pressed',
    'false'
  )
  await expect(page.locator(way).first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('[data-nothing]')).toBeVisible()
  await page.locator('[data-relax="unlock"]').getByRole('button').click()
  await expect(page.locator(way).first()).toBeVisible()
})

test('a search is cancelled and taken up again', async ({ page, request }) => {
  // The worker is held back, so that there is something to cancel.
  await page.route(/ways\.worker.*\.js$/, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 4000))
    await route.continue().catch(() => undefined)
  })
  await open(page, await copyOf(request, 'demo-seed'), 'ways')
  await expect(page.getByRole('progressbar', { name: 'Searching for ways' })).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText('cancelled')).toBeVisible()
  await page.unroute(/ways\.worker.*\.js$/)
  await page.getByRole('button', { name: 'Search again' }).click()
  await expect(page.locator(way).first()).toBeVisible()
})

test('what if: one step of a dial against every verdict', async ({ page, request }) => {
  await open(page, await copyOf(request, 'demo-seed'), 'light')
  await page.getByRole('button', { name: /^Aperture: effective.*What if/ }).click()
  const table = page.locator('[data-what-if]')
  await expect(table).toContainText('f/13')
  await expect(table).toContainText('f/10')
  await expect(table.locator('[data-effect="depth+"]')).toContainText('mm')
  await expect(table.locator('[data-effect="sync+"]')).toContainText('no change')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Power A: .*What if/ }).click()
  await expect(page.locator('[data-what-if] [data-effect="freeze-"]')).toContainText('px')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Distance: what if/ }).click()
  await expect(page.locator('[data-what-if]').last()).toContainText('mm')
  await expect(page.locator('[data-what-if] [data-effect="subject-"]').last()).not.toContainText(
    'no change'
  )
})

test('freeze: presets, direction, durations, advice in order of price', async ({
  page,
  request
}) => {
  await open(page, await copyOf(request, 'demo-seed'), 'freeze')
  await expect(page.locator('[data-freeze="A"]')).toContainText('t0.1')
  await expect(page.locator('[data-freeze="A"]')).toContainText('t0.5')
  await expect(page.locator('[data-freeze="A"]')).toContainText('cuts its flash short')
  expect(
    await page
      .locator('[data-move]')
      .evaluateAll((rows) => rows.map((row) => row.getAttribute('data-move')))
  ).toEqual(['nearer', 'heads', 'aperture'])
  await expect(page.getByText('the shutter freezes, not the')).toBeVisible()
  await page.locator('[data-move="nearer"]').getByRole('button').click()
  await expect(page.locator('[data-enough]')).toContainText('within your limits')
  await page.getByRole('button', { name: 'Undo' }).click()
  await choose(page, 'Typical speeds', /Rising steam/)
  await expect(figure(page, 'Speed')).toHaveValue('250 mm/s')
  await expect(page.locator('[data-enough]')).toBeVisible()
  await type(page, 'Speed', '5 m/s')
  const across = await page.locator('[data-verdict="freeze"]').innerText()
  await type(page, 'Direction', '90')
  await expect(page.locator('[data-verdict="freeze"]')).not.toHaveText(across)
  const own = page.getByLabel(/t0\.1 at 1\//).first()
  await own.fill('soon')
  await own.press('Enter')
  await expect(page.getByText('not understood: type 1/5000')).toBeVisible()
  await own.fill('1/20000')
  await own.press('Enter')
  await expect(page.locator('[data-freeze="A"]')).toContainText('t0.1 1/20000 s')
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })
  test('by thumb: a way taken, advice to freeze taken, a chart read', async ({ page, request }) => {
    const shoot = await copyOf(request, 'demo-seed')
    await open(page, shoot, 'ways')
    const closer = page.getByRole('region', { name: 'Closer lights' }).locator(way).first()
    const use = closer.getByRole('button', { name: 'Use it' })
    await use.scrollIntoViewIfNeeded()
    expect((await use.boundingBox())!.height).toBeGreaterThanOrEqual(44)
    await use.tap()
    await tapStrip(page)
    await expect(page.locator('[data-verdict="freeze"]')).toHaveAttribute('data-state', 'ok')
    await tapStrip(page)
    await page.getByRole('button', { name: 'Undo' }).tap()
    await page.getByRole('link', { name: 'Freeze' }).tap()
    await page.locator('[data-move="nearer"]').getByRole('button').tap()
    await expect(page.locator('[data-enough]')).toBeVisible()
    await page.getByRole('link', { name: 'Focus' }).tap()
    const chart = page.getByRole('slider', { name: /Blur at the ends/ })
    await expect(chart.locator('svg').first()).toBeVisible()
    await chart.scrollIntoViewIfNeeded()
    const area = (await chart.boundingBox())!
    await page.mouse.move(area.x + area.width * 0.3, area.y + area.height * 0.5)
    const wide = await page.locator('[data-reading]').first().innerText()
    await page.mouse.move(area.x + area.width * 0.9, area.y + area.height * 0.5)
    await expect(page.locator('[data-reading]').first()).not.toHaveText(wide)
  })
})
