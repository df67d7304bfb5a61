import {
  appendFileSync,
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  renameSync,
  rmSync,
  truncateSync,
  writeFileSync
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { afterAll, beforeAll, beforeEach, expect, test } from '@jest/globals'
import sharp from 'sharp'
import type { RunFrames } from '../core/api/api'
import type { Folder } from '../core/api/folder'
import { dngOf } from '../simulator/dng'
import { testServer } from './testing'

const SHOOT = 'demo-coin'
let server: Awaited<ReturnType<typeof testServer>>
let dir = ''
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server.stop())
beforeEach(async () => {
  dir = mkdtempSync(join(tmpdir(), 'fine-spark-card-'))
  await server.call('PUT', `/api/shoots/${SHOOT}/folder`, { path: dir })
})

let grey = 20
/** A picture unlike any before it. */
const picture = (exif: Record<string, string> = {}, model = 'Test body'): Promise<Buffer> => {
  const value = ++grey
  return sharp({
    create: {
      width: 90,
      height: 60,
      channels: 3,
      background: { r: value, g: value, b: value }
    }
  })
    .withExif({
      IFD0: { Model: model },
      IFD2: { FNumber: '110/10', ISOSpeedRatings: '100', ...exif }
    })
    .jpeg()
    .toBuffer()
}
const time = (date: Date) => ({
  DateTimeOriginal: date.toISOString().slice(0, 19).replace('T', ' ').replaceAll('-', ':'),
  OffsetTimeOriginal: '+00:00'
})
const RAW = Buffer.from('49492a0008000000', 'hex')
const state = async (): Promise<Folder> =>
  (await server.call('GET', `/api/shoots/${SHOOT}/folder`)).json
const frames = async (): Promise<RunFrames['frames']> =>
  ((await server.call('GET', `/api/shoots/${SHOOT}/frames`)).json as RunFrames).frames
const named = async (name: string) =>
  (await frames()).filter(({ frame }) => frame.fileName === name)
/** Waits for what must come; a busy machine may take its time. */
async function until<T>(ask: () => Promise<T | null | undefined | false>): Promise<T> {
  for (;;) {
    const got = await ask()
    if (got) return got
    await pause(100)
  }
}

test('what is dropped into the folder becomes a frame with its settings and time', async () => {
  const at = new Date(Date.now() - 5000)
  writeFileSync(join(dir, 'A0001.JPG'), await picture(time(at)))
  const [record] = await until(async () => {
    const found = await named('A0001.JPG')
    return found.length > 0 && found
  })
  expect(record!.hasImage).toBe(true)
  expect(Date.parse(record!.frame.takenAt)).toBe(Math.floor(at.getTime() / 1000) * 1000)
  const { plans } = (await server.call('GET', `/api/shoots/${SHOOT}/frames`)).json as RunFrames
  expect(plans[record!.plan]!.settings.apertureStops).toBe(7)
  expect(await state()).toMatchObject({ taken: 1, problem: null, refused: [] })
})

test('a file that is still being written is waited for', async () => {
  const bytes = await picture()
  const file = join(dir, 'slow.jpg')
  writeFileSync(file, bytes.subarray(0, 200))
  for (let at = 200; at < bytes.length; at += 300) {
    await pause(250)
    appendFileSync(file, bytes.subarray(at, at + 300))
  }
  await until(async () => (await named('slow.jpg')).length === 1)
  expect((await state()).refused).toEqual([])
})

test('one cut short is named, and taken when it is whole after all', async () => {
  const bytes = await picture()
  const file = join(dir, 'cut.jpg')
  writeFileSync(file, bytes.subarray(0, bytes.length - 60))
  await until(async () => (await state()).refused.length === 1)
  expect((await state()).refused).toEqual([
    { name: 'cut.jpg', why: expect.stringContaining('not a whole JPEG') }
  ])
  writeFileSync(file, bytes)
  await until(async () => (await named('cut.jpg')).length === 1)
  expect((await state()).refused).toEqual([])
})

test('a raw file that is there first waits for its JPEG', async () => {
  writeFileSync(join(dir, 'B0001.DNG'), Buffer.concat([RAW, Buffer.from('B')]))
  await until(async () => (await state()).waiting.length === 1)
  expect((await state()).waiting).toEqual(['B0001.DNG'])
  writeFileSync(join(dir, 'B0001.JPG'), await picture())
  await until(async () => (await named('B0001.JPG'))[0]?.hasRaw)
  await until(async () => (await state()).waiting.length === 0)
})

test('a copy under another name is not a second frame', async () => {
  const file = join(dir, 'C1.jpg')
  writeFileSync(file, await picture())
  await until(async () => (await named('C1.jpg')).length === 1)
  const before = (await frames()).length
  copyFileSync(file, join(dir, 'copy of C1.jpg'))
  writeFileSync(join(dir, 'C2.jpg'), await picture())
  await until(async () => (await named('C2.jpg')).length === 1)
  expect(await frames()).toHaveLength(before + 1)
})

test('what is no frame is left alone, or named where it pretends to be one', async () => {
  const before = (await frames()).length
  writeFileSync(join(dir, 'notes.txt'), 'mind the glass')
  writeFileSync(join(dir, 'finished.tif'), RAW)
  writeFileSync(join(dir, '.hidden.jpg'), await picture())
  writeFileSync(join(dir, 'empty.jpg'), '')
  writeFileSync(join(dir, 'junk.jpg'), 'no picture at all')
  writeFileSync(join(dir, 'huge.jpg'), 'x')
  truncateSync(join(dir, 'huge.jpg'), 170 * 2 ** 20)
  mkdirSync(join(dir, '100CARD'))
  writeFileSync(join(dir, '100CARD', 'inside.jpg'), await picture())
  await until(async () => (await state()).refused.length === 2)
  await until(async () => (await named('inside.jpg')).length === 1)
  expect((await state()).refused.map(({ name }) => name).sort()).toEqual(['huge.jpg', 'junk.jpg'])
  expect(await frames()).toHaveLength(before + 1)
})

