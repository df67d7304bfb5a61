/** The long tests in short: `npm run soak` runs them whole. */
import { expect, test } from '@jest/globals'
import { usePlainMessages } from '@core/api/messages'
import { manyClients } from './clients'
import { canMount, fullDisk } from './disk'
import { givenDocuments } from './given'
import { oddInputs } from './inputs'
import { chance } from './random'
import { oddRequests } from './requests'
import { longly } from '@core/testing'

usePlainMessages()

test('odd inputs to everything that reads or computes', async () => {
  const report = oddInputs(longly(20_000, 4_000), await givenDocuments(), chance(3))
  expect(report.failures).toEqual([])
}, 300_000)

test('odd requests to every address', async () => {
  const { failures, statuses } = await oddRequests(1_200, chance(4))
  expect(failures).toEqual([])
  // Some are taken, some refused by name: neither all one nor all the other.
  expect(statuses[200]).toBeGreaterThan(100)
  expect(statuses[422]).toBeGreaterThan(100)
}, 300_000)

test('many clients at once: nobody is refused', async () => {
  const report = await manyClients(20, 4)
  expect(report.failures).toEqual([])
  expect(report.requests).toBeGreaterThan(40)
}, 300_000)

const onSmallDisk = canMount() ? test : test.skip
onSmallDisk(
  'a disk that fills up: pictures refused in words, plans still saved, nothing lost, started again',
  async () => {
    const report = await fullDisk()
    expect(report).toMatchObject({ savedAfter: 50, startedAgain: true, lost: 0, halfFiles: 0 })
    expect(report.stored).toBeGreaterThan(5)
    expect(report.pictureRefused).toMatch(/^507 .* MB are free/)
    expect(report.planRefused).toMatch(/^507 There is no room left/)
  },
  300_000
)
