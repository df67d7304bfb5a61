import { request } from 'node:http'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import sharp from 'sharp'
import { evaluate } from '@core/ledger/evaluate'
import { openPlan } from '@core/plan/open'
import { PLAN_VERSION, type Plan } from '@core/plan/plan'
import type {
  FrameRecord,
  KitRecord,
  KitVersion,
  Problem,
  RunFrames,
  Shoot,
  ShootSummary
} from '@core/api/api'
import { loadDemo } from './demo/load'
import { testFrame } from '@core/testing'
import { testServer } from './testing'

let server: Awaited<ReturnType<typeof testServer>>
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server.stop())

const get = async <T>(path: string) => (await server.call('GET', path)).json as T
const make = async (title = 'New one') =>
  (await server.call('POST', '/api/shoots', { title, look: 'black-still' })).json as Shoot
const problem = (answer: { json: unknown }) => answer.json as Problem

/** A request with headers fetch does not let one set. */
const raw = (headers: Record<string, string>) =>
  new Promise<number>((resolve, reject) => {
    const { hostname, port } = new URL(server.url)
    request({ hostname, port, path: '/api/health', headers }, (res) => {
      res.resume()
      resolve(res.statusCode ?? 0)
    })
      .on('error', reject)
      .end()
  })

describe('demo data', () => {
  test('shoots and a kit with every kind of dial, loaded once', async () => {
    const shoots = await get<ShootSummary[]>('/api/shoots')
    expect(shoots.map((shoot) => shoot.id).sort()).toEqual([
      'demo-beetle',
      'demo-bottle',
      'demo-cards',
      'demo-coin',
      'demo-crab',
      'demo-crystal',
      'demo-flask-black',
      'demo-flask-bright',
      'demo-gauge',
      'demo-goby',
      'demo-harbour-glass',
      'demo-lamplit',
      'demo-leaf',
      'demo-movement',
      'demo-seed',
      'demo-shells',
      'demo-shrimp',
      'demo-slug',
      'demo-steam',
      'demo-tent',
      'demo-vial',
      'demo-wax',
      'demo-wing'
    ])
    const strobes = await get<KitRecord[]>('/api/kit?kind=strobe')
    const kinds = strobes.map(({ item }) =>
      item.kind === 'strobe'
        ? item.dial.kind === 'fraction'
          ? item.dial.step
          : item.dial.kind
        : ''
    )
    expect(new Set(kinds)).toEqual(
      new Set(['third', 'tenth', 'half', 'whole', 'levels', 'percent', 'decimal'])
    )
    await server.call('DELETE', '/api/shoots/demo-steam')
    await loadDemo(server.db, server.pictures)
    expect((await get<ShootSummary[]>('/api/shoots')).map((shoot) => shoot.id)).not.toContain(
      'demo-steam'
    )
    await server.call('POST', '/api/shoots/demo-steam/restore')
  })
  test('the list tells what a sketch of each set takes: only lights that are on, from where', async () => {
    const list = await get<ShootSummary[]>('/api/shoots')
    const setOf = (id: string) => list.find((shoot) => shoot.id === id)!.set!
    expect(setOf('demo-movement')).toMatchObject({
      shape: 'movement',
      lights: [{ id: 'A', atLens: true }]
    })
    expect(setOf('demo-beetle').lights).toEqual([
      { id: 'A', azimuthDeg: 58, atLens: false },
      { id: 'B', azimuthDeg: -142, atLens: false }
    ])
    const copy = (await server.call('POST', '/api/shoots/demo-beetle/duplicate')).json as Shoot
    await server.call('PUT', `/api/shoots/${copy.id}`, {
      version: copy.version,
      plan: {
        ...copy.plan,
        lights: copy.plan.lights.map((light) => ({ ...light, on: light.id === 'B' }))
      }
    })
    expect(
      (await get<ShootSummary[]>('/api/shoots'))
        .find((shoot) => shoot.id === copy.id)!
        .set!.lights.map((light) => light.id)
    ).toEqual(['B'])
    await server.call('DELETE', `/api/shoots/${copy.id}`)
  })
  test('every demo plan opens', async () => {
    for (const { id } of await get<ShootSummary[]>('/api/shoots'))
      expect(openPlan(await get(`/api/shoots/${id}/plan`)).ok).toBe(true)
  })
})

