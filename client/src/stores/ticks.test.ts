/** Ticks of a run: kept while the server is away, arriving once and in order. */
import 'fake-indexeddb/auto'
import { beforeEach, expect, test } from '@jest/globals'
import { createPinia, setActivePinia } from 'pinia'
import type { Tick } from '@core/run/tick'
import { useNotices } from './notices'
import { useTicks } from './ticks'

/** The part of the server ticks go to, in this process. */
const server = {
  ticks: new Map<string, Tick[]>(),
  away: false,
  /** takes it and loses the answer */
  deaf: false,
  refuse: false,
  asked: 0
}
globalThis.fetch = (async (url: string, init: RequestInit) => {
  if (server.away) throw new TypeError('away')
  const shoot = url.split('/')[3]!
  const list = server.ticks.get(shoot) ?? []
  server.ticks.set(shoot, list)
  if (init.method === 'GET') return new Response(JSON.stringify(list))
  server.asked++
  if (server.refuse) return new Response(JSON.stringify({ detail: 'no' }), { status: 422 })
  const tick = JSON.parse(init.body as string) as Tick
  if (!list.some(({ id }) => id === tick.id)) list.push(tick)
  if (server.deaf) throw new TypeError('the answer is lost')
  return new Response(null, { status: 204 })
}) as typeof fetch

/** A page of its own: what it does not keep in the browser is gone. */
const page = async (shoot: string) => {
  setActivePinia(createPinia())
  const store = useTicks()
  await store.load(shoot).catch(() => {})
  return store
}
const until = async (done: () => boolean): Promise<void> => {
  for (let i = 0; i < 1500 && !done(); i++) await new Promise((next) => setTimeout(next, 10))
  expect(done()).toBe(true)
}
let n = 0
let shoot = ''
beforeEach(() => {
  Object.assign(server, { away: false, deaf: false, refuse: false, asked: 0 })
  shoot = `shoot-${n++}`
})
const stepsAt = (id: string): string[] =>
  (server.ticks.get(id) ?? []).map((tick) =>
    tick.kind === 'step' ? `${tick.step} ${tick.mark}` : tick.kind
  )

test('a tick shows at once and arrives', async () => {
  const store = await page(shoot)
  store.sayOf('prepare', 'done')
  expect(store.notes.steps.get('prepare')?.mark).toBe('done')
  await until(() => store.waiting === 0)
  expect(stepsAt(shoot)).toEqual(['prepare done'])
})

test('while the server is away they wait, in their order, over a reload too, and arrive once', async () => {
  const before = await page(shoot)
  server.away = true
  before.sayOf('prepare', 'done')
  before.sayOf('black', 'skipped', { why: 'night' })
  before.sayOf('black', 'again')
  await until(() => before.waiting === 3)
  await new Promise((next) => setTimeout(next, 50))
  // The page is left and opened again, still without a server.
  const after = await page(shoot)
  await until(() => after.waiting === 3)
  expect(after.notes.steps.get('black')?.mark).toBe('again')
  server.away = false
  await until(() => after.waiting === 0)
  expect(stepsAt(shoot)).toEqual(['prepare done', 'black skipped', 'black again'])
})

test('one whose answer was lost is sent again and noted once', async () => {
  const store = await page(shoot)
  server.deaf = true
  store.sayOf('test-flash', 'done')
  await until(() => server.asked > 0)
  server.deaf = false
  await until(() => store.waiting === 0)
  expect(server.asked).toBeGreaterThan(1)
  expect(stepsAt(shoot)).toEqual(['test-flash done'])
})

test('what another screen said comes in by news, under one’s own that still waits', async () => {
  const store = await page(shoot)
  server.ticks.get(shoot)!.push({
    kind: 'step',
    id: 'theirs',
    at: '2026-11-27T10:00:00.000Z',
    step: 'black',
    mark: 'skipped',
    after: null,
    why: ''
  })
  await store.lookAgain()
  expect(store.notes.steps.get('black')?.mark).toBe('skipped')
  server.away = true
  store.sayOf('black', 'again')
  expect(store.notes.steps.get('black')?.mark).toBe('again')
  server.away = false
  await until(() => store.waiting === 0)
})

test('what the server will not have is said and holds up nothing', async () => {
  const store = await page(shoot)
  server.refuse = true
  store.sayOf('prepare', 'done')
  await until(() => store.waiting === 0)
  expect(useNotices().current?.text).toContain('A step was not noted')
  server.refuse = false
  store.sayOf('black', 'done')
  await until(() => stepsAt(shoot).length === 1)
})
