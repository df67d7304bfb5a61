/** What comes in and goes out: odd titles, missing parts, plans that cannot be read, odd pictures. */
import { mkdirSync, mkdtempSync, readdirSync, writeFileSync } from 'node:fs'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import sharp from 'sharp'
import type { KitRecord, Problem, Shoot, ShootSummary, UnreadableItem } from '@core/api/api'
import { PLAN_VERSION } from '@core/plan/plan'
import { testFrame } from '@core/testing'
import { testServer } from './testing'

const clientDir = mkdtempSync(join(tmpdir(), 'fine-spark-client-'))
mkdirSync(join(clientDir, 'assets'))
writeFileSync(join(clientDir, 'index.html'), '<!doctype html><title>Fine Spark</title>')
writeFileSync(join(clientDir, 'assets', 'here.js'), '1')

let server: Awaited<ReturnType<typeof testServer>>
beforeAll(async () => {
  server = await testServer({ clientDir })
})
afterAll(() => server.stop())

const get = async <T>(path: string) => (await server.call('GET', path)).json as T
const make = async (title = 'New one') =>
  (await server.call('POST', '/api/shoots', { title, look: 'black-still' })).json as Shoot
const problem = (answer: { json: unknown }) => answer.json as Problem
const pictures = () => {
  try {
    return readdirSync(join(server.dataDir, 'pictures'))
  } catch {
    return []
  }
}

test('a part of an older build is missing: 404, not the page', async () => {
  expect((await server.call('GET', '/assets/here.js')).status).toBe(200)
  const gone = await server.call('GET', '/assets/LightStage-0ld.js')
  expect([gone.status, gone.text.includes('<!doctype')]).toEqual([404, false])
  expect((await server.call('GET', '/shoots/x/light')).text).toContain('<!doctype')
})

/** A request said word for word; only its status is read. */
const rawStatus = (...lines: string[]) =>
  new Promise<number>((resolve, reject) => {
    const socket = connect(Number(new URL(server.url).port), '127.0.0.1', () =>
      socket.write([...lines, '', ''].join('\r\n'))
    )
    let said = ''
    socket.setEncoding('latin1').on('data', (chunk: string) => (said += chunk))
    socket.on('error', reject).on('close', () => resolve(Number(said.split(' ')[1])))
  })

test('an empty or missing Host header is refused', async () => {
  expect(await rawStatus('GET /api/health HTTP/1.1', 'Host:', 'Connection: close')).toBe(421)
  expect(await rawStatus('GET /api/health HTTP/1.0')).toBe(421)
  expect(await rawStatus('GET /api/health HTTP/1.1', 'Host: localhost', 'Connection: close')).toBe(
    200
  )
})

describe('titles of any characters', () => {
  // A character of two units across every place where something is cut.
  const title = (units: number): string =>
    'x'.repeat(units) + '𝔉'.repeat(Math.floor((119 - units) / 2))
  test.each([0, 1])('copied and exported whole, offset %d', async (offset) => {
    const shoot = await make(title(offset))
    const copy = (await server.call('POST', `/api/shoots/${shoot.id}/duplicate`)).json as Shoot
    expect(copy.plan.title.isWellFormed()).toBe(true)
    expect(copy.plan.title).toMatch(/ \(copy\)$/)
    for (const { id } of [shoot, copy]) {
      const file = await server.call('GET', `/api/shoots/${id}/plan`)
      expect([file.status, file.headers.get('content-disposition')]).toEqual([
        200,
        expect.stringContaining('.plan.json')
      ])
    }
  })
  test('half a character in a title does not break the export', async () => {
    const shoot = await make()
    const answer = await server.call('PUT', `/api/shoots/${shoot.id}`, {
      version: 1,
      plan: { ...shoot.plan, title: 'cut \ud835' }
    })
    expect(answer.status).toBe(200)
    expect((await server.call('GET', `/api/shoots/${shoot.id}/plan`)).status).toBe(200)
    expect((await server.call('POST', `/api/shoots/${shoot.id}/duplicate`)).status).toBe(201)
  })
})

