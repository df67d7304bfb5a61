import 'fake-indexeddb/auto'
import { beforeEach, expect, test } from '@jest/globals'
import { createPinia, setActivePinia } from 'pinia'
import type { FrameRecord, RunFrames } from '@core/api/api'
import type { Frame } from '@core/run/frame'
import { testFrame, testPlan } from '@core/testing'
import { useFrames } from './frames'

interface Stored {
  readonly record: FrameRecord
  readonly frame: Frame
}

/** The part of the server frames go to, in this process. */
const server = {
  shoots: new Map<string, Map<string, Stored>>(),
  images: [] as string[],
  deleted: new Set<string>(),
  away: false,
  refuse: new Set<string>(),
  hold: null as Promise<void> | null
}
const answer = (status: number, body: unknown) =>
  new Response(status === 204 ? null : JSON.stringify(body), { status })

const listOf = (shoot: string): RunFrames => {
  const stored = [...(server.shoots.get(shoot)?.values() ?? [])].filter(
    ({ frame }) => !server.deleted.has(frame.id)
  )
  return {
    frames: stored.map(({ record }) => record),
    plans: Object.fromEntries(stored.map(({ record, frame }) => [record.plan, frame.plan])),
    unreadable: []
  }
}
const put = (shoot: string, frame: Frame, version: number | null): Response => {
  const frames = server.shoots.get(shoot) ?? new Map<string, Stored>()
  server.shoots.set(shoot, frames)
  const known = frames.get(frame.id)
  if ((known?.record.version ?? null) !== version) return answer(409, { detail: 'changed' })
  const { plan, ...notes } = frame
  const record: FrameRecord = {
    frame: notes,
    plan: plan.title,
    version: (version ?? 0) + 1,
    hasImage: false,
    hasRaw: false,
    seq: known?.record.seq ?? frames.size + 1
  }
  frames.set(frame.id, { record, frame })
  return answer(200, record)
}
globalThis.fetch = (async (url: string, init: RequestInit) => {
  await server.hold
  if (server.away) throw new TypeError('away')
  const [, , , shoot, , id, what] = url.split('/')
  const { method } = init
  if (!id) return answer(200, listOf(shoot!))
  if (server.refuse.has(id)) return answer(422, { detail: `${id} is refused` })
  if (method === 'DELETE' || what === 'restore') {
    server.deleted[method === 'DELETE' ? 'add' : 'delete'](id)
    return answer(204, null)
  }
  if (what === 'image') {
    server.images.push(`${shoot}/${id} ${(init.body as Blob).size}`)
    return answer(204, null)
  }
  const { frame, version } = JSON.parse(init.body as string) as {
    frame: Frame
    version: number | null
  }
  return put(shoot!, frame, version)
}) as typeof fetch

const frame = (id: string, note = ''): Frame => ({ ...testFrame(testPlan(), id, 'lit'), note })
const said = (place: string, levelStops: number) =>
  ({ kind: 'judged', place, levelStops, limit: 'exact' }) as const
const picture = (bytes: number) => new Blob([new Uint8Array(bytes)])
/** A page of its own: what it does not keep in the browser is gone. */
const page = async (shoot: string) => {
  setActivePinia(createPinia())
  const store = useFrames()
  await store.load(shoot)
  return store
}
const until = async (done: () => boolean): Promise<void> => {
  for (let i = 0; i < 1000 && !done(); i++) await new Promise((next) => setTimeout(next, 10))
}

beforeEach(async () => {
  const left = await page('nothing')
  for (const entry of [...left.waiting]) await left.discard(entry)
  Object.assign(server, {
    shoots: new Map(),
    images: [],
    deleted: new Set(),
    away: false,
    refuse: new Set(),
    hold: null
  })
})

test('logged with the server away, a frame arrives whole from a later page, picture and all', async () => {
  const first = await page('s')
  server.away = true
  await expect(first.put('s', frame('f'), picture(77))).rejects.toThrow('cannot be reached')
  expect(first.records).toMatchObject([{ frame: { id: 'f' }, version: null, hasImage: true }])
  expect(first.imageOf('f')!.size).toBe(77)
  server.away = false
  const later = await page('s')
  await until(() => later.waiting.length === 0 && server.images.length > 0)
  expect(listOf('s').frames.map((record) => record.frame.id)).toEqual(['f'])
  expect(server.images).toEqual(['s/f 77'])
  expect(later.waiting).toEqual([])
  expect(later.records).toMatchObject([{ version: 1, hasImage: true }])
})

