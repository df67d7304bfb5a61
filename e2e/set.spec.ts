import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { choose, expect, figure, open, saved, test, type } from './fixtures'

const light = (page: Page, view: string, id: string) =>
  page.locator(`svg[data-view="${view}"] [data-light="${id}"]`)
const tab = (page: Page, name: string) => page.getByRole('tab', { name: new RegExp(`^${name}`) })

test('lights, cards, flags and places are added, named, switched, copied and taken out, and all of it undoes', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'light')
  await page.getByRole('button', { name: '+ Light' }).click()
  await expect(page.locator('[data-pick="B"]')).toHaveAttribute('aria-pressed', 'true')
  await expect(page.locator('[data-cell="B-subject"]')).toBeVisible()
  await page.getByRole('textbox', { name: 'Name of light B' }).fill('Window side')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-pick="B"]')).toContainText('Window side')
  await page
    .getByRole('switch', { name: 'Light B on' })
    .or(page.getByRole('checkbox', { name: 'Light B on' }))
    .click()
  await expect(page.locator('[data-cell="B-subject"]')).toContainText('off')
  await page.getByRole('button', { name: '+ Card' }).click()
  await page.getByRole('button', { name: '+ Flag' }).click()
  await expect(page.locator('[data-pick="K2"]')).toContainText('Flag')
  await page.getByRole('button', { name: 'Remove' }).click()
  await expect(page.locator('[data-pick="K2"]')).toHaveCount(0)
  await page.getByRole('button', { name: '+ Place' }).click()
  await expect(page.locator('[data-cell="A-P1"]')).toHaveCount(1)
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('[data-pick="K1"]')).toHaveCount(0)
  await expect(page.locator('[data-pick="B"]')).toBeVisible()
  await saved(page)
})

test('with three lights every verdict’s figure is there in full', async ({ page, newShoot }) => {
  await open(page, await newShoot(), 'light')
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: '+ Light' }).click()
  await expect(page.locator('[data-pick="C"]')).toBeVisible()
  const figures = page.locator('.verdict .num')
  await expect(figures).toHaveCount(6)
  expect(
    await figures.evaluateAll((all) => all.map((each) => each.scrollWidth - each.clientWidth))
  ).toEqual([0, 0, 0, 0, 0, 0])
})

test('a light is dragged in either drawing, turned, nudged by keys and typed both ways; one drag is one undo', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'light')
  const before = await figure(page, 'Distance').inputValue()
  const box = (await light(page, 'above', 'A').locator('circle').boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + 60, box.y - 20, { steps: 8 })
  await page.mouse.up()
  await expect(figure(page, 'Distance')).not.toHaveValue(before)
  const above = await figure(page, 'Above').inputValue()
  const side = (await light(page, 'left', 'A').locator('circle').boundingBox())!
  await page.mouse.move(side.x + side.width / 2, side.y + side.height / 2)
  await page.mouse.down()
  await page.mouse.move(side.x + side.width / 2, side.y - 40, { steps: 5 })
  await page.mouse.up()
  await expect(figure(page, 'Above')).not.toHaveValue(above)
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(figure(page, 'Distance')).toHaveValue(before)
  await type(page, 'Distance', '200')
  await type(page, 'Round the subject', '0')
  await type(page, 'Above', '0')
  await light(page, 'above', 'A').focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowRight')
  await page.getByRole('button', { name: 'x, y, z' }).click()
  await expect(figure(page, 'x, right')).toHaveValue('11 mm')
  await expect(figure(page, 'z, to the camera')).toHaveValue('200 mm')
  await type(page, 'y, up', '−40')
  await page.getByRole('button', { name: 'From the subject' }).click()
  await expect(figure(page, 'Above')).toHaveValue('-11.3°')
})

