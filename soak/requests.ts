/**
 * Requests that are nearly right, to every address the API describes: whatever comes, the answer is
 * never the server's own failure.
 */
import { Agent, request } from 'node:http'
import type { KitRecord, Shoot } from '@core/api/api'
import { testFrame } from '@core/testing'
import { testServer } from '../server/testing'
import { mutated } from './mutate'
import type { Chance } from './random'

export interface RequestReport {
  readonly requests: number
  /** how often each status was answered */
  readonly statuses: Readonly<Record<number, number>>
  readonly failures: readonly string[]
}

interface Sent {
  readonly method: string
  readonly path: string
  readonly body?: string | Buffer
  readonly headers?: Record<string, string>
}

const AT_ONCE = 8
const LOOKS = ['black-still', 'black-soft', 'daylight-fill', 'plume']
const ODD_TEXTS = [
  '',
  '[',
  '{"a":',
  'null',
  '"x"',
  '\ud800',
  '{"__proto__":{"x":1}}',
  '[]'.repeat(50)
]
const ODD_PARTS = ['nobody', '..', '%2e%2e%2f', '%00', '%E0%A4%A', 'a'.repeat(70), '__proto__', '-']

/** Requests about things that are there, about half of them bent a little. */
function makeRequests(shoot: Shoot, kit: readonly KitRecord[], by: Chance): () => Sent {
  const { next, below, pick } = by
  const id = (): string => (next() < 0.85 ? shoot.id : pick(ODD_PARTS))
  const frameId = (): string => (next() < 0.85 ? `f${below(6)}` : pick(ODD_PARTS))
  const version = (): unknown =>
    pick<() => unknown>([() => null, () => 1, () => 1 + below(400), () => 'one', () => -1])()
  const bent = (body: unknown): string =>
    next() < 0.05
      ? pick(ODD_TEXTS)
      : JSON.stringify(next() < 0.7 ? mutated(body, by) : body) || 'undefined'
  const json = (method: string, path: string, body: unknown): Sent => ({
    method,
    path,
    body: bent(body),
    headers: { 'content-type': next() < 0.97 ? 'application/json' : 'text/plain' }
  })
  const query = (name: string, value: string): string =>
    next() < 0.8 ? `?${name}=${encodeURIComponent(value.toWellFormed())}` : `?${pick(ODD_PARTS)}=1`
  const frame = () => testFrame(shoot.plan, `f${below(6)}`, pick(['black', 'lit']))
  const get = (path: string): Sent => ({ method: 'GET', path })
  const choices: (() => Sent)[] = [
    () => get('/api/shoots'),
    () => get(`/api/shoots/${id()}`),
    () => get(`/api/shoots/${id()}/plan`),
    () => get(`/api/shoots/${id()}/frames`),
    () =>
      get(`/api/shoots/${id()}/frames/${frameId()}/image${query('size', pick(['small', 'x']))}`),
    () => get(`/api/kit${query('kind', pick(['lens', 'strobe', 'lamp']))}`),
    () => get('/api/kit/unreadable'),
    () => get(`/api/kit/${pick([pick(kit).item.id, ...ODD_PARTS])}`),
    () => get(`/api/${pick(ODD_PARTS)}`),
    () => json('PUT', `/api/shoots/${id()}`, { version: version(), plan: shoot.plan, write: 'w' }),
    () =>
      json('PUT', `/api/shoots/${id()}`, { version: 1 + below(99), plan: mutated(shoot.plan, by) }),
    () => json('PATCH', `/api/shoots/${id()}`, { version: version(), title: pick(ODD_TEXTS) }),
    () => json('PUT', `/api/shoots/${id()}/stage`, { stage: pick(['light', 'run', 'moon']) }),
    () => json('POST', `/api/shoots/import${query('id', pick(ODD_PARTS))}`, shoot.plan),
    () =>
      next() < 0.1
        ? json('POST', '/api/shoots', { id: `n${below(9)}`, title: 'N', look: pick(LOOKS) })
        : json('POST', '/api/shoots', { title: 5, look: pick(LOOKS) }),
    () => ({ method: 'POST', path: `/api/shoots/${id()}/duplicate${query('id', `c${below(5)}`)}` }),
    () => {
      const { item, version: at } = pick(kit)
      return json('PUT', `/api/kit/${item.id}`, { version: pick([at, version()]), item })
    },
    () =>
      json('PUT', `/api/shoots/${id()}/frames/${frameId()}`, {
        version: version(),
        frame: frame()
      }),
    () => ({
      method: 'PUT',
      path: `/api/shoots/${id()}/frames/${frameId()}/image`,
      body: Buffer.from(Array.from({ length: below(300) }, () => below(256)))
    }),
    () => ({
      method: pick(['DELETE', 'POST']),
      path: `/api/shoots/${id()}/frames/${frameId()}${pick(['', '/restore'])}`
    }),
    () => ({ method: pick(['PUT', 'PATCH', 'DELETE', 'POST']), path: `/api/${pick(ODD_PARTS)}` })
  ]
  return () => pick(choices)()
}

const answered = (url: URL, agent: Agent, { method, path, body, headers }: Sent) =>
  new Promise<{ status: number; text: string }>((resolve, reject) => {
    const sent = request(
      { host: url.hostname, port: url.port, agent, method, path, headers },
      (res) => {
        let text = ''
        res.setEncoding('utf8').on('data', (chunk: string) => {
          if (text.length < 500) text += chunk
        })
        res.on('end', () => resolve({ status: res.statusCode ?? 0, text }))
      }
    )
    sent.on('error', reject)
    sent.end(body)
  })

export async function oddRequests(count: number, by: Chance): Promise<RequestReport> {
  const server = await testServer()
  const url = new URL(server.url)
  const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE })
  const statuses: Record<number, number> = {}
  const failures: string[] = []
  const make = async (): Promise<Shoot> =>
    (await server.call('POST', '/api/shoots', { title: 'Odd', look: 'plume' })).json as Shoot
  const kit = (await server.call('GET', '/api/kit')).json as KitRecord[]
  let shoot = await make()
  let nextRequest = makeRequests(shoot, kit, by)
  for (let sent = 0; sent < count; sent += AT_ONCE) {
    // A fresh shoot now and then: a spoiled one is refused early.
    if (sent % 20_000 === 0 && sent > 0) {
      shoot = await make()
      nextRequest = makeRequests(shoot, kit, by)
    }
    await Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        const one = nextRequest()
        try {
          const { status, text } = await answered(url, agent, one)
          statuses[status] = (statuses[status] ?? 0) + 1
          if (status >= 500 || status === 0)
            failures.push(
              `${one.method} ${one.path} ${status} ${String(one.body).slice(0, 200)} ${text}`
            )
        } catch (error) {
          failures.push(`${one.method} ${one.path}: ${(error as Error).message}`)
        }
      })
    )
  }
  agent.destroy()
  await server.stop()
  return { requests: count, statuses, failures }
}
