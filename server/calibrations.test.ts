/** Calibrations over the API: kept with their item, never written over, deleted and brought back. */
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { CalibrationRecord, KitRecord, Problem } from '@core/api/api'
import type { Calibration } from '@core/calibration/calibration'
import { testServer } from './testing'

let server: Awaited<ReturnType<typeof testServer>>
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server.stop())

const run: Calibration = {
  kind: 'marks',
  startedAt: '2026-11-27T10:00:00.000Z',
  strobeId: 'lantern-36',
  modifierId: null,
  meterId: 'wren-meter',
  cameraId: null,
  lensId: null,
  magnification: 0.1,
  distanceMm: 1000,
  powerStops: 0,
  isoStops: 0,
  rows: [{ at: 0, reference: false, reading: { kind: 'meter', apertureStops: 10.3 }, on: true }]
}
const put = (
  id: string,
  version: number | null,
  calibration: unknown = run,
  kitId = 'lantern-36'
) => server.call('PUT', `/api/calibrations/${id}`, { version, kitId, calibration })
const list = async () =>
  ((await server.call('GET', '/api/calibrations')).json as CalibrationRecord[]).filter(
    ({ id }) => !id.startsWith('demo')
  )

test('written, sent twice, changed, and not written over by an older one', async () => {
  expect((await put('one', null)).json).toMatchObject({
    id: 'one',
    kitId: 'lantern-36',
    version: 1
  })
  expect((await put('one', null)).status).toBe(200)
  const changed = { ...run, distanceMm: 1500 }
  expect((await put('one', 1, changed)).json).toMatchObject({ version: 2, calibration: changed })
  const stale = await put('one', 1, { ...run, distanceMm: 900 })
  expect(stale.status).toBe(409)
  expect((stale.json as Problem).currentVersion).toBe(2)
  expect(await list()).toEqual([
    { id: 'one', kitId: 'lantern-36', version: 2, calibration: changed }
  ])
})
test('another item’s calibration is not taken over by its name', async () => {
  await put('two', null)
  expect((await put('two', 1, run, 'lantern-ring')).status).toBe(409)
  expect((await list()).find(({ id }) => id === 'two')!.kitId).toBe('lantern-36')
})
test('deleted and brought back; with its item it goes and comes', async () => {
  await put('three', null)
  await server.call('DELETE', '/api/calibrations/three')
  expect((await put('three', 1, { ...run, distanceMm: 700 })).status).toBe(410)
  await server.call('POST', '/api/calibrations/three/restore')
  expect((await list()).map(({ id }) => id)).toContain('three')
  await server.call('DELETE', '/api/kit/lantern-36')
  expect(await list()).toEqual([])
  await server.call('POST', '/api/kit/lantern-36/restore')
  expect((await list()).map(({ id }) => id)).toContain('three')
  expect((await server.call('DELETE', '/api/calibrations/nothing')).status).toBe(404)
})
test('figures are checked, and the path of each named', async () => {
  const answer = await put('four', null, {
    ...run,
    distanceMm: 1,
    rows: [{ at: 0, reference: false, reading: { kind: 'meter', apertureStops: 99 }, on: true }]
  })
  expect(answer.status).toBe(422)
  expect((answer.json as Problem).errors!.map(({ path }) => path)).toEqual([
    'calibration.distanceMm',
    'calibration.rows.0.reading.apertureStops'
  ])
  const none = await put('four', null, run, 'nothing')
  expect((none.json as Problem).errors).toEqual([
    { path: 'kitId', message: 'there is no such item in the kit' }
  ])
  const kit = (await server.call('GET', '/api/kit?kind=meter')).json as KitRecord[]
  expect(kit[0]!.item).toMatchObject({ offsetStops: 0, offsetUncertaintyStops: null })
})