test('one refused frame holds up none behind it, and keeps its reason', async () => {
  const store = await page('s')
  server.refuse.add('bad')
  await expect(store.put('s', frame('bad'))).rejects.toThrow('refused')
  await store.put('s', frame('good'))
  expect(listOf('s').frames.map((record) => record.frame.id)).toEqual(['good'])
  expect(store.waiting).toMatchObject([{ frame: { id: 'bad' }, refused: 'bad is refused' }])
  expect(await store.sendWaiting(true)).toBe('bad is refused')
  server.refuse.clear()
  expect(await store.sendWaiting(true)).toBe('')
  expect(store.waiting).toEqual([])
  expect(listOf('s').frames).toHaveLength(2)
})

test('on its way while another shoot is opened, a frame and its picture stay with their shoot', async () => {
  const store = await page('one')
  let go = () => {}
  server.hold = new Promise((resolve) => (go = resolve))
  const sent = store.put('one', frame('f'), picture(5))
  const next = store.load('two')
  server.hold = null
  go()
  await Promise.all([sent, next])
  expect(store.shootId).toBe('two')
  expect(store.records).toEqual([])
  expect(server.images).toEqual(['one/f 5'])
  expect([listOf('one').frames.length, listOf('two').frames.length]).toEqual([1, 0])
})

test('an older answer for another shoot is dropped', async () => {
  const store = await page('one')
  await store.put('one', frame('f'))
  let go = () => {}
  server.hold = new Promise((resolve) => (go = resolve))
  const slow = store.load('one')
  server.hold = null
  await store.load('two')
  go()
  await slow
  expect([store.shootId, store.records.length]).toEqual(['two', 0])
})

test('changed elsewhere meanwhile: both readings are kept', async () => {
  const store = await page('s')
  await store.put('s', frame('f'))
  put('s', { ...frame('f'), evidence: [said('background', -6)] }, 1)
  await store.put('s', { ...frame('f'), evidence: [said('subject', -1)] })
  expect(server.shoots.get('s')!.get('f')!.frame.evidence).toEqual([
    said('background', -6),
    said('subject', -1)
  ])
  expect(store.frames[0]!.evidence).toHaveLength(2)
})

test('changed again while it is being sent: the newest arrives', async () => {
  const store = await page('s')
  let go = () => {}
  server.hold = new Promise((resolve) => (go = resolve))
  const first = store.put('s', frame('f', 'first'))
  const second = store.put('s', frame('f', 'second'))
  server.hold = null
  go()
  await Promise.all([first, second])
  expect(server.shoots.get('s')!.get('f')!.frame.note).toBe('second')
  expect(store.waiting).toEqual([])
})

test('a deletion undone shows what was logged meanwhile too', async () => {
  const store = await page('s')
  await store.put('s', frame('a'))
  await store.put('s', frame('b'))
  await store.remove(store.frames[0]!)
  expect(store.frames.map((each) => each.id)).toEqual(['b'])
  await store.put('s', frame('c'))
  await store.restore('s', 'a')
  expect(store.frames.map((each) => each.id)).toEqual(['a', 'b', 'c'])
})

test('changed again while a merge is under way: neither the newer change nor theirs is lost', async () => {
  const store = await page('s')
  await store.put('s', frame('f'))
  put('s', { ...frame('f'), evidence: [said('background', -6)] }, 1)
  const first = store.put('s', { ...frame('f'), evidence: [said('subject', -1)] })
  const second = store.put('s', { ...frame('f'), evidence: [said('subject', -2)] })
  await Promise.all([first, second])
  expect(server.shoots.get('s')!.get('f')!.frame.evidence).toEqual([
    said('background', -6),
    said('subject', -2)
  ])
})

test('deleted before it was ever sent, a frame needs no server; it comes back as well', async () => {
  const store = await page('s')
  server.away = true
  await expect(store.put('s', frame('f'), picture(3))).rejects.toThrow()
  await store.remove(store.frames[0]!)
  expect([store.frames, store.waiting]).toEqual([[], []])
  server.away = false
  await store.restore('s', 'f')
  expect(server.images).toEqual(['s/f 3'])
  expect(store.frames.map((each) => each.id)).toEqual(['f'])
})
