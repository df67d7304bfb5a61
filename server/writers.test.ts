/** Several writers at one thing, requests sent twice, a database that another program holds. */
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import Database from 'better-sqlite3'
import sharp from 'sharp'
import type { KitRecord, Problem, RunFrames, Shoot, ShootSummary } from '@core/api/api'
import type { Lens } from '@core/kit/kit'
import { testFrame, testLens } from '@core/testing'
import { testServer } from './testing'

let server: Awaited<ReturnType<typeof testServer>>
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server.stop())

const get = async <T>(path: string) => (await server.call('GET', path)).json as T
const post = (path: string, body?: unknown) => server.call('POST', path, body)
const problem = (answer: { json: unknown }) => answer.json as Problem
const make = async () =>
  (await post('/api/shoots', { title: 'Shared', look: 'black-still' })).json as Shoot

describe('one kit item', () => {
  const put = (item: Lens, version: number | null) =>
    server.call('PUT', `/api/kit/${item.id}`, { item, version })
  test('of two who save it at once one is told', async () => {
    const item = testLens({ id: 'shared' })
    await put(item, null)
    const answers = await Promise.all(
      Array.from({ length: 12 }, (_, i) => put({ ...item, notes: `writer ${i}` }, 1))
    )
    const statuses = answers.map((answer) => answer.status).sort()
    expect(statuses).toEqual([200, ...Array<number>(11).fill(409)])
    const won = answers.find((answer) => answer.status === 200)!.json as KitRecord
    const kept = (await get<KitRecord[]>('/api/kit')).find((each) => each.item.id === 'shared')!
    expect(kept).toEqual(won)
  })
  test('of two who make it at once one is told in words', async () => {
    const answers = await Promise.all(
      Array.from({ length: 6 }, (_, i) => put(testLens({ id: 'fresh', notes: `maker ${i}` }), null))
    )
    const lost = answers.filter((answer) => answer.status !== 200)
    expect(lost.map((answer) => answer.status)).toEqual(Array<number>(5).fill(409))
    for (const answer of lost) expect(answer.text).not.toMatch(/constraint|SQLITE|insert/i)
  })
  test('sent twice it is saved once; deleted meanwhile, that is said', async () => {
    const item = testLens({ id: 'twice' })
    expect([(await put(item, null)).status, (await put(item, null)).status]).toEqual([200, 200])
    const changed = { ...item, notes: 'changed' }
    expect(((await put(changed, 1)).json as KitRecord).version).toBe(2)
    expect(((await put(changed, 1)).json as KitRecord).version).toBe(2)
    await server.call('DELETE', '/api/kit/twice')
    expect(problem(await put(item, 2)).title).toBe('Deleted meanwhile')
  })
})

describe('requests sent twice', () => {
  test.each([
    ['new', (id: string) => post('/api/shoots', { id, title: 'Once', look: 'plume' })],
    ['copied', (id: string) => post(`/api/shoots/demo-coin/duplicate?id=${id}`)],
    [
      'imported',
      async (id: string) =>
        post(`/api/shoots/import?id=${id}`, await get('/api/shoots/demo-coin/plan'))
    ]
  ])('a shoot %s twice under one id is one shoot', async (name, send) => {
    const count = (await get<ShootSummary[]>('/api/shoots')).length
    const answers = await Promise.all([send(`id-${name}`), send(`id-${name}`)])
    expect(answers.map((answer) => answer.status)).toEqual([201, 201])
    expect(answers[0]!.json).toEqual(answers[1]!.json)
    expect(await get<ShootSummary[]>('/api/shoots')).toHaveLength(count + 1)
    const other = await post('/api/shoots', { id: `id-${name}`, title: 'Other', look: 'plume' })
    expect([other.status, problem(other).title]).toEqual([409, 'This name is taken'])
  })
  test('a write whose answer was lost is known by its name, even after the next one', async () => {
    const shoot = await make()
    const write = (version: number, title: string, name?: string) =>
      server.call('PUT', `/api/shoots/${shoot.id}`, {
        version,
        plan: { ...shoot.plan, title },
        ...(name && { write: name })
      })
    expect((await write(1, 'first', 'w1')).status).toBe(200)
    const again = await write(1, 'first', 'w1')
    expect(again.json).toMatchObject({ version: 2, lastWrite: 'w1', plan: { title: 'first' } })
    expect((await write(1, 'somebody else', 'w2')).status).toBe(409)
    expect(await get<Shoot>(`/api/shoots/${shoot.id}`)).toMatchObject({ version: 2 })
  })
})

