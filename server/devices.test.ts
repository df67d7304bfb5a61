import { afterAll, beforeAll, expect, test } from '@jest/globals'
import sharp from 'sharp'
import type { Device, Filed } from '../core/api/devices'
import type { RunFrames } from '../core/api/api'
import { testServer } from './testing'

let server: Awaited<ReturnType<typeof testServer>>
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server.stop())

const offer = {
  name: 'Test bridge',
  shootId: null,
  camera: { files: ['jpeg'] },
  strobes: [{ light: 'A', name: 'Head' }],
  meter: null,
  clock: false,
  tilt: false,
  practice: false
}

interface Heard {
  readonly event: string
  readonly id: string
  readonly data: { readonly id: string; readonly kind: string; readonly command: { do: string } }
}

/** Listens to a stream of events: lines cut by hand, as the standard says they end. */
async function listen(path: string, headers: Record<string, string> = {}) {
  const ending = new AbortController()
  const response = await fetch(server.url + path, { signal: ending.signal, headers })
  const heard: Heard[] = []
  const waiting: (() => void)[] = []
  const work = (async () => {
    let rest = ''
    for await (const chunk of response.body!.pipeThrough(new TextDecoderStream())) {
      rest += chunk
      const blocks = rest.split('\n\n')
      rest = blocks.pop()!
      for (const block of blocks) {
        const field = (name: string): string =>
          block
            .split('\n')
            .find((line) => line.startsWith(`${name}: `))
            ?.slice(name.length + 2) ?? ''
        if (!field('event')) continue
        heard.push({
          event: field('event'),
          id: field('id'),
          data: JSON.parse(field('data')) as Heard['data']
        })
        waiting.splice(0).forEach((go) => go())
      }
    }
  })().catch(() => {})
  return {
    status: response.status,
    type: response.headers.get('content-type'),
    heard,
    /** the first of these that is heard */
    next: async (test: (each: Heard) => boolean): Promise<Heard> => {
      for (;;) {
        const found = heard.find(test)
        if (found) return found
        await new Promise<void>((go) => waiting.push(go))
      }
    },
    end: async () => {
      ending.abort()
      await work
    }
  }
}

const picture = (grey: number, exif?: Record<string, string>): Promise<Buffer> => {
  const image = sharp({
    create: { width: 60, height: 40, channels: 3, background: { r: grey, g: grey, b: grey } }
  })
  return (exif ? image.withExif({ IFD2: exif }) : image).jpeg().toBuffer()
}
const put = (id: string, body: unknown = offer) => server.call('PUT', `/api/devices/${id}`, body)
const devices = async (): Promise<Device[]> => (await server.call('GET', '/api/devices')).json
const framesOf = async (shoot: string): Promise<RunFrames['frames']> =>
  ((await server.call('GET', `/api/shoots/${shoot}/frames`)).json as RunFrames).frames
const ask = (device: string, id: string, command: unknown, shootId: string | null = 'demo-coin') =>
  server.call('POST', `/api/devices/${device}/commands`, { id, shootId, command })
const send = (device: string, query: Record<string, string>, bytes: Buffer) =>
  server.call('POST', `/api/devices/${device}/files?${new URLSearchParams(query)}`, bytes)
const answer = (device: string, id: string, body: unknown = { ok: true }) =>
  server.call('PUT', `/api/devices/${device}/commands/${id}/answer`, body)
/** One that listens is not taken for gone, however slowly a machine works on its files. */
const staying = (device: string) => listen(`/api/devices/${device}/commands`)
const trigger = { do: 'trigger', kind: 'lit', lights: ['A'] }

test('a bridge announces a camera, is triggered, sends the file, and the frame is there', async () => {
  expect((await put('bridge')).json).toMatchObject({ id: 'bridge', connected: false })
  const line = await listen('/api/devices/bridge/commands')
  expect(line.type).toMatch(/^text\/event-stream/)
  const page = await listen('/api/feed')
  expect(await devices()).toMatchObject([{ id: 'bridge', connected: true, offer }])
  const asked = ask('bridge', 'one', trigger)
  const { data } = await line.next(({ event }) => event === 'command')
  expect(data).toEqual({ id: 'one', command: trigger })
  const bytes = await picture(90, {
    FNumber: '110/10',
    ExposureTime: '1/200',
    ISOSpeedRatings: '200'
  })
  const filed = await send('bridge', { name: 'A1.JPG', command: 'one' }, bytes)
  expect(filed.status).toBe(201)
  expect((await answer('bridge', 'one')).status).toBe(204)
  expect((await asked).json).toEqual({ ok: true })
  const [frame] = await framesOf('demo-coin')
  expect(frame).toMatchObject({
    frame: { id: (filed.json as Filed).frameId, kind: 'lit', fileName: 'A1.JPG' },
    hasImage: true,
    hasRaw: false
  })
  // A JPEG of 90 of 255 all over: an independent count.
  expect(frame!.frame.analysis!.histogram.luminance[90]).toBe(60 * 40)
  const { plans } = (await server.call('GET', '/api/shoots/demo-coin/frames')).json as RunFrames
  expect(plans[frame!.plan]!.settings).toMatchObject({ apertureStops: 7, isoStops: 1 })
  await page.next((each) => each.data?.kind === 'frames')
  await Promise.all([line.end(), page.end()])
})

