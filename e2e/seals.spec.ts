/** Each seal by itself, a housing put together with pictures, the card on paper. */
import type { KitRecord } from '../core/api/api'
import { violations } from './axe'
import { row, told } from './checklist'
import { copyOf, expect, open, test } from './fixtures'

test('each seal by itself; the housing put together in order, its pictures large at a tap', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-slug')
  await open(page, { id }, 'prepare')
  await expect(row(page, 'seals')).toContainText('Main ring of Limpet housing, flat port: groove')
  await expect(row(page, 'seals-2')).toContainText(/Ring of the port .*due again/)
  await expect(row(page, 'seals-3')).toContainText('is not noted under Kit')
  await row(page, 'seals-2').getByRole('checkbox').click()
  await told(page, id, 'seals-2', 'done')
  await expect(row(page, 'seals')).toHaveAttribute('data-state', 'open')
  const second = row(page, 'assembly-limpet-flat-2')
  await expect(second).toContainText('Main ring laid in all round')
  await expect(second).toContainText('Step 2 of 3 of putting the housing together.')
  await second.getByRole('button', { name: /^Picture:/ }).click()
  const large = page.getByRole('dialog').getByRole('img')
  await expect(large).toBeVisible()
  expect(await large.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(640)
  expect(await violations(page)).toEqual([])
  await page.getByRole('button', { name: 'Close', exact: true }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
})

test.describe('a picture that is none', () => {
  test.use({ expected: [/status of 422/] })
  test('kit: seals with their days, steps with pictures, in another order; what is wrong is named', async ({
    page,
    request
  }) => {
    const kit = (await (await request.get('/api/kit?kind=housing')).json()) as KitRecord[]
    const { item } = kit.find((each) => each.item.id === 'limpet-dome')!
    const data = { version: null, item: { ...item, id: 'whelk', name: 'Whelk housing', seals: [] } }
    expect((await request.put('/api/kit/whelk', { data })).ok()).toBe(true)
    await page.goto('/kit')
    await page.getByRole('button', { name: 'Whelk housing', exact: true }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByRole('button', { name: 'Add a seal' }).click()
    await dialog.getByRole('button', { name: 'Save' }).click()
    await expect(dialog.getByText('a name is needed')).toBeVisible()
    const seal = dialog.getByRole('group', { name: 'Seal 1' })
    await seal.getByLabel('Seal', { exact: true }).fill('Ring of the lid')
    await seal.getByLabel('Last serviced on').fill('2026-06-02')
    for (const [i, text] of ['Lid on', 'Tray in'].entries()) {
      await dialog.getByRole('button', { name: 'Add a step' }).click()
      await dialog.getByLabel(`Step ${i + 1}`, { exact: true }).fill(text)
    }
    const pick = dialog.getByLabel('Picture of step 2', { exact: true })
    await pick.setInputFiles({ name: 'no.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no') })
    await expect(
      dialog.getByText(/The picture was not kept: .*no picture that can be read/)
    ).toBeVisible()
    await pick.setInputFiles('server/demo/assembly/tray.jpg')
    await expect(dialog.getByRole('img', { name: 'Picture of step 2' })).toBeVisible()
    await dialog.getByRole('button', { name: 'Earlier: step 2' }).click()
    await expect(dialog.getByLabel('Step 1', { exact: true })).toHaveValue('Tray in')
    expect(await violations(page)).toEqual([])
    await dialog.getByRole('button', { name: 'Save' }).click()
    await expect(dialog).toBeHidden()
    const after = (await (await request.get('/api/kit?kind=housing')).json()) as KitRecord[]
    expect(after.find((each) => each.item.id === 'whelk')!.item).toMatchObject({
      seals: [{ name: 'Ring of the lid', servicedOn: '2026-06-02' }],
      assembly: [
        { text: 'Tray in', picture: expect.stringMatching(/^[0-9a-f]{32}\.jpg$/) },
        { text: 'Lid on', picture: null }
      ]
    })
  })
})

test('the card on paper: settings, what stands where, the list with boxes, the cautions', async ({
  page,
  request
}) => {
  const { id } = await copyOf(request, 'demo-slug')
  await open(page, { id }, 'prepare')
  const card = page.locator('.printed-card')
  await expect(card).toBeHidden()
  await row(page, 'port-clean').getByRole('checkbox').click()
  await page.evaluate(() => {
    window.print = () => void (document.body.dataset.printed = 'yes')
  })
  await page.getByRole('button', { name: 'Print the card' }).click()
  await expect(page.locator('body')).toHaveAttribute('data-printed', 'yes')
  await page.emulateMedia({ media: 'print' })
  await expect(card).toBeVisible()
  await expect(page.getByRole('main')).toBeHidden()
  await expect(card).toContainText(/f\/\d+ {2}1\/\d+ {2}ISO \d+/)
  await expect(card).toContainText('port')
  await expect(card).toContainText(/Light A, Above the port: 190 mm, 8° right, 58° above/)
  await expect(card).toContainText(/Anemone 7 \(under water\) at \d of 7/)
  await expect(card).toContainText('☑ Port clean')
  await expect(card).toContainText('☐ Main ring of Limpet housing')
  await expect(card).toContainText('High voltage.')
  await expect(card).toContainText('What the maker’s manual says comes first.')
  await page.emulateMedia({ media: null })
  await page.goto(`/shoots/${id}/light`)
  await expect(card).toHaveCount(0)
})
