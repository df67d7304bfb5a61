import sharp from 'sharp'
import { violations } from './axe'
import { choose, expect, figure, open, saved, test, type } from './fixtures'

/** Half of it black, half white. */
const halves = (): Promise<Buffer> =>
  sharp({ create: { width: 120, height: 80, channels: 3, background: '#000' } })
    .composite([
      {
        input: { create: { width: 60, height: 80, channels: 3, background: '#fff' } },
        left: 60,
        top: 0
      }
    ])
    .png()
    .toBuffer()
const photo = async () => ({ name: 'p.png', mimeType: 'image/png', buffer: await halves() })
const text = { name: 'p.png', mimeType: 'image/png', buffer: Buffer.from('no picture') }

test('a vessel: its wall, its tint, what is in it; every step undone, all of it kept', async ({
  page,
  request,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'subject')
  await choose(page, 'Shape', 'Vessel')
  await expect(page.getByRole('combobox', { name: 'Finish' })).toHaveValue('Clear')
  await type(page, 'Wall', '1.2')
  await page.getByLabel('Tint', { exact: true }).fill('#b9d8c4')
  await page.getByLabel('Something in it').check()
  await type(page, 'Filled', '40 %')
  await expect(figure(page, 'Filled')).toHaveValue('40 %')
  await figure(page, 'Filled').press('ArrowUp')
  await expect(figure(page, 'Filled')).toHaveValue('45 %')
  await page.getByLabel('Liquid', { exact: true }).fill('#aa3311')
  await type(page, 'Coloured so through', '12')
  await type(page, 'Filled', '140 %')
  await expect(page.getByText('must be at most 1').first()).toBeVisible()
  await figure(page, 'Filled').press('Escape')
  expect(await violations(page)).toEqual([])

  await saved(page)
  const kept = (await (await request.get(`/api/shoots/${shoot.id}`)).json()) as typeof shoot
  expect(kept.plan.subject).toMatchObject({
    shape: 'vessel',
    finish: 'clear',
    glass: { wallMm: 1.2, colour: '#b9d8c4' },
    liquid: { level: 0.45, colour: '#aa3311', throughMm: 12 }
  })
  await page.getByLabel('Lies on its back').check()
  await expect(page.getByText('Not while it lies: it would run out.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(figure(page, 'Coloured so through')).toHaveValue('20 mm')
})

test('an outline: started from another, its points dragged, moved, added, sharpened, taken out', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'subject')
  await choose(page, 'Shape', 'Turned body')
  const words = page.locator('[data-profile]')
  const point = (i: number) => page.locator(`[data-point="${i}"]`)
  await choose(page, 'Start from', 'Bowl')
  await expect(page.locator('[data-point]')).toHaveCount(5)
  await point(2).focus()
  await expect(words).toHaveText('Point 3 of 5, 75 % out, 30 % up, smooth')
  await point(2).press('ArrowLeft')
  await point(2).press('Shift+ArrowUp')
  await expect(words).toHaveText('Point 3 of 5, 74 % out, 35 % up, smooth')
  await point(2).press('c')
  await expect(words).toContainText('a corner')
  await point(2).press('Enter')
  await expect(page.locator('[data-point]')).toHaveCount(6)
  await point(2).press('Delete')
  await page.getByRole('button', { name: 'Add after' }).click()
  await page.getByRole('button', { name: 'Take out' }).click()
  await expect(page.locator('[data-point]')).toHaveCount(5)

  const drawing = page.getByRole('group', { name: 'The outline, from foot to top' })
  await drawing.scrollIntoViewIfNeeded()
  const at = (await point(4).boundingBox())!
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2)
  await page.mouse.down()
  await page.mouse.move(at.x - 30, at.y + 10, { steps: 5 })
  await page.mouse.up()
  await expect(words).toHaveText(/^Point 5 of 5, [4-9]\d % out, 9\d % up, a corner$/)
  // One drag is one step.
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(words).toHaveText('Point 5 of 5, 100 % out, 100 % up, a corner')
})

test('a photograph to trace is shown, sized and taken away; what is none is refused', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'subject')
  await choose(page, 'Shape', 'Turned body')
  await page.getByLabel('Trace a photograph').setInputFiles(text)
  await expect(page.getByText('This is no picture the browser can read')).toBeVisible()
  await page.getByLabel('Trace a photograph').setInputFiles(await photo())
  const shown = page.locator('svg image')
  await expect(shown).toHaveAttribute('height', '200')
  await page.getByLabel('Its size').fill('2')
  await expect(shown).toHaveAttribute('height', '400')
  const left = Number(await shown.getAttribute('x'))
  const box = (await shown.boundingBox())!
  await page.mouse.move(box.x + box.width / 2 - 20, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 20, box.y + box.height / 2, { steps: 3 })
  await page.mouse.up()
  expect(Number(await shown.getAttribute('x'))).toBeGreaterThan(left + 5)
  await page.getByRole('button', { name: 'Take it away' }).click()
  await expect(shown).toHaveCount(0)
})