test('a raw file joins its JPEG, whichever way its name is written', async () => {
  await put('pairs')
  const line = await staying('pairs')
  const jpeg = await picture(70)
  const raw = Buffer.from('49492a0008000000', 'hex')
  await put('pairs', { ...offer, shootId: 'demo-coin' })
  const alone = await send('pairs', { name: 'lonely.dng' }, raw)
  expect(alone.status).toBe(422)
  expect(alone.json).toMatchObject({ errors: [{ path: 'name' }] })
  await send('pairs', { name: 'TIDE0007.JPG' }, jpeg)
  const joined = await send('pairs', { name: 'tide0007.dng' }, raw)
  expect([joined.status, (joined.json as Filed).known]).toEqual([201, false])
  expect((await send('pairs', { name: 'tide0007.dng' }, raw)).json).toMatchObject({ known: true })
  const { frameId } = joined.json as Filed
  const kept = await fetch(`${server.url}/api/shoots/demo-coin/frames/${frameId}/raw`)
  expect(Buffer.from(await kept.arrayBuffer()).equals(raw)).toBe(true)
  expect((await framesOf('demo-coin')).at(-1)).toMatchObject({ hasImage: true, hasRaw: true })
  await line.end()
})

test('the same file sent again, or twice at once, is one frame; a deleted one stays deleted', async () => {
  await put('twice', { ...offer, shootId: 'demo-crab' })
  const line = await staying('twice')
  const before = (await framesOf('demo-crab')).length
  const bytes = await picture(33)
  const all = await Promise.all(
    ['a.jpg', 'b.jpg', 'a.jpg'].map((name) => send('twice', { name }, bytes))
  )
  expect(new Set(all.map(({ json }) => (json as Filed).frameId)).size).toBe(1)
  expect(await framesOf('demo-crab')).toHaveLength(before + 1)
  const { frameId } = all[0]!.json as Filed
  await server.call('DELETE', `/api/shoots/demo-crab/frames/${frameId}`)
  expect((await send('twice', { name: 'a.jpg' }, bytes)).json).toEqual({ frameId, known: true })
  expect(await framesOf('demo-crab')).toHaveLength(before)
  await line.end()
})

test('a frame nobody asked for is taken for what the run asks next', async () => {
  await put('unasked', { ...offer, shootId: 'demo-tent' })
  const line = await staying('unasked')
  await send('unasked', { name: 'n.jpg' }, await picture(2))
  const [last] = (await framesOf('demo-tent')).slice(-1)
  const { plans } = (await server.call('GET', '/api/shoots/demo-tent/frames')).json as RunFrames
  expect(last!.frame.kind).toBe('black')
  expect(plans[last!.plan]!.lights.every(({ on }) => !on)).toBe(true)
  // Unless its file says that a flash fired.
  await send('unasked', { name: 'm.jpg' }, await picture(140, { Flash: '1' }))
  expect((await framesOf('demo-tent')).at(-1)!.frame.kind).toBe('lit')
  await line.end()
})

test('a bridge that was cut off is asked again, and its first answer counts', async () => {
  await put('cut')
  const first = await listen('/api/devices/cut/commands')
  const asked = ask('cut', 'c1', { do: 'tell-time' })
  await first.next(({ event }) => event === 'command')
  await first.end()
  const second = await listen('/api/devices/cut/commands')
  expect((await second.next(({ event }) => event === 'command')).data.id).toBe('c1')
  await answer('cut', 'c1', { ok: true, time: '2026-11-20T09:00:00.000Z' })
  await answer('cut', 'c1', { ok: false, problem: 'late' })
  const said = { ok: true, time: '2026-11-20T09:00:00.000Z' }
  expect((await asked).json).toEqual(said)
  // The page asks again because its answer was lost: the device is not.
  expect((await ask('cut', 'c1', { do: 'tell-time' })).json).toEqual(said)
  expect(second.heard.filter(({ event }) => event === 'command')).toHaveLength(1)
  await second.end()
})

test('what is wrong is said with its path, and nothing is stored', async () => {
  expect((await put('bad', { ...offer, strobes: [{ light: 'Z', name: 'x' }] })).json).toMatchObject(
    { status: 422, errors: [{ path: 'strobes.0.light' }] }
  )
  await put('good', { ...offer, shootId: 'demo-coin' })
  const off = await ask('good', 'x', { do: 'tell-time' })
  expect([off.status, off.headers.get('content-type')]).toEqual([
    503,
    expect.stringContaining('problem+json')
  ])
  expect((await ask('good', 'x', { do: 'explode' })).status).toBe(422)
  expect((await ask('good', 'x', { do: 'tell-time' }, 'nowhere')).status).toBe(404)
  expect((await ask('nobody', 'x', { do: 'tell-time' })).status).toBe(404)
  expect((await answer('good', 'never-asked')).status).toBe(404)
  const before = (await framesOf('demo-coin')).length
  const whole = await picture(120)
  for (const [bytes, path] of [
    [Buffer.from('not a picture'), 'image'],
    [whole.subarray(0, whole.length - 40), 'image'],
    [Buffer.alloc(0), 'file']
  ] as const)
    expect((await send('good', { name: 'j.jpg' }, bytes)).json).toMatchObject({
      status: 422,
      errors: [{ path }]
    })
  expect((await send('good', { name: '' }, whole)).json).toMatchObject({
    errors: [{ path: 'name' }]
  })
  await put('homeless')
  expect((await send('homeless', { name: 'h.jpg' }, whole)).json).toMatchObject({
    errors: [{ path: 'command' }]
  })
  expect(await framesOf('demo-coin')).toHaveLength(before)
})

