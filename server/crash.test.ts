/**
 * What was acknowledged survives `kill -9`. That keeps what the system has in its cache: it shows
 * that no write is acknowledged before it is handed over whole, not what a power cut does.
 */
import { expect, test } from '@jest/globals'
import { killFirstStarts, killUnderLoad, killUpgrade } from '../soak/kills'
import { chance } from '../soak/random'
import { longly } from '@core/testing'

const by = chance(8)

const KILLS = longly(6, 2)
test(`kill -9 under load, ${KILLS} times: nothing acknowledged is lost, files and rows agree`, async () => {
  const report = await killUnderLoad(KILLS, 12, by)
  console.log(JSON.stringify(report))
  expect(report.acknowledged).toBeGreaterThan(KILLS * 24)
  expect(report).toMatchObject({ lost: 0, strayFiles: 0, missingFiles: 0 })
}, 900_000)

test('first starts killed while they fill an empty folder', async () => {
  expect(await killFirstStarts(longly(3, 1), by)).toBe(0)
}, 300_000)

test.each([1, 4])(
  'upgrades of a database of version %d killed on the way',
  async (version) => {
    expect(await killUpgrade(version, longly(3, 1), by)).toBe(0)
  },
  300_000
)
