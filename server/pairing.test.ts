/** The door for phones: shut, open by a code, by https with this machine's own certificate. */
import { request } from 'node:https'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Pairing } from '@core/api/pairing'
import { testServer } from './testing'

let server: Awaited<ReturnType<typeof testServer>>
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server.stop())

const here = async (method: string, body?: unknown) => {
  const { status, json } = await server.call(method, '/api/pairing', body)
  return { status, body: json as unknown }
}
const open = async (secure: boolean): Promise<Pairing> =>
  (await here('PUT', { secure })).body as Pairing
/** The door as this machine reaches it itself. */
const doorOf = ({ addresses }: Pairing): string =>
  `http://127.0.0.1:${new URL(addresses[0] ?? 'http://x').port}`
const at = (url: string, headers: Record<string, string> = {}) =>
  fetch(url, { redirect: 'manual', headers })

describe('by plain http', () => {
  test('who has no code is let nowhere; who has it is led to the companion and let in from then on', async () => {
    const pairing = await open(false)
    const door = doorOf(pairing)
    expect((await at(`${door}/api/shoots`)).status).toBe(401)
    expect((await at(`${door}/pair/nonsense`)).status).toBe(403)
    const come = await at(`${door}/pair/${pairing.code}?shoot=demo-coin`)
    expect(come.status).toBe(302)
    expect(come.headers.get('location')).toBe('/shoots/demo-coin/companion')
    const cookie = come.headers.get('set-cookie')!.split(';')[0]!
    expect(come.headers.get('set-cookie')).toMatch(/HttpOnly/)
    expect((await at(`${door}/api/shoots`, { cookie })).status).toBe(200)
    expect((await at(`${door}/api/shoots`, { cookie: 'fine-spark-pair=abc' })).status).toBe(401)
    expect((await here('GET')).body).toMatchObject({ phones: 1, secure: false })
  })
  test('a page elsewhere is refused as ever, and what is for this machine alone stays so', async () => {
    const pairing = await open(false)
    const door = doorOf(pairing)
    const cookie = `fine-spark-pair=${pairing.code}`
    const foreign = await at(`${door}/api/shoots`, { cookie, origin: 'http://elsewhere.example' })
    expect(foreign.status).toBe(403)
    expect((await at(`${door}/api/pairing`, { cookie })).status).toBe(403)
    const watch = await fetch(`${door}/api/shoots/demo-coin/folder`, {
      method: 'PUT',
      headers: { cookie, 'content-type': 'application/json' },
      body: JSON.stringify({ path: '/tmp', all: false })
    })
    expect(watch.status).toBe(403)
  })
  test('another code shuts out who had the one before; shut, nobody answers', async () => {
    const first = await open(false)
    const second = await open(false)
    expect(second.code).not.toBe(first.code)
    expect(
      (await at(`${doorOf(second)}/api/shoots`, { cookie: `fine-spark-pair=${first.code}` })).status
    ).toBe(401)
    expect((await here('DELETE')).status).toBe(204)
    expect((await here('GET')).body).toBeNull()
    await expect(at(`${doorOf(second)}/api/shoots`)).rejects.toThrow()
    expect((await here('DELETE')).status).toBe(404)
  })
  test('a code is not to be guessed: wrong ones are limited', async () => {
    const pairing = await open(false)
    const tries = await Promise.all(
      Array.from({ length: 25 }, (_, i) => at(`${doorOf(pairing)}/pair/guess${i}`))
    )
    expect(tries.filter(({ status }) => status === 429).length).toBeGreaterThan(3)
    // 31 letters and digits, twelve of them: 59 bits.
    expect(pairing.code).toMatch(/^[2-9a-hjkmnp-z]{12}$/)
  })
  test('what is asked of it is checked', async () => {
    expect((await here('PUT', { secure: 'yes' })).status).toBe(422)
    const pairing = await open(false)
    expect((await at(`${doorOf(pairing)}/pair/${'x'.repeat(5000)}`)).status).toBe(403)
    const odd = await at(`${doorOf(pairing)}/pair/%E0%A4%A`)
    expect(odd.status).toBe(400)
    expect(await odd.text()).not.toMatch(/node_modules|\.ts:/)
    // A shoot that cannot be one: let in all the same, to the list of shoots.
    const come = await at(`${doorOf(pairing)}/pair/${pairing.code}?shoot=../../etc`)
    expect([come.status, come.headers.get('location')]).toEqual([302, '/'])
  })
})

test('a restart goes on with it: a phone that was let in needs no new code', async () => {
  const { code } = await open(false)
  const { dataDir } = server
  await server.stop({ keep: true })
  server = await testServer({ dataDir })
  expect((await here('GET')).body).toMatchObject({ code, secure: false })
})

describe('by https', () => {
  const secured = (url: string, ca: string, cookie = '') =>
    new Promise<number>((resolve, reject) =>
      request(url, { ca, headers: { cookie } }, (res) => {
        res.resume()
        resolve(res.statusCode!)
      })
        .on('error', reject)
        .end()
    )
  test('who trusts this machine’s certificate finds it good for the address, others do not', async () => {
    const pairing = await open(true)
    const plain = `http://127.0.0.1:${new URL(pairing.certificate!).port}`
    const certificate = await at(`${plain}/pair/certificate`)
    expect(certificate.headers.get('content-type')).toContain('application/x-x509-ca-cert')
    const authority = await certificate.text()
    // By plain http there is nothing else.
    expect((await at(`${plain}/pair/${pairing.code}`)).status).toBe(404)
    const door = `https://127.0.0.1:${new URL(pairing.addresses[0]!).port}`
    const cookie = `fine-spark-pair=${pairing.code}`
    expect(await secured(`${door}/api/shoots`, authority, cookie)).toBe(200)
    expect(await secured(`${door}/api/shoots`, authority)).toBe(401)
    await expect(secured(`${door}/api/shoots`, '', cookie)).rejects.toThrow(/self-signed|unable/)
    // The addresses phones are given are in it too.
    const { hostname, port } = new URL(pairing.addresses[0]!)
    expect(await secured(`https://${hostname}:${port}/api/shoots`, authority, cookie)).toBe(200)
    // The authority is the same the next time: trusted once, trusted on.
    const again = await open(true)
    const next = `http://127.0.0.1:${new URL(again.certificate!).port}/pair/certificate`
    expect(await (await at(next)).text()).toBe(authority)
  })
})