test('a page that was away is told what it missed, or to look at everything', async () => {
  await put('news')
  const page = await listen('/api/feed')
  const since = (await page.next(({ event }) => event === 'since')).id
  await page.end()
  await put('news', { ...offer, name: 'Renamed' })
  const back = await listen('/api/feed', { 'last-event-id': since })
  expect((await back.next(({ event }) => event === 'news')).data.kind).toBe('devices')
  await back.end()
  const stranger = await listen('/api/feed', { 'last-event-id': 'other-17' })
  expect((await stranger.next(({ event }) => event === 'news')).data.kind).toBe('everything')
  await stranger.end()
})

test('a device says what it is at; one that leaves takes its questions along', async () => {
  await put('leaves')
  const line = await listen('/api/devices/leaves/commands')
  const busy = { doing: 'exposing', share: 0.4 }
  await server.call('PUT', '/api/devices/leaves/state', { busy, charging: ['A'] })
  const mine = (await devices()).find(({ id }) => id === 'leaves')!
  expect(mine.state).toEqual({ busy, charging: ['A'] })
  const asked = ask('leaves', 'q', trigger)
  await line.next(({ event }) => event === 'command')
  expect((await server.call('DELETE', '/api/devices/leaves')).status).toBe(204)
  expect((await asked).json).toMatchObject({ ok: false, problem: expect.stringMatching(/gone/) })
  await line.end()
})

test('no more devices are taken than a set has', async () => {
  const answers = await Promise.all(Array.from({ length: 20 }, (_, i) => put(`many-${i}`)))
  expect(answers.map(({ status }) => status)).toContain(409)
  for (const { id } of await devices()) await server.call('DELETE', `/api/devices/${id}`)
  expect(await devices()).toEqual([])
})

test('a server without its studio says so', async () => {
  const refused = await server.call('PUT', '/api/shoots/demo-coin/practice', {})
  expect(refused).toMatchObject({ status: 503, json: { title: expect.stringMatching(/studio/) } })
  expect((await server.call('DELETE', '/api/shoots/demo-coin/practice')).status).toBe(404)
  expect((await server.call('PUT', '/api/shoots/none/practice', {})).status).toBe(404)
})

test('a frame of no shoot waits for who asked, and is stored nowhere', async () => {
  await put('bench-camera')
  const line = await listen('/api/devices/bench-camera/commands')
  const asked = ask('bench-camera', 'card-1', trigger, null)
  await line.next(({ data }) => data.id === 'card-1')
  const bytes = await picture(118)
  const frames = async (): Promise<number[]> =>
    ((await server.call('GET', '/api/shoots')).json as { frames: number }[]).map(
      (shoot) => shoot.frames
    )
  const before = await frames()
  const sent = await send('bench-camera', { name: 'CARD.JPG', command: 'card-1' }, bytes)
  expect([sent.status, sent.json]).toEqual([201, { frameId: null, known: false }])
  await answer('bench-camera', 'card-1')
  expect((await asked).json).toEqual({ ok: true })
  const files = '/api/devices/bench-camera/commands/card-1/files'
  expect((await server.call('GET', files)).json).toEqual([
    { name: 'CARD.JPG', bytes: bytes.length }
  ])
  const got = await fetch(`${server.url}${files}/0`)
  expect(Buffer.from(await got.arrayBuffer()).equals(bytes)).toBe(true)
  for (const [path, status] of [
    [`${files}/1`, 404],
    [`${files}/x`, 422],
    [files.replace('card-1', 'other'), 404]
  ] as const)
    expect((await server.call('GET', path)).status).toBe(status)
  expect((await server.call('DELETE', files)).status).toBe(204)
  expect((await server.call('GET', files)).json).toEqual([])
  expect(await frames()).toEqual(before)
  await line.end()
})

test('a frame of a made-up studio is known as one', async () => {
  await put('made-up', { ...offer, practice: true, shootId: 'demo-coin' })
  const line = await staying('made-up')
  const { json } = await send('made-up', { name: 'MADE.JPG' }, await picture(77))
  const frame = (await framesOf('demo-coin')).find(
    (each) => each.frame.id === (json as Filed).frameId
  )
  expect(frame!.frame.practice).toBe(true)
  const others = (await framesOf('demo-coin')).filter((each) => each !== frame)
  expect(others.some((each) => each.frame.id !== frame!.frame.id && each.frame.practice)).toBe(
    false
  )
  await line.end()
})
