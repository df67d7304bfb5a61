import sharp from 'sharp'
import { violations } from './axe'
import { choose, expect, figure, open, saved, test, type } from './fixtures'

test('props: added, shaped, put where they rest, floated, taken out; all of it kept', async ({
  page,
  request,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'subject')
  await choose(page, 'Shape', 'Vessel')
  await expect(page.getByRole('button', { name: 'Put a piece in the liquid' })).toHaveCount(0)
  await page.getByLabel('Something in it').check()
  await page.getByRole('button', { name: 'Add a prop' }).click()
  await choose(page, 'Prop 1: Shape', 'Coin')
  await expect(page.getByRole('combobox', { name: 'Prop 1: Finish' })).toHaveValue('Metal')
  await choose(page, 'Prop 1: Rests', 'Under the subject')
  await expect(figure(page, 'Prop 1: y, up')).toHaveCount(0)
  await type(page, 'Prop 1: Width', '31')
  await type(page, 'Prop 1: x, right', '-2.5')
  await type(page, 'Prop 1: Width', 'wide')
  await expect(page.getByText(/not understood/)).toBeVisible()
  await figure(page, 'Prop 1: Width').press('Escape')
  await page.getByLabel('T1: Name').fill('Stand')
  await page.getByLabel('T1: Name').press('Tab')
  await expect(page.locator('[data-open="T1"]')).toContainText('Stand')
  await page.getByRole('button', { name: 'Put a piece in the liquid' }).click()
  await expect(page.getByRole('combobox', { name: 'Prop 2: Rests' })).toHaveValue(
    'Afloat in the liquid'
  )
  await expect(page.getByRole('combobox', { name: 'Prop 2: Finish' })).toHaveValue('Clear')
  expect(await violations(page)).toEqual([])
  await saved(page)
  const { plan } = (await (await request.get(`/api/shoots/${shoot.id}`)).json()) as typeof shoot
  expect(plan.props).toMatchObject([
    { id: 'T1', name: 'Stand', shape: 'coin', rests: 'under', widthMm: 31, xMm: -2.5 },
    { id: 'T2', name: 'Prop 2', shape: 'box', finish: 'clear', rests: 'afloat' }
  ])

  await page.getByRole('button', { name: 'Remove Prop 2' }).click()
  await expect(page.locator('[data-open="T2"]')).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('[data-open="T2"]')).toBeVisible()
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Add a prop' }).click()
  await expect(page.getByRole('button', { name: 'Add a prop' })).toBeDisabled()
  await expect(page.locator('[data-open]')).toHaveCount(6)
})

test('a prop in the drawings: picked, dragged as one step, moved by keys, shading the subject', async ({
  page,
  newShoot
}) => {
  await open(page, await newShoot(), 'light')
  await page.getByRole('button', { name: '+ Prop' }).click()
  await expect(page.getByRole('heading', { name: 'Prop 1' })).toBeVisible()
  await expect(page.getByRole('button', { name: '+ Prop' })).toBeEnabled()
  const drawn = page.locator('[data-prop-drawn="T1"]').first()
  await expect(drawn.locator('.solid')).toHaveAttribute('d', /^M.*Z$/)
  const before = await figure(page, 'Prop 1: x, right').inputValue()
  await drawn.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect
    .poll(async () => parseFloat(await figure(page, 'Prop 1: x, right').inputValue()))
    .toBeCloseTo(parseFloat(before) + 10, 1)
  const box = (await drawn.locator('.hit').boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 40, box.y + box.height / 2, { steps: 5 })
  await page.mouse.up()
  await expect
    .poll(async () => parseFloat(await figure(page, 'Prop 1: x, right').inputValue()))
    .toBeGreaterThan(parseFloat(before) + 12)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect
    .poll(async () => parseFloat(await figure(page, 'Prop 1: x, right').inputValue()))
    .toBeCloseTo(parseFloat(before) + 10, 1)

  // Put into the way of the light, the sum says so.
  await page.locator('[data-pick="A"]').click()
  await page.getByRole('button', { name: 'x, y, z' }).click()
  const spot = await Promise.all(
    ['x, right', 'y, up', 'z, to the camera'].map((label) => figure(page, label).inputValue())
  )
  await page.locator('[data-pick="T1"]').click()
  await choose(page, 'Prop 1: Rests', 'Where I put it')
  await type(page, 'Prop 1: x, right', String(parseFloat(spot[0]!) / 2))
  await type(page, 'Prop 1: y, up', String(parseFloat(spot[1]!) / 2))
  await type(page, 'Prop 1: z, to the camera', String(parseFloat(spot[2]!) / 2))
  for (const label of ['Width', 'Height', 'Front to back'])
    await type(page, `Prop 1: ${label}`, '60')
  await page.locator('[data-cell="A-subject"]').click()
  await expect(page.getByText(/Prop 1 stands between|stopped by Prop 1|past Prop 1/)).toBeVisible()
})

