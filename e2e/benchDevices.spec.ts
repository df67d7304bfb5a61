/** What is connected to the bench reads its rows; a made-up bench to practise on. */
import type { Command } from '../core/api/devices'
import type { Camera, Strobe } from '../core/kit/kit'
import { runBridge } from '../simulator/bridge'
import { misses } from '../simulator/truth'
import { violations } from './axe'
import { kept, own, reading, says } from './calibrating'
import { expect, test } from './fixtures'

const FLASHES = 20
/** A bench none of whose first flashes is missed. */
const SEED = Array.from({ length: 1000 }, (_, seed) => seed).find((seed) =>
  Array.from({ length: FLASHES }, (_, i) => i + 1).every((flash) => !misses(seed, 'A', flash))
)!
/** No luck: benches that are practised on are this one. */
test.beforeEach(({ page }) =>
  page.route('**/api/kit/*/practice', (route) =>
    route.request().method() === 'PUT'
      ? route.continue({ postData: JSON.stringify({ seed: SEED }) })
      : route.continue()
  )
)

test('a run is practised on a made-up bench: read by itself, its truth told, nothing adopted', async ({
  page,
  request
}) => {
  await own<Strobe>(request, 'lantern-36', {
    id: 'practice-head',
    name: 'Practice head',
    highSpeedSync: true
  })
  await page.goto('/kit/practice-head/calibrate')
  await page.getByRole('button', { name: 'Marks of the dial' }).click()
  await page.getByLabel('Meter', { exact: true }).selectOption({ label: 'Wren meter' })
  // A real run stays one, with what was read.
  await reading(page, '1/1').fill('32')
  await reading(page, '1/1').press('Enter')
  await expect(page.getByRole('status').filter({ hasText: /^Saved/ })).toBeVisible()
  await page.getByRole('button', { name: 'Practise on a made-up bench' }).click()
  const bench = page.getByRole('region', { name: 'Devices on the bench' })
  await expect(bench).toContainText('Practice bench')
  await expect(reading(page, '1/1')).toHaveValue('')
  await bench.getByRole('button', { name: 'Read it' }).click()
  await expect(reading(page, '1/1')).not.toHaveValue('')
  await expect(page.locator('[data-now]')).toHaveText('Set the dial to 1/2.')
  await bench.getByRole('button', { name: /^Read the \d+ that are left$/ }).click()
  await expect(page.getByText('All rows are read.')).toBeVisible()
  await expect(says(page)).toContainText(/marks? against full power/)
  await expect(page.getByText('nothing of it goes into your kit')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Adopt in the kit' })).toBeHidden()
  await expect(page.getByRole('status').filter({ hasText: /^Saved/ })).toBeVisible()
  expect(await violations(page)).toEqual([])

  await bench.getByRole('button', { name: 'End practice' }).click()
  const told = page.getByRole('dialog', { name: 'What was true on this bench' })
  await expect(told).toBeVisible()
  const figures = await told
    .locator('tr[data-truth]')
    .evaluateAll((rows) =>
      rows.map((row) => [...row.querySelectorAll('td')].map((cell) => cell.textContent!))
    )
  expect(figures.length).toBeGreaterThan(5)
  for (const [, found, left] of figures) {
    const [, unsure] = found!.split('±')
    const off = Number(left!.replace('−', '-').replace('±', '').trim())
    expect(Math.abs(off)).toBeLessThan(3 * Number(unsure) + 0.1)
  }
  expect(await violations(page)).toEqual([])
  await told.getByRole('button', { name: 'Back to the bench' }).click()
  await expect(page.getByRole('button', { name: 'Practise on a made-up bench' })).toBeVisible()
  const runs = await kept(request, 'practice-head')
  expect(runs.map(({ calibration }) => 'practice' in calibration).sort()).toEqual([false, true])
  await page.getByRole('button', { name: /1 of \d+ read/ }).click()
  await expect(reading(page, '1/1')).toHaveValue('32')
})

test('a meter that is connected is asked row by row, and what it will not read is said', async ({
  page,
  request,
  baseURL
}) => {
  await own<Strobe>(request, 'lantern-36', { id: 'asked-head', name: 'Asked head' })
  await page.goto('/kit/asked-head/calibrate')
  await page.getByLabel('Meter', { exact: true }).selectOption({ label: 'Wren meter' })
  const heard: Command[] = []
  const shown = ['36', '', '18']
  const ending = new AbortController()
  const bridge = runBridge(
    { server: baseURL!, id: 'bench-meter', signal: ending.signal },
    {
      offer: () =>
        Promise.resolve({
          name: 'Wired meter',
          shootId: null,
          camera: null,
          strobes: [],
          meter: { display: 'thirds' },
          clock: false,
          tilt: false,
          practice: false,
          bench: null
        }),
      obey: (command) => {
        heard.push(command)
        const says = shown.shift()
        return Promise.resolve(
          says
            ? { ok: true, reading: { shown: says, display: 'thirds' } }
            : { ok: false, problem: 'The battery is low.' }
        )
      },
      state: () => Promise.resolve({})
    }
  )
  const bench = page.getByRole('region', { name: 'Devices on the bench' })
  await expect(bench).toContainText('Wired meter')
  // A hand moves it from row to row: there is no reading all at once.
  await expect(bench.getByRole('button', { name: /that are left/ })).toBeHidden()
  const read = bench.getByRole('button', { name: 'Read it' })
  await read.click()
  await expect(reading(page, '1000 mm')).toHaveValue('36')
  await read.click()
  await expect(bench.getByRole('alert')).toHaveText('The battery is low.')
  await expect(reading(page, '1400 mm')).toHaveValue('')
  await read.click()
  await expect(reading(page, '1400 mm')).toHaveValue('18')
  expect(heard.map((each) => each.do)).toEqual(['read-meter', 'read-meter', 'read-meter'])
  expect(heard[0]).toMatchObject({ place: 'subject', lights: ['A'], receptor: 'flat' })
  ending.abort()
  await bridge
  await request.delete('/api/devices/bench-meter')
  await expect(bench.getByRole('button', { name: 'Practise on a made-up bench' })).toBeVisible()
  await expect(read).toBeHidden()
})

test('high-speed sync is practised by frames of the card that a camera sends', async ({
  page,
  request
}) => {
  await own<Strobe>(request, 'lantern-36', {
    id: 'fast-practice',
    name: 'Fast practice',
    highSpeedSync: true
  })
  await own<Camera>(request, 'slate-body', {
    id: 'a-fast-body',
    name: 'A fast body',
    highSpeedSync: true
  })
  await page.goto('/kit/fast-practice/calibrate')
  await page.getByRole('button', { name: 'High-speed sync' }).click()
  await page.getByLabel('Camera', { exact: true }).selectOption({ label: 'A fast body' })
  await page.getByRole('button', { name: 'Practise on a made-up bench' }).click()
  await page.getByLabel('Camera', { exact: true }).selectOption({ label: 'A fast body' })
  const bench = page.getByRole('region', { name: 'Devices on the bench' })
  for (const row of [0, 1]) {
    await bench.getByRole('button', { name: 'Read it' }).click()
    await expect(page.locator(`[data-row="${row}"]`)).toContainText(/± [\d.]+, TIDE\d+/)
  }
  await expect(page.locator('[data-row="0"]')).toContainText(/TIDE\d+/)
  await expect(says(page)).toContainText('stop besides the curtains')
})