describe('shoots', () => {
  test('new from a look, rename, duplicate with frames, delete and restore', async () => {
    const shoot = await make('Coin')
    const renamed = (
      await server.call('PATCH', `/api/shoots/${shoot.id}`, { version: 1, title: 'Silver coin' })
    ).json as Shoot
    expect([renamed.plan.title, renamed.version]).toEqual(['Silver coin', 2])
    const copy = (await server.call('POST', '/api/shoots/demo-beetle/duplicate')).json as Shoot
    expect(copy.plan.title).toBe('Ground beetle, drawer 14 (copy)')
    expect((await get<RunFrames>(`/api/shoots/${copy.id}/frames`)).frames).toHaveLength(5)
    expect((await server.call('DELETE', `/api/shoots/${shoot.id}`)).status).toBe(204)
    expect((await server.call('GET', `/api/shoots/${shoot.id}`)).status).toBe(404)
    expect((await server.call('POST', `/api/shoots/${shoot.id}/restore`)).status).toBe(204)
    expect((await server.call('GET', `/api/shoots/${shoot.id}`)).status).toBe(200)
  })
  test('of two writers from the same version one is refused and told the present version', async () => {
    const shoot = await make()
    const write = (title: string) =>
      server.call('PUT', `/api/shoots/${shoot.id}`, {
        version: shoot.version,
        plan: { ...shoot.plan, title }
      })
    const answers = await Promise.all(['a', 'b', 'c'].map(write))
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409, 409])
    expect(problem(answers.find((answer) => answer.status === 409)!).currentVersion).toBe(2)
  })
  test('faults come as problem+json with the path; nothing is written', async () => {
    const shoot = await make()
    const wrong = {
      ...shoot.plan,
      subject: { ...shoot.plan.subject, widthMm: -1 },
      lights: [{ ...shoot.plan.lights[0], at: { distanceMm: 0, azimuthDeg: 0, elevationDeg: 0 } }]
    }
    const answer = await server.call('PUT', `/api/shoots/${shoot.id}`, { version: 1, plan: wrong })
    expect(answer.status).toBe(422)
    expect(answer.headers.get('content-type')).toContain('application/problem+json')
    expect(problem(answer).errors!.map((each) => each.path)).toEqual([
      'plan.subject.widthMm',
      'plan.lights.0.at.distanceMm'
    ])
    expect((await get<Shoot>(`/api/shoots/${shoot.id}`)).plan).toEqual(shoot.plan)
  })
  test.each([
    ['{"title":NaN}', ''],
    ['{"title":"x","look":"black-still"', ''],
    ['[]', ''],
    ['{"title":5,"look":"black-still"}', 'title'],
    [`{"title":"${'x'.repeat(5000)}","look":"plume"}`, 'title'],
    ['{"title":"x","look":"neon"}', 'look']
  ])('bad body %#', async (body, path) => {
    const answer = await server.call('POST', '/api/shoots', body, {
      'content-type': 'application/json'
    })
    expect(answer.status).toBe(422)
    expect(problem(answer).errors!.map((each) => each.path)).toContain(path)
    expect(answer.text).not.toMatch(/node_modules|\.ts:|at \w+ \(/)
  })
  test('a new shoot starts at the power its sum asks for', async () => {
    const { plan } = await make()
    const { suggestions, verdicts } = evaluate(plan)
    expect(suggestions.A!.choice!.mark.stops).toBeCloseTo(plan.lights[0]!.powerStops, 9)
    expect(verdicts.find((each) => each.id === 'subject')!.state).toBe('ok')
  })
  test('a plan goes out as a file and comes in again; a newer one is refused by name', async () => {
    const answer = await server.call('GET', '/api/shoots/demo-beetle/plan')
    expect(answer.headers.get('content-disposition')).toContain('Ground beetle drawer 14.plan.json')
    const back = await server.call('POST', '/api/shoots/import', answer.json as Plan)
    expect(back.status).toBe(201)
    expect((back.json as Shoot).plan).toEqual(answer.json)
    const newer = await server.call('POST', '/api/shoots/import', {
      ...(answer.json as Plan),
      version: 99
    })
    expect(problem(newer).errors).toEqual([
      {
        path: 'version',
        message: `this plan is of version 99; this program reads versions up to ${PLAN_VERSION}`
      }
    ])
  })
  test('stage reached is kept', async () => {
    const shoot = await make()
    await server.call('PUT', `/api/shoots/${shoot.id}/stage`, { stage: 'light' })
    expect((await get<Shoot>(`/api/shoots/${shoot.id}`)).stage).toBe('light')
    expect(
      (await server.call('PUT', `/api/shoots/${shoot.id}/stage`, { stage: 'moon' })).status
    ).toBe(422)
  })
})