test('a leaf lets light through, no more than it does not throw back; a box by its thickness', async ({
  page,
  request,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'subject')
  await choose(page, 'Shape', 'Leaf')
  await expect(page.getByRole('combobox', { name: 'Finish' })).toHaveValue('Translucent')
  const own = page.getByRole('region', { name: 'The subject' })
  await own.getByRole('spinbutton', { name: 'Reflectance' }).fill('20 %')
  await own.getByRole('spinbutton', { name: 'Reflectance' }).press('Enter')
  await type(page, 'Lets through', '15 %')
  await expect(page.getByText('the rest of the light is thrown back')).toHaveCount(0)
  await type(page, 'Lets through', '95 %')
  await expect(page.getByText('80.0 %: the rest of the light is thrown back')).toBeVisible()
  await saved(page)
  const { plan } = (await (await request.get(`/api/shoots/${shoot.id}`)).json()) as typeof shoot
  expect(plan.subject).toMatchObject({ shape: 'leaf', finish: 'translucent', transmittance: 0.95 })
  await choose(page, 'Shape', 'Box')
  await expect(page.getByRole('combobox', { name: 'Finish' })).toHaveValue('Translucent')
  await expect(page.getByText('the rest of the light is thrown back')).toHaveCount(0)
  await type(page, 'Through so much', '5 mm')
  await choose(page, 'Shape', 'Vapour or plume')
  await expect(page.getByRole('combobox', { name: 'Finish' })).toHaveValue('Matt')
  await page.getByRole('combobox', { name: 'Finish' }).press('Enter')
  await expect(page.getByRole('option', { name: 'Clear' })).toBeVisible()
  await expect(page.getByRole('option', { name: 'Translucent' })).toHaveCount(0)
})

test('the background takes a colour, a picture, and ambient that falls off across it', async ({
  page,
  request,
  newShoot
}) => {
  const shoot = await newShoot()
  await open(page, shoot, 'subject')
  await page.getByLabel('Background colour', { exact: true }).fill('#3355aa')
  const input = page.getByLabel('A picture on it')
  await input.setInputFiles({ name: 'p.png', mimeType: 'image/png', buffer: Buffer.from('none') })
  await expect(page.getByText('This is no picture the browser can read')).toBeVisible()
  const red = { create: { width: 200, height: 150, channels: 3, background: '#f00' } } as const
  const blue = { create: { width: 100, height: 150, channels: 3, background: '#00f' } } as const
  const picture = sharp(red).composite([
    { input: await sharp(blue).png().toBuffer(), left: 100, top: 0 }
  ])
  await input.setInputFiles({
    name: 'halves.png',
    mimeType: 'image/png',
    buffer: await picture.png().toBuffer()
  })
  await expect(page.locator('[data-print]')).toContainText('halves.png')
  // Its own colours count.
  await expect(page.getByLabel('Background colour', { exact: true })).toHaveCount(0)
  await expect(figure(page, 'Brighter toward')).toHaveCount(0)
  await type(page, 'Ambient across it', '3')
  await type(page, 'Brighter toward', '180')
  await type(page, 'Ambient across it', '12')
  await expect(page.getByText('must be at most 8').first()).toBeVisible()
  await figure(page, 'Ambient across it').press('Escape')
  await saved(page)
  const { plan } = (await (await request.get(`/api/shoots/${shoot.id}`)).json()) as typeof shoot
  expect(plan.background).toMatchObject({
    colour: '#3355aa',
    gradientStops: 3,
    gradientDeg: 180,
    picture: { name: 'halves.png' }
  })
  const pixels = Buffer.from(plan.background.picture!.pixels, 'base64')
  const middle = 60 * 160 * 3
  expect([...pixels.subarray(middle + 30, middle + 33)]).toEqual([255, 0, 0])
  expect([...pixels.subarray(middle + 450, middle + 453)]).toEqual([0, 0, 255])
  await page.getByRole('button', { name: 'Plain again' }).click()
  await expect(page.locator('[data-print]')).not.toContainText('halves.png')
})

test('what a prop or a background cannot be is refused by its path', async ({
  request,
  newShoot
}) => {
  const { id, plan, version } = await newShoot()
  const prop = {
    ...Object.fromEntries(
      Object.entries(plan.subject).filter(
        ([key]) => !['sharpDepthMm', 'speedMmS', 'directionDeg'].includes(key)
      )
    ),
    id: 'T1',
    name: 'Prop',
    rests: 'table',
    xMm: 0,
    yMm: 0,
    zMm: 0
  }
  for (const [part, path] of [
    [{ props: [{ ...prop, id: 'T7' }] }, 'props.0.id'],
    [{ props: [{ ...prop, shape: 'plume' }] }, 'props.0.shape'],
    [{ props: [prop, prop] }, 'props.1.id'],
    [{ props: [{ ...prop, rests: 'nowhere' }] }, 'props.0.rests'],
    [
      { background: { ...plan.background, picture: { name: 'p', pixels: 'AAAA' } } },
      'background.picture.pixels'
    ],
    [{ background: { ...plan.background, gradientStops: 20 } }, 'background.gradientStops']
  ] as const) {
    const answer = await request.put(`/api/shoots/${id}`, {
      data: { version, plan: { ...plan, ...part } }
    })
    expect(answer.status()).toBe(422)
    expect(JSON.stringify(await answer.json())).toContain(path)
  }
})
