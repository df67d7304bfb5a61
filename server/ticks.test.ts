/** What is said of a run's steps: noted once, told to open pages, and what files are taken for. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import sharp from 'sharp'
import type { RunFrames, Shoot } from '@core/api/api'
import { feedEventSchema, type FeedEvent } from '@core/api/devices'
import type { Tick } from '@core/run/tick'
import { testServer } from './testing'

let server: Awaited<ReturnType<typeof testServer>>
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server.stop())

const make = async () =>
  (await server.call('POST', '/api/shoots', { title: 'Steps', look: 'black-still' })).json as Shoot
const tick = (id: string, step = 'black', mark = 'skipped'): Tick =>
  ({ kind: 'step', id, at: '2026-11-27T10:00:00.000Z', step, mark, after: null, why: '' }) as Tick
const put = (shoot: string, said: unknown, id = (said as Tick).id) =>
  server.call('PUT', `/api/shoots/${shoot}/ticks/${id}`, said)
const list = async (shoot: string) =>
  (await server.call('GET', `/api/shoots/${shoot}/ticks`)).json as Tick[]

/** News a page hears while something is done. */
async function heard(work: () => Promise<unknown>): Promise<FeedEvent[]> {
  const ending = new AbortController()
  const response = await fetch(`${server.url}/api/feed`, { signal: ending.signal })
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader()
  await reader.read()
  await work()
  let text = ''
  const until = Date.now() + 5000
  while (!text.includes('event: news') && Date.now() < until) text += (await reader.read()).value
  ending.abort()
  return [...text.matchAll(/event: news\ndata: (.*)/g)].map(([, data]) =>
    feedEventSchema.parse(JSON.parse(data!))
  )
}

describe('ticks', () => {
  test('come back in the order they arrived; one sent twice is there once, as it was first', async () => {
    const { id } = await make()
    for (const each of [tick('b'), tick('a', 'prepare', 'done'), tick('b', 'black', 'again')])
      expect((await put(id, each)).status).toBe(204)
    expect(await list(id)).toEqual([tick('b'), tick('a', 'prepare', 'done')])
  })
  test('open pages are told; of one that was there already they are not', async () => {
    const { id } = await make()
    expect(await heard(() => put(id, tick('x')))).toEqual([{ kind: 'ticks', shootId: id }])
    const next = await heard(async () => {
      await put(id, tick('x'))
      await put(id, tick('y'))
    })
    expect(next).toHaveLength(1)
  })
  test('a plan that was saved is told with its version', async () => {
    const { id, plan, version } = await make()
    const news = await heard(() =>
      server.call('PUT', `/api/shoots/${id}`, { version, plan: { ...plan, title: 'Other' } })
    )
    expect(news).toEqual([{ kind: 'plan', shootId: id, version: version + 1 }])
  })
  test('what is no tick is refused by its path; one of no shoot is not found', async () => {
    const { id } = await make()
    const bad = await put(id, { ...tick('x'), step: 'dance' })
    expect(bad.status).toBe(422)
    expect(JSON.stringify(bad.json)).toContain('"path":"step"')
    expect((await put(id, tick('x'), 'y')).status).toBe(422)
    expect((await put('nowhere', tick('x'))).status).toBe(404)
    expect((await server.call('GET', '/api/shoots/nowhere/ticks')).status).toBe(404)
  })
  test('a copy of a shoot has them too', async () => {
    const { id } = await make()
    await put(id, tick('x'))
    const copy = (await server.call('POST', `/api/shoots/${id}/duplicate`)).json as Shoot
    expect(await list(copy.id)).toEqual([tick('x')])
    expect(await list(id)).toEqual([tick('x')])
  })
})

test('a file that comes by itself is taken for what the steps ask for: black skipped, a lit one', async () => {
  const { id } = await make()
  const device = `/api/devices/camera-${id}`
  await server.call('PUT', device, {
    name: 'A camera',
    shootId: id,
    camera: { files: ['jpeg'] },
    strobes: [],
    meter: null,
    clock: false,
    tilt: false,
    practice: false
  })
  const picture = (r: number) =>
    sharp({ create: { width: 30, height: 20, channels: 3, background: { r, g: 9, b: 9 } } })
      .jpeg()
      .toBuffer()
  const send = async (name: string, r: number) =>
    server.call('POST', `${device}/files?name=${name}`, await picture(r), {
      'content-type': 'application/octet-stream'
    })
  await put(id, tick('skip', 'black', 'skipped'))
  expect((await send('A1.JPG', 90)).status).toBe(201)
  await put(id, tick('take-up', 'black', 'again'))
  expect((await send('A2.JPG', 3)).status).toBe(201)
  const { frames } = (await server.call('GET', `/api/shoots/${id}/frames`)).json as RunFrames
  expect(frames.map(({ frame }) => frame.kind)).toEqual(['lit', 'black'])
})