test('a camera whose clock is hours off: its frames go by the time they came', async () => {
  const wrong = new Date(Date.now() - 3 * 3_600_000)
  writeFileSync(join(dir, 'late.jpg'), await picture(time(wrong)))
  const [record] = await until(async () => {
    const found = await named('late.jpg')
    return found.length > 0 && found
  })
  expect(Math.abs(Date.parse(record!.frame.takenAt) - Date.now())).toBeLessThan(120_000)
  expect(Math.abs((await state()).clockS! + 3 * 3600)).toBeLessThan(120)
})

test('two cameras in one folder: both are named, each raw file finds its own JPEG', async () => {
  const now = Date.now()
  const first = await picture(time(new Date(now - 60_000)), 'Test body')
  const second = await picture(time(new Date(now - 30_000)), 'Second body')
  mkdirSync(join(dir, 'one'))
  mkdirSync(join(dir, 'two'))
  writeFileSync(join(dir, 'one', 'X0001.JPG'), first)
  await until(async () => (await named('X0001.JPG')).length === 1)
  writeFileSync(join(dir, 'two', 'X0001.JPG'), second)
  await until(async () => (await named('X0001.JPG')).length === 2)
  expect((await state()).cameras.sort()).toEqual(['Second body', 'Test body'])
  const raw = dngOf(
    { width: 2, height: 2, linear: new Float32Array(12) },
    { headroomStops: 0.5, balance: [0.5, 0.5] },
    {
      camera: 'Test body',
      flashFired: false,
      settings: { apertureStops: 7, shutterStops: 8, isoStops: 0 },
      focalMm: 100,
      takenAt: new Date(now - 60_000)
    }
  )
  writeFileSync(join(dir, 'one', 'X0001.DNG'), raw)
  await until(async () => (await named('X0001.JPG')).some(({ hasRaw }) => hasRaw))
  const [older, newer] = await named('X0001.JPG')
  expect([older!.hasRaw, newer!.hasRaw]).toEqual([true, false])
})

test('a folder that goes away is said so, and goes on when it is back', async () => {
  const aside = `${dir}-aside`
  renameSync(dir, aside)
  await until(async () => (await state()).problem !== null)
  expect((await state()).problem).toMatch(/not there any more/)
  renameSync(aside, dir)
  await until(async () => (await state()).problem === null)
  writeFileSync(join(dir, 'back.jpg'), await picture())
  await until(async () => (await named('back.jpg')).length === 1)
})

test('what lay there before is left alone, unless it is asked for', async () => {
  const card = mkdtempSync(join(tmpdir(), 'fine-spark-card-'))
  writeFileSync(join(card, 'old.jpg'), await picture())
  await pause(1100)
  await server.call('PUT', `/api/shoots/${SHOOT}/folder`, { path: card })
  writeFileSync(join(card, 'new.jpg'), await picture())
  await until(async () => (await named('new.jpg')).length === 1)
  expect(await named('old.jpg')).toEqual([])
  await server.call('PUT', `/api/shoots/${SHOOT}/folder`, { path: card, all: true })
  await until(async () => (await named('old.jpg')).length === 1)
  expect(await named('new.jpg')).toHaveLength(1)
})

test('what is no folder is refused at its field; nothing watched is nothing', async () => {
  const put = (body: unknown) => server.call('PUT', `/api/shoots/${SHOOT}/folder`, body)
  const file = join(dir, 'file')
  writeFileSync(file, '')
  for (const [path, words] of [
    ['relative/path', /whole path/],
    [join(dir, 'nowhere'), /no such folder/],
    [file, /not a folder/],
    ['', /path of a folder/]
  ] as const)
    expect(await put({ path })).toMatchObject({
      status: 422,
      json: { errors: [{ path: 'path', message: expect.stringMatching(words) }] }
    })
  // What was watched before still is.
  expect((await state()).path).toBe(dir)
  const remove = () => server.call('DELETE', `/api/shoots/${SHOOT}/folder`)
  expect((await remove()).status).toBe(204)
  expect((await remove()).status).toBe(404)
  expect(await state()).toBeNull()
})

test('a server that is started again goes on with its folder; a full disk is said so', async () => {
  const { dataDir } = server
  writeFileSync(join(dir, 'before.jpg'), await picture())
  await until(async () => (await named('before.jpg')).length === 1)
  await server.stop({ keep: true })
  // Not another byte may be taken.
  server = await testServer({ dataDir, keepFreeBytes: Number.MAX_SAFE_INTEGER })
  const before = (await frames()).length
  writeFileSync(join(dir, 'full.jpg'), await picture())
  await until(async () => (await state()).refused.length === 1)
  expect((await state()).refused[0]).toMatchObject({
    name: 'full.jpg',
    why: expect.stringMatching(/free/)
  })
  expect(await frames()).toHaveLength(before)
  await server.stop({ keep: true })
  server = await testServer({ dataDir })
  await until(async () => (await named('full.jpg')).length === 1)
  expect(await named('before.jpg')).toHaveLength(1)
  rmSync(dir, { recursive: true })
})