describe('one frame', () => {
  const put = (shoot: Shoot, version: number | null, note = '') =>
    server.call('PUT', `/api/shoots/${shoot.id}/frames/f`, {
      version,
      frame: { ...testFrame(shoot.plan, 'f', 'lit'), note }
    })
  test('of two who change it one is told', async () => {
    const shoot = await make()
    await put(shoot, null)
    const statuses = (await Promise.all(['a', 'b', 'c'].map((note) => put(shoot, 1, note))))
      .map((answer) => answer.status)
      .sort()
    expect(statuses).toEqual([200, 409, 409])
  })
  test('deleted meanwhile: said, not acknowledged', async () => {
    const shoot = await make()
    await put(shoot, null)
    await server.call('DELETE', `/api/shoots/${shoot.id}/frames/f`)
    for (const answer of [await put(shoot, 1, 'late'), await put(shoot, null)])
      expect([answer.status, problem(answer).title]).toEqual([410, 'Deleted meanwhile'])
    await post(`/api/shoots/${shoot.id}/frames/f/restore`)
    expect((await put(shoot, 1, 'now')).status).toBe(200)
  })
  test('frames of one plan share it', async () => {
    const shoot = await make()
    for (const id of ['a', 'b', 'c'])
      await server.call('PUT', `/api/shoots/${shoot.id}/frames/${id}`, {
        version: null,
        frame: testFrame(shoot.plan, id, 'lit')
      })
    const { frames, plans } = await get<RunFrames>(`/api/shoots/${shoot.id}/frames`)
    expect([frames.length, Object.keys(plans).length]).toEqual([3, 1])
    expect(plans[frames[0]!.plan]).toEqual(shoot.plan)
  })
})

describe('a database that another program holds', () => {
  const holding = async (work: (release: () => void) => Promise<void>) => {
    const other = new Database(join(server.dataDir, 'fine-spark.sqlite'))
    other.exec('BEGIN EXCLUSIVE')
    try {
      await work(() => other.exec('COMMIT'))
    } finally {
      other.close()
    }
  }
  const rename = (shoot: Shoot) =>
    server.call('PATCH', `/api/shoots/${shoot.id}`, { version: 1, title: 'Renamed' })

  test('a write waits, is refused in words, and nothing else waits with it', async () => {
    const shoot = await make()
    await holding(async () => {
      const writing = rename(shoot)
      let answered = 0
      // As many as a slow machine manages in the time the write waits.
      let over = false
      const reading = (async () => {
        while (!over) {
          await get('/api/health')
          await get(`/api/shoots/${shoot.id}`)
          answered++
        }
      })()
      const refused = await writing
      over = true
      await reading
      expect(answered).toBeGreaterThan(1)
      expect([refused.status, problem(refused).title]).toEqual([503, 'The database is held'])
      expect(refused.headers.get('retry-after')).toBe('1')
    })
    expect((await get<Shoot>(`/api/shoots/${shoot.id}`)).version).toBe(1)
  })
  test('let go in time, the write goes through', async () => {
    const shoot = await make()
    await holding(async (release) => {
      const writing = rename(shoot)
      await get('/api/health')
      release()
      expect((await writing).status).toBe(200)
    })
  })
})

test('with little room left pictures are refused and plans still saved', async () => {
  const full = await testServer({ keepFreeBytes: Number.MAX_SAFE_INTEGER })
  const call = full.call
  const shoot = (await call('POST', '/api/shoots', { title: 'Full', look: 'plume' })).json as Shoot
  await call('PUT', `/api/shoots/${shoot.id}/frames/f`, {
    version: null,
    frame: testFrame(shoot.plan, 'f', 'lit')
  })
  const before = readdirSync(join(full.dataDir, 'pictures'))
  const image = await sharp({ create: { width: 33, height: 9, channels: 3, background: '#a1b' } })
    .jpeg()
    .toBuffer()
  const refused = await call('PUT', `/api/shoots/${shoot.id}/frames/f/image`, image)
  expect(refused.status).toBe(507)
  expect(problem(refused).detail).toMatch(/\d+ MB are free/)
  expect(readdirSync(join(full.dataDir, 'pictures'))).toEqual(before)
  const saved = await call('PATCH', `/api/shoots/${shoot.id}`, { version: 1, title: 'Still' })
  expect(saved.status).toBe(200)
  await full.stop()
})