test('the drawings zoom, pan and take everything in by keys and buttons, and leave as SVG', async ({
  page
}) => {
  await page.goto('/shoots/demo-beetle/light')
  const drawing = page.locator('svg[data-view="above"]')
  const spot = async () => (await light(page, 'above', 'B').locator('circle').boundingBox())!.x
  const start = await spot()
  await drawing.focus()
  await page.keyboard.press('+')
  await expect.poll(spot).not.toBe(start)
  await page.keyboard.press('0')
  await expect.poll(spot).toBeCloseTo(start, 0)
  await drawing.hover({ position: { x: 30, y: 30 } })
  await page.mouse.wheel(0, -300)
  await expect.poll(spot).not.toBeCloseTo(start, 0)
  await page.getByRole('button', { name: 'Take everything in, from above' }).click()
  await page.getByRole('button', { name: /Look from the right/ }).click()
  await expect(page.locator('svg[data-view="right"]')).toBeVisible()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save the drawing from above as SVG' }).click()
  const text = readFileSync(await (await download).path(), 'utf8')
  expect(text).toMatch(/^<\?xml[^]*<svg[^]*xmlns="http:\/\/www\.w3\.org\/2000\/svg"/)
  expect(text).toMatch(/stroke: rgb\(/)
  expect(text).not.toContain('data-v-')
})

test('the sum: terms of a near source, a light summed alone, ratios, goals of places, copy and CSV', async ({
  page,
  context
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await page.goto('/shoots/demo-movement/light')
  await page.locator('[data-cell="A-subject"]').click()
  await expect(page.locator('[data-term="finiteSource"]')).toContainText('its face is no point')
  await page.goto('/shoots/demo-beetle/light')
  await page.locator('[data-cell="A-shadow"]').click()
  await expect(
    page.locator('[data-term="bounceOnly"], [data-term="bounce"]').first()
  ).toContainText('card K1')
  const total = page.locator('[data-total="subject"]')
  const whole = await total.textContent()
  await page.locator('[data-isolate="B"]').click()
  await expect(total).not.toHaveText(whole!)
  await expect(page.locator('.ledger tfoot')).toContainText('Sum of B')
  await page.locator('[data-isolate="A"]').click({ modifiers: ['Shift'] })
  await expect(page.locator('.ledger tfoot')).toContainText('Sum of B + A')
  await page.getByRole('button', { name: 'All', exact: true }).click()
  await expect(page.locator('[data-ratio="lit-shadow"]')).toContainText(': 1)')
  await page
    .getByRole('columnheader', { name: /Shadow side/ })
    .getByRole('button')
    .click()
  await expect(page.getByRole('region', { name: 'Place Shadow side' })).toBeVisible()
  await choose(page, /^Goal/, 'About this level', page.getByRole('tabpanel'))
  await type(page, 'Level', '−2')
  await expect(page.getByRole('columnheader', { name: /Shadow side/ })).toContainText('−2.0 ± 0.3')
  await page.getByRole('button', { name: 'Copy', exact: true }).first().click()
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain(
    'stops at\tLit side\tShadow side'
  )
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'CSV' }).click()
  const csv = readFileSync(await (await download).path(), 'utf8')
  expect(csv.split('\n')[0]).toContain('stops at,Lit side,Shadow side,Top')
  expect(csv).toMatch(/A Key(,-?\d+(\.\d+)?){2}/)
})

test('a group moves as one, each light on its own dial', async ({ page }) => {
  await page.goto('/shoots/demo-bottle/light')
  const a = await figure(page, 'Power A').inputValue()
  const b = await figure(page, 'Power B').inputValue()
  const master = page.getByRole('group', { name: 'Master of group A' })
  for (let i = 0; i < 3; i++) await master.getByRole('button', { name: '+ ⅓' }).click()
  await expect(figure(page, 'Power A')).not.toHaveValue(a)
  await expect(figure(page, 'Power B')).not.toHaveValue(b)
  await expect(master).toContainText(await figure(page, 'Power A').inputValue())
})

test('checks: a hidden head, a mirror with its zone in both drawings, a light in the frame with a remedy that takes it out', async ({
  page,
  newShoot
}) => {
  await page.goto('/shoots/demo-bottle/light')
  await tab(page, 'Checks').click()
  await expect(page.locator('[data-check="hidden"]')).toContainText(
    /hidden behind the subject. It stays so within \d+° to either side, \d+° up/
  )
  await page.goto('/shoots/demo-coin/light')
  await tab(page, 'Checks').click()
  await expect(page.locator('[data-check="mirror-flat"]')).toContainText(
    /shows in the flat face, over \d\d\.\d % of what you see of it, in the left of the picture, at \+\d\.\d/
  )
  await expect(page.locator('[data-check="mirror-card"]')).toContainText(
    /Flag shows in the flat face, over \d\d\.\d % of what you see of it, in the right of the picture/
  )
  await page.getByRole('button', { name: 'Pick K1' }).click()
  await expect(page.locator('[data-pick="K1"]')).toHaveAttribute('aria-pressed', 'true')
  await expect(page.locator('svg[data-view="above"] [data-zone]')).toHaveCount(1)
  await expect(page.locator('svg[data-view="left"] [data-zone]')).toHaveCount(1)
  await open(page, await newShoot(), 'light')
  await type(page, 'Distance', '300')
  await type(page, 'Round the subject', '177')
  await type(page, 'Above', '3')
  await tab(page, 'Checks').click()
  const check = page.locator('[data-check="in-view"]')
  await expect(check).toContainText('is in the picture')
  await check
    .getByRole('button', { name: /^Apply/ })
    .first()
    .click()
  await expect(check).toHaveCount(0)
})