describe('kit', () => {
  test('an item in use says where; versions guard it; delete and restore', async () => {
    const snoot = (await get<KitRecord[]>('/api/kit?kind=modifier')).find(
      (record) => record.item.id === 'snoot-45'
    )!
    expect(snoot.uses.map((use) => use.title)).toContain('Ground beetle, drawer 14')
    const put = (version: number, lossStops: number) =>
      server.call('PUT', '/api/kit/snoot-45', { version, item: { ...snoot.item, lossStops } })
    expect((await put(snoot.version, 0.6)).status).toBe(200)
    expect((await put(snoot.version, 0.7)).status).toBe(409)
    await server.call('DELETE', '/api/kit/snoot-45')
    expect(
      (await get<KitRecord[]>('/api/kit')).some((record) => record.item.id === 'snoot-45')
    ).toBe(false)
    await server.call('POST', '/api/kit/snoot-45/restore')
    expect(
      (await get<KitRecord[]>('/api/kit')).some((record) => record.item.id === 'snoot-45')
    ).toBe(true)
  })
  test('what an item said before is kept, newest first; what was not changed is no version', async () => {
    const grid = (await get<KitRecord[]>('/api/kit?kind=modifier'))[0]!
    const { id } = grid.item
    const history = () => get<KitVersion[]>(`/api/kit/${id}/history`)
    const put = (version: number, item: unknown) =>
      server.call('PUT', `/api/kit/${id}`, { version, item })
    const first = (await history()).length
    await put(grid.version, { ...grid.item, lossStops: 1.1 })
    await put(grid.version + 1, { ...grid.item, lossStops: 1.2 })
    await put(grid.version + 2, { ...grid.item, lossStops: 1.2 })
    // Refused, so nothing changed.
    await put(grid.version, { ...grid.item, lossStops: 9 })
    const kept = (await history()).slice(0, (await history()).length - first)
    expect(kept.map(({ item }) => (item as { lossStops: number }).lossStops)).toEqual([
      1.1,
      (grid.item as { lossStops: number }).lossStops
    ])
    expect(kept.map(({ version }) => version)).toEqual([grid.version + 1, grid.version])
    expect((await server.call('GET', '/api/kit/nothing/history')).status).toBe(404)
  })
  test('of an item changed without end the last hundred versions are kept', async () => {
    const item = { ...(await get<KitRecord[]>('/api/kit?kind=modifier'))[0]!.item, id: 'often' }
    await server.call('PUT', '/api/kit/often', { version: null, item })
    for (let version = 1; version <= 104; version++)
      await server.call('PUT', '/api/kit/often', {
        version,
        item: { ...item, name: `n${version}` }
      })
    const kept = await get<KitVersion[]>('/api/kit/often/history')
    expect([kept.length, kept[0]!.version, kept.at(-1)!.version]).toEqual([100, 104, 5])
  })
  test('figures are checked and named', async () => {
    const answer = await server.call('PUT', '/api/kit/x', {
      version: null,
      item: {
        kind: 'modifier',
        id: 'x',
        name: '',
        notes: '',
        lossStops: -1,
        beam: { kind: 'cut', beamDeg: 0 },
        face: { kind: 'keep' },
        measured: []
      }
    })
    expect(
      problem(answer)
        .errors!.map((each) => each.path)
        .sort()
    ).toEqual(['item.beam.beamDeg', 'item.lossStops', 'item.name'])
    expect((await server.call('GET', '/api/kit?kind=lamp')).status).toBe(422)
  })
})