describe('what is stored but cannot be read', () => {
  const insert = (id: string, plan: string) =>
    server.db('shoots').insert({
      id,
      version: 1,
      stage: 'light',
      plan,
      created_at: '2026-01-01T00:00:00.000Z',
      updated_at: '2026-01-01T00:00:00.000Z'
    })
  test('a plan is named, kept and exportable, never served; the list goes on', async () => {
    const good = await make('Readable')
    const stored = {
      'not-json': '{"title":"Cut off',
      newer: JSON.stringify({ ...good.plan, title: 'From next year', version: PLAN_VERSION + 3 }),
      odd: JSON.stringify({ ...good.plan, title: 'Odd', subject: null, lights: 'none' }),
      'no-lights': JSON.stringify({ ...good.plan, title: 'No lights', lights: [] })
    }
    for (const [id, plan] of Object.entries(stored)) await insert(id, plan)
    const list = await get<ShootSummary[]>('/api/shoots')
    expect(list.find((each) => each.id === good.id)).toMatchObject({ unreadable: null })
    expect(list.find((each) => each.id === 'not-json')).toMatchObject({
      title: 'Shoot not-json',
      unreadable: 'it is not JSON'
    })
    expect(list.find((each) => each.id === 'newer')).toMatchObject({
      title: 'From next year',
      unreadable: expect.stringContaining(`version ${PLAN_VERSION + 3}`)
    })
    expect(list.find((each) => each.id === 'odd')!.unreadable).toContain('subject')
    for (const [id, text] of Object.entries(stored)) {
      const opened = await server.call('GET', `/api/shoots/${id}`)
      expect([opened.status, problem(opened).title]).toEqual([422, 'Kept, but not readable'])
      expect((await server.call('GET', `/api/shoots/${id}/plan`)).text).toBe(text)
      expect((await server.call('POST', `/api/shoots/${id}/duplicate`)).status).toBe(422)
      expect(
        (await server.call('PATCH', `/api/shoots/${id}`, { version: 1, title: 'x' })).status
      ).toBe(422)
    }
    expect((await get<KitRecord[]>('/api/kit')).length).toBeGreaterThan(5)
  })
  test('so are kit items and frames', async () => {
    await server.db('kit').insert({ id: 'torn', kind: 'lens', version: 1, item: '{"name":' })
    await server
      .db('kit')
      .insert({ id: 'odd-lens', kind: 'lens', version: 1, item: '{"kind":"lens","name":"Odd"}' })
    const ids = (await get<KitRecord[]>('/api/kit')).map(({ item }) => item.id)
    expect(ids).not.toContain('torn')
    const unreadable = await get<UnreadableItem[]>('/api/kit/unreadable')
    expect(unreadable.map(({ id, name }) => [id, name])).toEqual([
      ['torn', 'lens'],
      ['odd-lens', 'Odd']
    ])
    expect((await server.call('GET', '/api/kit/torn')).text).toBe('{"name":')
    const shoot = await make()
    await server.call('PUT', `/api/shoots/${shoot.id}/frames/good`, {
      version: null,
      frame: testFrame(shoot.plan, 'good', 'black')
    })
    await server.db('frames').insert({ id: 'bad', shoot_id: shoot.id, frame: '[]' })
    await server.db('frames').insert({ id: 'torn', shoot_id: shoot.id, frame: '{' })
    expect(await get(`/api/shoots/${shoot.id}/frames`)).toMatchObject({
      frames: [{ frame: { id: 'good' } }],
      unreadable: [{ id: 'bad' }, { id: 'torn', why: 'it is not JSON' }]
    })
    expect(
      (await get<ShootSummary[]>('/api/shoots')).find(({ id }) => id === shoot.id)
    ).toMatchObject({ frames: 3 })
  })
})

test('a plan with four large photometric beams goes in and out', async () => {
  const shoot = await make()
  const angles = Array.from({ length: 200 }, (_, i) => (i * 90) / 199)
  const [light] = shoot.plan.lights
  const distribution = {
    kind: 'file',
    name: 'large',
    verticalDeg: angles,
    horizontalDeg: Array.from({ length: 200 }, (_, i) => (i * 360) / 199),
    candela: Array.from({ length: 40_000 }, (_, i) => 1000 + Math.sin(i) * 333.3333)
  }
  const plan = {
    ...shoot.plan,
    lights: ['A', 'B', 'C', 'D'].map((id) => ({
      ...light,
      id,
      // A photometric file holds for one setting: such a head does not zoom.
      strobe: { ...light!.strobe, zoom: [], distribution }
    }))
  }
  const saved = await server.call('PUT', `/api/shoots/${shoot.id}`, { version: 1, plan })
  expect(saved.status).toBe(200)
  const imported = await server.call('POST', '/api/shoots/import', (saved.json as Shoot).plan)
  expect(imported.status).toBe(201)
})