test('a burnt-out highlight on a shiny curve: how far past white, what tames it and what that takes from the subject', async ({
  page,
  request
}) => {
  const shoot = (await (await request.post('/api/shoots/demo-crab/duplicate')).json()) as {
    id: string
  }
  await open(page, shoot, 'light')
  await tab(page, 'Checks').click()
  const check = page.locator('[data-check="mirror-curved"]')
  await expect(check).toContainText(
    /in the (middle|right) of the picture, at \+\d\.\d, \d\.\d stops? past white/
  )
  await expect(check).toContainText(
    /a softer highlight \(−\d\.\d in the highlight, −\d\.\d on the lit side\)/
  )
  await check.locator('[data-remedy="larger"]').click()
  await expect(check).toContainText(/stops? under white/)
  await expect(check.getByRole('button', { name: /^Apply/ })).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(check).toContainText('past white')
})

test('subject, table, background and room shape the set', async ({ page, newShoot }) => {
  const shoot = await newShoot()
  await open(page, shoot, 'subject')
  await page
    .getByRole('checkbox', { name: 'Table under the subject' })
    .or(page.getByRole('switch', { name: 'Table under the subject' }))
    .click()
  await page
    .getByRole('checkbox', { name: 'Small room' })
    .or(page.getByRole('switch', { name: 'Small room' }))
    .click()
  await type(page, 'Wall reflectance', '80 %')
  await type(page, 'Floor reflectance', '50 %')
  await type(page, 'Wall behind', '900')
  // The set stays inside its room, and the field says why.
  await type(page, 'Wall on the left', '4 m')
  await expect(page.getByRole('alert').filter({ hasText: 'outside the room' })).toContainText(
    'in 3000 mm of width'
  )
  await type(page, 'Wall on the left', '400')
  await expect(page.getByRole('alert').filter({ hasText: 'outside the room' })).toHaveCount(0)
  await type(page, 'Camera above', '30')
  await page.getByRole('link', { name: /Light/ }).click()
  await expect(page.locator('[data-cell="A-foreground"]')).toHaveCount(1)
  await page.locator('[data-cell="A-shadow"]').click()
  await expect(page.locator('.terms')).toContainText(/the walls|the table/)
})

test('light off the ceiling alone: the terms say what sent it last and how much went farther round', async ({
  page,
  request
}) => {
  const shoot = (await (await request.post('/api/shoots/demo-shells/duplicate')).json()) as {
    id: string
  }
  await page.goto(`/shoots/${shoot.id}/light`)
  await page.locator('[data-cell="A-top"]').click()
  const term = page.locator('[data-term="bounceOnly"]')
  await expect(term).toContainText('bounce alone')
  await expect(term).toContainText(/the ceiling \d+ %/)
  await expect(term).toContainText(/\d+ % of it after more than one bounce/)
})

test('a tent of cards: every card and the table send light, the subject too', async ({
  page,
  request
}) => {
  const shoot = (await (await request.post('/api/shoots/demo-tent/duplicate')).json()) as {
    id: string
  }
  await page.goto(`/shoots/${shoot.id}/light`)
  await page.locator('[data-cell="A-shadow"]').click()
  const term = page.locator('[data-term="bounce"], [data-term="bounceOnly"]').first()
  await expect(term).toContainText(/card K\d \d+ %/)
  await expect(term).toContainText(/the table \d+ %/)
})