describe('frames and pictures', () => {
  const jpeg = () =>
    sharp({ create: { width: 300, height: 200, channels: 3, background: '#777' } })
      .jpeg()
      .toBuffer()

  test('sent twice, written once; picture kept as it came, small on request', async () => {
    const shoot = await make()
    const frame = testFrame(shoot.plan, 'one', 'lit')
    const put = (version: number | null, part = {}) =>
      server.call('PUT', `/api/shoots/${shoot.id}/frames/one`, {
        version,
        frame: { ...frame, ...part }
      })
    expect([(await put(null)).status, (await put(null)).status]).toEqual([200, 200])
    expect(((await put(1, { note: 'again' })).json as FrameRecord).version).toBe(2)
    expect(((await put(1, { note: 'again' })).json as FrameRecord).version).toBe(2)
    const stale = await put(1, { note: 'somebody else’s' })
    expect([stale.status, problem(stale).currentVersion]).toEqual([409, 2])
    const bytes = await jpeg()
    expect(
      (await server.call('PUT', `/api/shoots/${shoot.id}/frames/one/image`, bytes)).status
    ).toBe(204)
    expect(await get<RunFrames>(`/api/shoots/${shoot.id}/frames`)).toMatchObject({
      frames: [{ hasImage: true, frame: { note: 'again' } }],
      unreadable: []
    })
    const back = await fetch(`${server.url}/api/shoots/${shoot.id}/frames/one/image`)
    expect(Buffer.from(await back.arrayBuffer()).equals(bytes)).toBe(true)
    const small = await fetch(`${server.url}/api/shoots/${shoot.id}/frames/one/image?size=small`)
    expect((await sharp(Buffer.from(await small.arrayBuffer())).metadata()).width).toBe(240)
  })
  test('a cut-off, empty or foreign file is refused and nothing is lost', async () => {
    const shoot = await make()
    await server.call('PUT', `/api/shoots/${shoot.id}/frames/one`, {
      version: null,
      frame: testFrame(shoot.plan, 'one', 'lit')
    })
    const whole = await sharp({
      create: {
        width: 900,
        height: 900,
        channels: 3,
        background: '#345',
        noise: { type: 'gaussian', mean: 100, sigma: 40 }
      }
    })
      .jpeg()
      .toBuffer()
    const png = await sharp(whole).png().toBuffer()
    for (const bad of [
      whole.subarray(0, whole.length / 3),
      png,
      new Uint8Array(0),
      new TextEncoder().encode('<svg onload="x">')
    ]) {
      const answer = await server.call('PUT', `/api/shoots/${shoot.id}/frames/one/image`, bad)
      expect(answer.status).toBe(422)
      expect(problem(answer).errors![0]!.path).toBe('image')
    }
    expect(await get<RunFrames>(`/api/shoots/${shoot.id}/frames`)).toMatchObject({
      frames: [{ hasImage: false }]
    })
  })
  test('a frame of no shoot, or with another name than its address', async () => {
    const shoot = await make()
    const body = { version: null, frame: testFrame(shoot.plan, 'one', 'lit') }
    expect((await server.call('PUT', '/api/shoots/none/frames/one', body)).status).toBe(404)
    expect((await server.call('PUT', `/api/shoots/${shoot.id}/frames/two`, body)).status).toBe(422)
    expect(
      (await server.call('GET', `/api/shoots/${shoot.id}/frames/..%2f..%2fetc/image`)).status
    ).toBe(422)
  })
})

