/** What of the kit a new shoot begins with. */
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { evaluate } from '@core/ledger/evaluate'
import type { Shoot } from '@core/api/api'
import type { Look } from '@core/plan/plan'
import { poseOf } from '@core/set/camera'
import { testServer } from './testing'

let server: Awaited<ReturnType<typeof testServer>>
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server.stop())

const planOf = async (look: Look) =>
  ((await server.call('POST', '/api/shoots', { title: 'New', look })).json as Shoot).plan

test.each<[Look, number, number]>([
  ['black-still', 100, 500],
  ['water-tiny', 100, 300],
  ['water-snoot', 100, 300],
  ['water-fish', 60, 600],
  ['water-wide', 24, 900]
])('%s: %d mm of focal length, less than %d mm before it', async (look, focalMm, mostMm) => {
  const plan = await planOf(look)
  expect(plan.lens.focalMm).toBe(focalMm)
  expect(poseOf(plan).frontMm).toBeLessThan(mostMm)
  // Nothing it could have known is missed, and no dial is at its end.
  const { verdicts } = evaluate(plan)
  for (const { id, state } of verdicts) {
    expect([id, state]).not.toEqual([id, 'miss'])
    if (id === 'reserve' || id === 'subject') expect([id, state]).toEqual([id, 'ok'])
  }
})