test('a photometric file gives a strobe its beam; a bad one is refused with line and reason', async ({
  page
}) => {
  await page.goto('/kit')
  await page.getByRole('button', { name: 'Add strobe' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('textbox', { name: 'Name' }).fill('Measured head')
  await dialog.getByText('The rest').click()
  await dialog.getByRole('combobox', { name: 'Falloff' }).press('Enter')
  await page.getByRole('option', { name: 'A photometric file' }).click()
  const file = (text: string) => ({
    name: 'head.ies',
    mimeType: 'text/plain',
    buffer: Buffer.from(text)
  })
  const input = dialog.getByLabel(/Read a photometric file/)
  await input.setInputFiles(
    file('IESNA:LM-63-2002\nTILT=NONE\n1 1000 1 3 1 1 2 0.1 0.1 0\n1 1 0\n0 30 60\n0\n900 oops 0')
  )
  await expect(
    dialog.getByText(/^head\.ies, line 7: “oops” stands where candela value 2 of 3 should/)
  ).toBeVisible()
  await input.setInputFiles(
    file('IESNA:LM-63-2002\nTILT=NONE\n1 1000 1 3 1 1 2 0.1 0.1 0\n1 1 0\n0 30 60\n0\n900 450 0')
  )
  await expect(dialog.getByText(/head\.ies: 3 × 1 angles/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Measured head' })).toBeVisible()
})

test('zones: a pale label with its own surface and goal, a light that serves it, the brightest place held', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'light')
  await page.getByRole('button', { name: '+ Place' }).click()
  const panel = page.getByRole('region', { name: /^Place / })
  await panel.getByLabel('Name').fill('Pale label')
  await panel.getByLabel('Name').press('Tab')
  await type(page, 'Reflectance', '70 %')
  await choose(page, 'Finish', 'Gloss', panel)
  await choose(page, /^Goal/, 'About this level', panel)
  await type(page, 'Level', '+1')
  await expect(page.getByText(/The subject is shiny/)).toBeVisible()
  await page.getByRole('button', { name: '+ Light' }).click()
  const light = page.getByRole('region', { name: 'Light B' })
  await choose(page, 'Its power serves', 'Pale label', light)
  await expect(light.locator('.advice')).toContainText(/Pale label|pale label/)
  await page.getByRole('link', { name: 'Ways' }).click()
  await page.getByRole('button', { name: '+ Highlight' }).click()
  const goal = page.locator('[data-goal="highlight"]')
  await expect(goal).toContainText('of 255')
  await type(page, 'Brightest place: At most', '240')
  await expect(goal).toHaveAttribute('data-ok', /true|false/)
  await page.getByRole('button', { name: '+ Key : fill' }).click()
  const ratio = page.locator('[data-goal="keyFill"]')
  await choose(page, 'Key taken at', 'Pale label', ratio)
  await expect(ratio).toContainText('Pale label')
  await saved(page)
})

test('a double click in a drawing puts a place there', async ({ page, newShoot }) => {
  await open(page, await newShoot(), 'light')
  const area = (await page.locator('svg[data-view="above"]').boundingBox())!
  await page.mouse.dblclick(area.x + area.width * 0.15, area.y + area.height * 0.5)
  await expect(page.getByRole('region', { name: 'Place Place 1' })).toBeVisible()
  await expect(figure(page, 'x, right')).toHaveValue(/^−|^-/)
  await expect(figure(page, 'y, up')).toHaveValue('0 mm')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('region', { name: 'Place Place 1' })).toHaveCount(0)
})

test.describe('by touch', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })
  test('a finger on a light moves the light, not the page', async ({ page, newShoot }) => {
    await open(page, await newShoot(), 'light')
    const drawing = page.locator('svg[data-view="above"]')
    await drawing.scrollIntoViewIfNeeded()
    const box = (await light(page, 'above', 'A').locator('circle').boundingBox())!
    const before = await light(page, 'above', 'A').getAttribute('aria-label')
    const cdp = await page.context().newCDPSession(page)
    const at = (x: number, y: number) => [
      { x: box.x + box.width / 2 + x, y: box.y + box.height / 2 + y }
    ]
    await cdp.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at(0, 0) })
    for (const k of [10, 20, 30])
      await cdp.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(-k, -k / 2) })
    await cdp.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
    await expect.poll(() => light(page, 'above', 'A').getAttribute('aria-label')).not.toBe(before)
  })
  test('two fingers apart zoom the drawing, one leaves it to the page', async ({
    page,
    newShoot
  }) => {
    await open(page, await newShoot(), 'light')
    const drawing = page.locator('svg[data-view="above"]')
    await drawing.scrollIntoViewIfNeeded()
    const scale = page.locator('figure:has(svg[data-view="above"]) figcaption .num')
    const square = await scale.innerText()
    const area = (await drawing.boundingBox())!
    const cdp = await page.context().newCDPSession(page)
    // Beside the things of the set, where a finger means the drawing itself.
    const [cx, cy] = [area.x + 70, area.y + area.height - 30]
    const fingers = (apart: number) => [
      { x: cx - apart / 2, y: cy, id: 0 },
      { x: cx + apart / 2, y: cy, id: 1 }
    ]
    await cdp.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: fingers(20) })
    for (const apart of [40, 70, 100, 120])
      await cdp.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: fingers(apart) })
    await cdp.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
    await expect(scale).not.toHaveText(square)
  })
})