describe('the door', () => {
  test('health, schema and description are served; each described path answers', async () => {
    expect(await get('/api/health')).toMatchObject({ status: 'ok' })
    expect(await get('/api/schema/plan')).toMatchObject({
      $schema: expect.stringContaining('2020-12'),
      type: 'object'
    })
    const description = await get<{
      openapi: string
      paths: Record<string, Record<string, { responses: Record<string, unknown> }>>
    }>('/api/openapi')
    expect(description.openapi).toBe('3.1.0')
    for (const [path, methods] of Object.entries(description.paths))
      for (const [method, { responses }] of Object.entries(methods)) {
        // A stream of events has no end: devices.test.ts listens to it.
        if (path === '/api/feed') continue
        const answer = await server.call(
          method.toUpperCase(),
          path.replace('{id}', 'nobody').replace('{frameId}', 'none'),
          method === 'get' || method === 'delete' ? undefined : {}
        )
        // One of the answers it is described to give: an address that is not there, or a fault of
        // the server's own, is none of them.
        expect([path, method, answer.text.includes('no such address')]).toEqual([
          path,
          method,
          false
        ])
        const refused =
          answer.status >= 400 &&
          answer.status < 500 &&
          'default' in responses &&
          answer.headers.get('content-type')!.startsWith('application/problem+json')
        expect([
          path,
          method,
          answer.status,
          refused || String(answer.status) in responses
        ]).toEqual([path, method, answer.status, true])
      }
    expect(problem(await server.call('GET', '/api/nothing')).detail).toBe(
      'There is no such address.'
    )
  })
  test('foreign Host and Origin are refused', async () => {
    expect(await raw({ host: 'evil.example' })).toBe(421)
    expect(await raw({ host: new URL(server.url).host, origin: 'http://evil.example' })).toBe(403)
    expect(await raw({ host: new URL(server.url).host, origin: server.url })).toBe(200)
  })
  test('a strict policy: no inline script or style without this response’s nonce, no sniffing, no framing', async () => {
    const [a, b] = await Promise.all([
      server.call('GET', '/api/health'),
      server.call('GET', '/api/health')
    ])
    const policy = a.headers.get('content-security-policy')!
    expect(policy).toContain("default-src 'none'")
    expect(policy).toContain("script-src 'self';")
    expect(policy).not.toContain('unsafe')
    expect(policy).not.toBe(b.headers.get('content-security-policy'))
    expect(a.headers.get('x-content-type-options')).toBe('nosniff')
    expect(a.headers.get('x-powered-by')).toBeNull()
  })
  test('only the decoder of raw files may make code, by its own file’s headers', async () => {
    const policyOf = async (path: string): Promise<string> =>
      (await fetch(`${server.url}${path}`)).headers.get('content-security-policy')!
    expect(await policyOf('/assets/raw-decoder-AbC_1-2.js')).toContain("'unsafe-eval'")
    for (const path of [
      '/assets/raw.worker-AbC.js',
      '/assets/raw-decoder-A.js/../x.html',
      '/raw-decoder-A.js',
      '/'
    ])
      expect(await policyOf(path)).not.toContain('unsafe')
  })
  test('a body over the limit is refused in words', async () => {
    const answer = await server.call('POST', '/api/shoots/import', {
      padding: 'x'.repeat(13_000_000)
    })
    expect([answer.status, problem(answer).title]).toEqual([413, 'Too large'])
  })
})