describe('pictures', () => {
  const put = async (shoot: Shoot, id: string, image: Uint8Array) => {
    await server.call('PUT', `/api/shoots/${shoot.id}/frames/${id}`, {
      version: null,
      frame: testFrame(shoot.plan, id, 'lit')
    })
    return server.call('PUT', `/api/shoots/${shoot.id}/frames/${id}/image`, image)
  }
  const plain = (width: number, background = '#777') =>
    sharp({ create: { width, height: width, channels: 3, background } })
      .jpeg()
      .toBuffer()

  test('a few hundred bytes that claim 144 megapixels are refused', async () => {
    const bomb = Buffer.from(await plain(16))
    for (let i = 2; i < bomb.length; i += 2 + bomb.readUInt16BE(i + 2))
      if (bomb[i + 1] === 0xc0) {
        bomb.writeUInt16BE(12_000, i + 5)
        bomb.writeUInt16BE(12_000, i + 7)
        break
      }
    const answer = await put(await make(), 'bomb', bomb)
    expect([answer.status, problem(answer).errors![0]!.path]).toEqual([422, 'image'])
  })
  test('cut short but closed is not whole; stray bytes at the end are harmless', async () => {
    const whole = await sharp({
      create: {
        width: 600,
        height: 600,
        channels: 3,
        background: '#345',
        noise: { type: 'gaussian', mean: 100, sigma: 40 }
      }
    })
      .jpeg()
      .toBuffer()
    const end = Buffer.from([0xff, 0xd9])
    const shoot = await make()
    const cut = Buffer.concat([whole.subarray(0, whole.length / 2), end])
    expect((await put(shoot, 'cut', cut)).status).toBe(422)
    const trailing = Buffer.concat([whole, Buffer.alloc(2000, 7)])
    expect((await put(shoot, 'trailing', trailing)).status).toBe(204)
  })
  test('too many pixels are named as such', async () => {
    const large = await sharp({
      create: { width: 9000, height: 8000, channels: 3, background: '#111' }
    })
      .jpeg({ progressive: true })
      .toBuffer()
    const answer = await put(await make(), 'large', large)
    expect([answer.status, problem(answer).errors![0]!.message]).toEqual([
      422,
      expect.stringContaining('72 megapixels are more than the 60')
    ])
  })
  test('the same picture sent by forty frames at once: one file, none refused', async () => {
    const shoot = await make()
    const image = await plain(64, '#135')
    const before = pictures().length
    const ids = Array.from({ length: 40 }, (_, i) => `same${i}`)
    const statuses = await Promise.all(ids.map(async (id) => (await put(shoot, id, image)).status))
    expect(new Set(statuses)).toEqual(new Set([204]))
    expect(pictures()).toHaveLength(before + 1)
  })
  test('for a frame that is not there: refused, and nothing is left on the disk', async () => {
    const shoot = await make()
    const before = pictures()
    const path = `/api/shoots/${shoot.id}/frames/nobody/image`
    expect((await server.call('PUT', path, await plain(70, '#246'))).status).toBe(404)
    expect(pictures()).toEqual(before)
  })
  test('asked for again it is the present one; of a deleted frame there is none', async () => {
    const shoot = await make()
    await put(shoot, 'one', await plain(80, '#987'))
    const path = `/api/shoots/${shoot.id}/frames/one/image`
    const first = await server.call('GET', path)
    expect(first.headers.get('cache-control')).not.toContain('immutable')
    const etag = first.headers.get('etag')!
    const asked = () =>
      rawStatus(
        `GET ${path} HTTP/1.1`,
        'Host: localhost',
        `If-None-Match: ${etag}`,
        'Connection: close'
      )
    expect(await asked()).toBe(304)
    await put(shoot, 'one', await plain(90, '#765'))
    expect(await asked()).toBe(200)
    await server.call('DELETE', `/api/shoots/${shoot.id}/frames/one`)
    expect((await server.call('GET', path)).status).toBe(404)
    await server.call('POST', `/api/shoots/${shoot.id}/frames/one/restore`)
    expect((await server.call('GET', path)).status).toBe(200)
  })
  test('at the start half files go, pictures of no frame are put aside; those of deleted frames stay', async () => {
    const shoot = await make()
    await put(shoot, 'kept', await plain(50, '#fed'))
    await server.call('DELETE', `/api/shoots/${shoot.id}/frames/kept`)
    const before = pictures()
    writeFileSync(join(server.dataDir, 'pictures', 'x.part'), 'half')
    writeFileSync(join(server.dataDir, 'pictures', `${'0'.repeat(32)}.jpg`), 'nobody’s')
    const inUse = new Set(
      (await server.db('frames').whereNotNull('image').pluck('image')) as string[]
    )
    await server.pictures.sweep(inUse)
    expect(pictures().filter((name) => inUse.has(name))).toEqual(
      before.filter((name) => inUse.has(name))
    )
    expect(pictures()).not.toContain('x.part')
    expect(pictures()).not.toContain(`${'0'.repeat(32)}.jpg`)
    expect(readdirSync(join(server.dataDir, 'pictures-unused'))).toContain(`${'0'.repeat(32)}.jpg`)
  })
})
