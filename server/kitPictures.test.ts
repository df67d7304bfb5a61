/** Pictures attached to kit: kept small and clean of what their files say, found again, swept when unused. */
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import sharp from 'sharp'
import type { KeptPicture, KitRecord } from '@core/api/api'
import { ASSEMBLY } from './demo/assembly'
import { kitPicturesInUse } from './store/kitPictures'
import { testServer } from './testing'

let server: Awaited<ReturnType<typeof testServer>>
beforeAll(async () => void (server = await testServer()))
afterAll(() => server.stop())

const send = (body: Buffer): Promise<Response> =>
  fetch(`${server.url}/api/kit-pictures`, {
    method: 'POST',
    body: new Blob([Uint8Array.from(body)])
  })
const get = (path: string): Promise<Response> => fetch(`${server.url}/api/kit-pictures/${path}`)
const plain = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#6a8f71' } })

describe('a picture of the kit', () => {
  test('is made small, turned upright, and tells nothing of where it was taken', async () => {
    const jpeg = await plain(3000, 1500)
      .withExif({ IFD0: { Artist: 'nobody' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer()
    const answer = await send(jpeg)
    expect(answer.status).toBe(201)
    const { name } = (await answer.json()) as KeptPicture
    const whole = await get(name)
    expect(whole.headers.get('content-type')).toBe('image/jpeg')
    expect(whole.headers.get('cache-control')).toContain('immutable')
    const meta = await sharp(Buffer.from(await whole.arrayBuffer())).metadata()
    expect([meta.width, meta.height, meta.exif, meta.orientation]).toEqual([
      640,
      1280,
      undefined,
      undefined
    ])
    const small = await sharp(
      Buffer.from(await (await get(`${name}?size=small`)).arrayBuffer())
    ).metadata()
    expect(small.width).toBe(240)
  })
  test('PNG and WebP are taken, and come out as JPEG', async () => {
    for (const made of [plain(30, 20).png(), plain(30, 20).webp()]) {
      const { name } = (await (await send(await made.toBuffer())).json()) as KeptPicture
      const back = await sharp(Buffer.from(await (await get(name)).arrayBuffer())).metadata()
      expect([back.format, back.width]).toEqual(['jpeg', 30])
    }
  })
  test.each([
    ['nothing', Buffer.alloc(0)],
    ['text', Buffer.from('no picture at all')],
    ['half a file', null]
  ])('%s is refused with the reason, and nothing is kept', async (_, bytes) => {
    const jpeg = await plain(400, 300).jpeg().toBuffer()
    const before = readdirSync(join(server.dataDir, 'pictures')).length
    const answer = await send(bytes ?? jpeg.subarray(0, 200))
    expect(answer.status).toBe(422)
    expect(((await answer.json()) as { errors: { path: string }[] }).errors[0]!.path).toBe('image')
    expect(readdirSync(join(server.dataDir, 'pictures'))).toHaveLength(before)
  })
  test('what is not there is told; a name that is none is refused', async () => {
    expect((await get(`${'0'.repeat(32)}.jpg`)).status).toBe(404)
    expect((await get('..%2f..%2fetc.jpg')).status).toBeGreaterThanOrEqual(400)
  })
  test('those that kit, its history or a plan name are in use; the demo’s drawings are there', async () => {
    const used = await kitPicturesInUse(server.db)
    for (const name of Object.values(ASSEMBLY)) {
      expect(used.has(name)).toBe(true)
      expect((await get(name)).status).toBe(200)
    }
    const { name } = (await (
      await send(await plain(50, 40).png().toBuffer())
    ).json()) as KeptPicture
    expect((await kitPicturesInUse(server.db)).has(name)).toBe(false)
    const kit = (await (await fetch(`${server.url}/api/kit?kind=housing`)).json()) as KitRecord[]
    const { item, version } = kit.find((each) => each.item.id === 'limpet-dome')!
    const saved = await fetch(`${server.url}/api/kit/${item.id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        version,
        item: { ...item, assembly: [{ text: 'Dome on', picture: name }] }
      })
    })
    expect(saved.ok).toBe(true)
    expect((await kitPicturesInUse(server.db)).has(name)).toBe(true)
  })
})
