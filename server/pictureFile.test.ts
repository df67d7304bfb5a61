/** Predicted pictures as files, read back by other code than wrote them. */
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals'
import ExifReader from 'exifreader'
import sharp from 'sharp'
import { testServer } from './testing'

let server: Awaited<ReturnType<typeof testServer>>
beforeAll(async () => void (server = await testServer()))
afterAll(() => server.stop())

const SETTINGS = 'title=Ground%20beetle&fNumber=11&seconds=0.005&iso=200&focalMm=100'
const ask = (query: string, body: Uint8Array): Promise<Response> =>
  fetch(`${server.url}/api/pictures?${query}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: new Blob([Uint8Array.from(body)])
  })

describe('a predicted picture as a file', () => {
  it('a JPEG shows what came and holds the planned settings', async () => {
    const [width, height] = [40, 24]
    const grey = new Uint8Array(width * height * 3).fill(118)
    const answer = await ask(`format=jpeg&width=${width}&height=${height}&${SETTINGS}`, grey)
    expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'image/jpeg'])
    const file = Buffer.from(await answer.arrayBuffer())
    const { data, info } = await sharp(file).raw().toBuffer({ resolveWithObject: true })
    expect([info.width, info.height]).toEqual([width, height])
    expect(Math.abs(data[300]! - 118)).toBeLessThan(2)
    const tags = ExifReader.load(file)
    expect(tags.FNumber?.value).toEqual([110, 10])
    expect(tags.ExposureTime?.value).toEqual([1, 200])
    expect(tags.ISOSpeedRatings?.value).toBe(200)
    expect(tags.FocalLength?.value).toEqual([1000, 10])
    expect(tags.ImageDescription?.description).toBe('Ground beetle: predicted, not photographed')
  })

  it('a TIFF keeps all 16 bits as they came', async () => {
    const [width, height] = [64, 8]
    const levels = Uint16Array.from({ length: width * height * 3 }, (_, i) => (i * 42) % 65536)
    const body = new Uint8Array(levels.length * 2)
    levels.forEach((value, i) => new DataView(body.buffer).setUint16(2 * i, value, true))
    const answer = await ask(`format=tiff&width=${width}&height=${height}&${SETTINGS}`, body)
    expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'image/tiff'])
    const image = sharp(Buffer.from(await answer.arrayBuffer()))
    expect(await image.metadata()).toMatchObject({ width, height, depth: 'ushort', channels: 3 })
    const back = await image.toColourspace('rgb16').raw({ depth: 'ushort' }).toBuffer()
    expect(Array.from({ length: levels.length }, (_, i) => back.readUInt16LE(2 * i))).toEqual([
      ...levels
    ])
  })

  it.each([
    ['format=gif&width=4&height=4', 48, 'format'],
    ['format=jpeg&width=0&height=4', 48, 'width'],
    ['format=jpeg&width=4&height=90000', 48, 'height'],
    ['format=jpeg&width=4&height=4', 47, 'picture'],
    ['format=tiff&width=4&height=4', 48, 'picture'],
    ['format=tiff&width=4&height=4', 0, 'picture']
  ])('%s with %p bytes is refused by its path, %s', async (query, bytes, path) => {
    const answer = await ask(`${query}&${SETTINGS}`, new Uint8Array(bytes))
    expect(answer.status).toBe(422)
    const { errors } = (await answer.json()) as { errors: { path: string }[] }
    expect(errors.map((each) => each.path)).toContain(path)
  })

  it('of a long exposure too', async () => {
    const long = SETTINGS.replace('seconds=0.005', 'seconds=8')
    const answer = await ask(`format=jpeg&width=2&height=2&${long}`, new Uint8Array(12))
    const tags = ExifReader.load(Buffer.from(await answer.arrayBuffer()))
    expect(tags.ExposureTime?.value).toEqual([80, 10])
  })
})
