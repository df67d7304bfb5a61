import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { runBridge } from '../simulator/bridge'
import { violations } from './axe'
import { copyOf, expect, open, practise, test } from './fixtures'

const move = '[data-move]'
const take = (page: Page) => page.getByRole('button', { name: /^Take it/ })

let tone = 40
const jpeg = async (exif: Record<string, string> = {}): Promise<Buffer> => {
  const grey = ++tone
  return sharp({
    create: { width: 90, height: 60, channels: 3, background: { r: grey, g: grey, b: grey } }
  })
    .withExif({ IFD2: { ColorSpace: '1', ...exif } })
    .jpeg()
    .toBuffer()
}
const clean = async (page: Page): Promise<void> => {
  expect(await violations(page)).toEqual([])
}

test('a shoot is practised on desktop and phone at once: frames come to both, the truth is told', async ({
  page,
  browser,
  baseURL,
  request
}) => {
  const shoot = await copyOf(request, 'demo-coin')
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    ...(baseURL && { baseURL })
  })
  const phone = await context.newPage()
  await open(page, shoot, 'run')
  await open(phone, shoot, 'run')
  await practise(page, 1)
  await expect(page.getByText('Practice studio')).toBeVisible()
  await expect(page.getByText(/clock (\d+ s|right)/)).toBeVisible()
  // The phone is told by itself.
  await expect(take(phone)).toHaveText('Take it, strobes off')
  await take(phone).click()
  await expect(page.locator('[data-frame="1"]')).toContainText('strobe off')
  await expect(phone.locator(move)).toHaveAttribute('data-move', 'take-lit')
  await take(page).click()
  await expect(page.locator(move)).toHaveAttribute('data-move', 'judge')
  await expect(phone.locator('[data-frame="2"]')).toContainText('strobe on')
  await expect(page.locator('[data-patch]')).toContainText(/\d/)
  await page.getByRole('button', { name: 'Use this reading' }).click()
  await expect(page.locator('[data-frame="2"]')).toContainText('in the picture')
  await page.getByRole('button', { name: 'What was true' }).click()
  const truth = page.getByRole('dialog', { name: 'What was true in this studio' })
  await expect(truth.getByRole('row', { name: /lit side/ })).toContainText('±')
  await clean(page)
  await truth.getByRole('button', { name: 'Back to the run' }).click()
  await expect(phone.locator('[data-frame="2"]')).toContainText('in the picture')
  await clean(phone)
  await phone.getByRole('button', { name: 'Test flash', exact: true }).click()
  await expect(take(phone)).toBeVisible()
  await phone.getByRole('button', { name: 'End practice' }).click()
  // What was true is told at the end: nobody knows it afterwards.
  await expect(phone.getByRole('dialog', { name: 'What was true in this studio' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Practise this shoot' })).toBeVisible()
  await context.close()
})

test('the meter of a studio is read into its field, in its own notation', async ({
  page,
  request
}) => {
  const shoot = await copyOf(request, 'demo-beetle')
  await open(page, shoot, 'run')
  await practise(page, 1)
  await expect(take(page)).toBeVisible()
  await page.getByRole('button', { name: 'Judge frame 2' }).click()
  await page.getByRole('button', { name: 'Flash meter' }).click()
  await page.getByRole('button', { name: 'Read it' }).click()
  const says = page.getByLabel('Meter says')
  await expect(says).toHaveValue(/^\d+(\.\d)?$/)
  await page.getByRole('button', { name: 'Use', exact: true }).click()
  await expect(page.locator('[data-frame="2"]')).toContainText('meter at the')
  await page.getByRole('button', { name: 'End practice' }).click()
})

test.describe('a folder', () => {
  test.use({ expected: [/status of 422/] })
  test('a watched folder: what is dropped there comes in, what is wrong with it is named', async ({
    page,
    request
  }) => {
    const shoot = await copyOf(request, 'demo-coin')
    const dir = mkdtempSync(join(tmpdir(), 'fine-spark-card-'))
    await open(page, shoot, 'run')
    await page.getByRole('button', { name: 'Watch a folder' }).click()
    const path = page.getByLabel('Folder your capture program writes to')
    await path.fill('/no/such/folder')
    await path.press('Enter')
    await expect(page.getByText('there is no such folder')).toBeVisible()
    await clean(page)
    await path.fill(dir)
    await page.getByRole('button', { name: 'Watch it' }).click()
    await expect(page.getByText(dir)).toBeVisible()
    writeFileSync(join(dir, 'one.jpg'), await jpeg({ FNumber: '56/10' }))
    await expect(page.locator('[data-frame="1"]')).toBeVisible()
    // The plan says f/8.
    await expect(page.getByText(/Frame 1: The file says f\/5\.6/)).toBeVisible()
    writeFileSync(join(dir, 'two.jpg'), 'no picture')
    await expect(page.getByText(/two\.jpg: not a whole JPEG/)).toBeVisible()
    writeFileSync(join(dir, 'three.dng'), Buffer.from('49492a0008000000', 'hex'))
    await expect(page.getByText('Waiting for the JPEG of three.dng')).toBeVisible()
    await page.reload()
    await expect(page.getByText(dir)).toBeVisible()
    await page.getByRole('button', { name: 'Watch no longer' }).click()
    await expect(page.getByRole('button', { name: 'Watch a folder' })).toBeVisible()
  })
})

test('several files at once: pictures in their order, each raw file to its own, junk named', async ({
  page,
  request
}) => {
  const shoot = await copyOf(request, 'demo-coin')
  await open(page, shoot, 'run')
  const file = (name: string, buffer: Buffer) => ({ name, mimeType: '', buffer })
  const time = { DateTimeOriginal: '2026:11:20 09:00:00', OffsetTimeOriginal: '+00:00' }
  const [second, tenth] = [await jpeg(), await jpeg(time)]
  const given = [
    file('A10.jpg', tenth),
    file('A2.dng', Buffer.from('49492a0008000000', 'hex')),
    file('A2.jpg', second),
    file('A3.jpg', Buffer.from('junk'))
  ]
  const input = page.getByLabel(/^Log black frame with its JPEG/)
  await input.setInputFiles(given)
  await expect(page.getByText('A3.jpg: This is not a JPEG picture.')).toBeVisible()
  const run = async () =>
    (
      (await (await request.get(`/api/shoots/${shoot.id}/frames`)).json()) as {
        frames: { hasRaw: boolean; frame: { fileName: string } }[]
      }
    ).frames.map(({ hasRaw, frame }) => [frame.fileName, hasRaw])
  await expect.poll(run).toEqual([
    ['A2.jpg', true],
    ['A10.jpg', false]
  ])
  await page.getByLabel(/with its JPEG/).setInputFiles([file('A10.jpg', tenth)])
  await expect(page.getByText('A10.jpg is there already, as frame 2.')).toBeVisible()
})

test('what a camera will not do it says, and the run goes on by hand', async ({
  page,
  request,
  baseURL
}) => {
  const shoot = await copyOf(request, 'demo-coin')
  await open(page, shoot, 'run')
  const ending = new AbortController()
  const bridge = runBridge(
    { server: baseURL!, id: `stubborn-${shoot.id}`.slice(0, 64), signal: ending.signal },
    {
      offer: () =>
        Promise.resolve({
          name: 'Stubborn camera',
          shootId: shoot.id,
          camera: { files: ['jpeg'] },
          strobes: [],
          meter: null,
          clock: false,
          tilt: false,
          practice: false,
          bench: null
        }),
      obey: ({ do: what }) =>
        Promise.resolve(
          what === 'trigger' ? { ok: false, problem: 'The card is full.' } : { ok: true }
        ),
      state: () => Promise.resolve({})
    }
  )
  await expect(page.getByText('Stubborn camera')).toBeVisible()
  await take(page).click()
  await expect(page.getByRole('alert')).toHaveText('The card is full.')
  await page.getByText('Log a frame by hand').click()
  await page.getByRole('button', { name: 'Log black frame without' }).click()
  await expect(page.locator('[data-frame="1"]')).toBeVisible()
  ending.abort()
  await bridge
  // One that is cut off is no longer there to be asked.
  await expect(page.getByRole('button', { name: 'Practise this shoot' })).toBeVisible()
})