test('a coin takes its relief from a picture, and the shell again; colour and polish', async ({
  page,
  request,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'subject')
  await choose(page, 'Shape', 'Coin')
  await expect(page.getByRole('combobox', { name: 'Finish' })).toHaveValue('Metal')
  await expect(figure(page, 'Roughness')).toHaveValue('15 %')
  await page.getByLabel('Relief from a picture').setInputFiles(text)
  await expect(page.getByText('This is no picture the browser can read')).toBeVisible()
  await page.getByLabel('Relief from a picture').setInputFiles(await photo())
  await expect(page.getByText('Relief: your picture.')).toBeVisible()
  await page.getByLabel('Colour', { exact: true }).fill('#d9b25a')
  await type(page, 'Texture', '30 %')
  await saved(page)
  const { plan } = (await (await request.get(`/api/shoots/${shoot.id}`)).json()) as typeof shoot
  expect(plan.subject).toMatchObject({ colour: '#d9b25a', texture: 0.3 })
  const greys = Buffer.from(plan.subject.relief!, 'base64')
  expect([greys.length, greys[48 * 96 + 10], greys[48 * 96 + 85]]).toEqual([9216, 0, 255])

  await page.getByRole('button', { name: 'Grey' }).click()
  const own = page.getByRole('region', { name: 'The subject' })
  await expect(own.getByText('grey', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'The shell again' }).click()
  await expect(page.getByText('Relief: a coiled shell.')).toBeVisible()
})

test('each shape is drawn as what it is, in its frame, from above and beside', async ({
  page,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'subject')
  const outline = page.locator('.subject-drawing .body')
  await expect(outline).toHaveAttribute('d', /^M[^M]*Z$/)
  await choose(page, 'Shape', 'Beetle')
  await expect(outline).toHaveAttribute('d', /^(M[^M]*Z){10,}$/)
  await page.goto(`/shoots/${shoot.id}/light`)
  await expect(page.locator('path.subject').first()).toHaveAttribute('d', /^(M[^M]*Z){10,}$/)
})

test('what a subject cannot be is refused by its path', async ({ request, newShoot }) => {
  const { id, plan, version } = await newShoot()
  for (const [part, path] of [
    [{ colour: 'red' }, 'subject.colour'],
    [{ profile: [{ out: 0, up: 0, corner: true }] }, 'subject.profile'],
    [{ relief: 'AAAA' }, 'subject.relief'],
    [{ roughness: 2 }, 'subject.roughness'],
    [{ liquid: { level: 0.5 } }, 'subject.liquid.colour']
  ] as const) {
    const sent = { ...plan, subject: { ...plan.subject, ...part } }
    const answer = await request.put(`/api/shoots/${id}`, { data: { version, plan: sent } })
    expect(answer.status()).toBe(422)
    expect(JSON.stringify(await answer.json())).toContain(path)
  }
})

test('a mesh of the user’s: read, refused, turned, scaled by one measured length', async ({
  page,
  request,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'subject')
  await choose(page, 'Shape', 'A mesh of mine')
  await expect(page.locator('[data-own]')).toContainText('A box stands for it')
  const file = (name: string, content: string) => ({
    name,
    mimeType: 'application/octet-stream',
    buffer: Buffer.from(content)
  })
  const input = page.getByLabel('Read a mesh')
  await input.setInputFiles(file('thing.stl', 'not a mesh'))
  await expect(page.getByText('thing.stl cannot be used: this is no whole STL file.')).toBeVisible()
  await input.setInputFiles(file('empty.obj', 'v 0 0 0\n'))
  await expect(
    page.getByText('empty.obj cannot be used: there is no triangle in it.')
  ).toBeVisible()
  const wedge = 'v 0 0 0\nv 30 0 0\nv 0 20 0\nv 0 0 10\nf 1 3 2\nf 1 2 4\nf 1 4 3\nf 2 3 4\n'
  await input.setInputFiles(file('wedge.obj', wedge))
  await expect(page.locator('[data-own]')).toContainText('wedge.obj, 4 triangles.')
  // As long as the subject was, in the file's own proportions.
  await expect(figure(page, 'Width')).toHaveValue('22 mm')
  await expect(figure(page, 'Front to back')).toHaveValue('7.33 mm')
  await type(page, 'Measured length', '40 mm')
  await expect(figure(page, 'Width')).toHaveValue('60 mm')
  await expect(figure(page, 'Height')).toHaveValue('40 mm')
  await expect(figure(page, 'Front to back')).toHaveValue('20 mm')
  await page.getByRole('button', { name: 'Turn a quarter' }).click()
  await expect(figure(page, 'Width')).toHaveValue('20 mm')
  await page.getByRole('button', { name: 'Tip it forward' }).click()
  await expect(figure(page, 'Height')).toHaveValue('60 mm')
  await saved(page)
  const { plan } = (await (await request.get(`/api/shoots/${shoot.id}`)).json()) as typeof shoot
  expect(plan.subject).toMatchObject({ shape: 'own', own: { name: 'wedge.obj' } })
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(figure(page, 'Height')).toHaveValue('40 mm')
})
