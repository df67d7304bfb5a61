/** How fast a camera's files are read: in the browser, by the workers that ship. */
import { readdirSync } from 'node:fs'
import { chromium, type Page } from '@playwright/test'
import sharp from 'sharp'
import { LAUNCH } from '../e2e/chromium'
import { startServer } from '../e2e/server'
import { dngOf } from '../simulator/dng'
import { noted, type Notes } from '../simulator/files'
import { median, type Figure } from './figures'
import { peakOf } from './memory'

/** 24 megapixels. */
const [WIDTH, HEIGHT] = [6000, 4000]
const RUNS = 5
const NOTES: Notes = {
  camera: 'Bench',
  settings: { apertureStops: 7, shutterStops: 7, isoStops: 0 },
  focalMm: 100,
  flashFired: true,
  takenAt: new Date('2026-11-20T09:00:00Z')
}

/** A lit thing on black, with grain: what such frames are made of. */
function lightAt(x: number, y: number): number {
  const far = Math.hypot(x / WIDTH - 0.5, (y / HEIGHT - 0.5) / 1.5) / 0.22
  const grain = ((x * 7919 + y * 104729) % 97) / 97
  return far < 1 ? (1 - far * far) * (0.8 + 0.4 * grain) : 0.004 * grain
}

async function jpeg(): Promise<Buffer> {
  const rgb = Buffer.alloc(WIDTH * HEIGHT * 3)
  for (let y = 0, i = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const value = Math.min(255, 255 * Math.sqrt(lightAt(x, y)))
      rgb[i++] = value
      rgb[i++] = value * 0.95
      rgb[i++] = value * 0.9
    }
  const { time } = noted(NOTES)
  return sharp(rgb, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
    .withExif({ IFD2: { DateTimeOriginal: time, ColorSpace: '1' } })
    .jpeg({ quality: 92 })
    .toBuffer()
}

function dng(): Buffer {
  const linear = new Float32Array(WIDTH * HEIGHT * 3)
  for (let y = 0, i = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const light = 6 * lightAt(x, y)
      linear[i++] = light
      linear[i++] = light
      linear[i++] = light
    }
  const look = { headroomStops: 0.6, balance: [0.5, 0.65] as const }
  return dngOf({ width: WIDTH, height: HEIGHT, linear }, look, NOTES)
}

/** The addresses of the workers as built. */
function builtWorkers(): Record<'frame' | 'raw', string> {
  const assets = readdirSync('dist/client/assets')
  const named = (name: string): string =>
    `/assets/${assets.find((file) => file.startsWith(`${name}.worker-`))!}`
  return { frame: named('frame'), raw: named('raw') }
}

/** Seconds each way of reading takes, file by file. */
const timed = (page: Page, workers: Record<'frame' | 'raw', string>, runs: number) =>
  page.evaluate(
    async ([at, times]) => {
      const [jpegFile, rawFile] = await Promise.all(
        ['/bench.jpg', '/bench.dng'].map(async (url) => (await fetch(url)).blob())
      )
      const middle = [{ x: 0.5, y: 0.5, radius: 0.03 }]
      const patches = (worker: Worker, args: readonly unknown[]): Promise<number> =>
        new Promise((resolve) => {
          const began = performance.now()
          worker.onmessage = () => resolve((performance.now() - began) / 1000)
          // Comlink's own way to call a function.
          const argumentList = args.map((value) => ({ type: 'RAW', value }))
          worker.postMessage({ id: String(began), type: 'APPLY', path: ['patches'], argumentList })
        })
      const counted = (worker: Worker): Promise<number> =>
        new Promise((resolve) => {
          const { port1, port2 } = new MessageChannel()
          port1.start()
          const began = performance.now()
          worker.onmessage = () => resolve((performance.now() - began) / 1000)
          const argumentList = [
            { type: 'RAW', value: jpegFile },
            { type: 'HANDLER', name: 'proxy', value: port2 }
          ]
          worker.postMessage({ id: String(began), type: 'APPLY', path: ['read'], argumentList }, [
            port2
          ])
        })
      const bare = async (): Promise<number> => {
        const began = performance.now()
        const bitmap = await createImageBitmap(jpegFile!)
        const seconds = (performance.now() - began) / 1000
        bitmap.close()
        return seconds
      }
      const frame = new Worker(at.frame, { type: 'module' })
      const raw = new Worker(at.raw, { type: 'module' })
      await patches(frame, [jpegFile, middle, []])
      await patches(raw, ['warm', rawFile, middle])
      const found: { bare: number; patch: number; read: number; raw: number }[] = []
      for (let i = 0; i < times; i++)
        found.push({
          bare: await bare(),
          patch: await patches(frame, [jpegFile, middle, []]),
          read: await counted(frame),
          raw: await patches(raw, [String(i), rawFile, middle])
        })
      return found
    },
    [workers, runs] as const
  )

/** One file read once by a worker of its own, as a page that has just been opened would. */
const readOnce = (page: Page, worker: string, file: string): Promise<unknown> =>
  page.evaluate(
    async ([url, path]) => {
      const blob = await (await fetch(path)).blob()
      const fresh = new Worker(url, { type: 'module' })
      const args = path.endsWith('dng')
        ? ['once', blob, [{ x: 0.5, y: 0.5, radius: 0.03 }]]
        : [blob, [{ x: 0.5, y: 0.5, radius: 0.03 }], []]
      await new Promise((resolve) => {
        fresh.onmessage = resolve
        const argumentList = args.map((value) => ({ type: 'RAW', value }))
        fresh.postMessage({ id: 'once', type: 'APPLY', path: ['patches'], argumentList })
      })
      fresh.terminate()
    },
    [worker, file] as const
  )

export async function measure(): Promise<Figure[]> {
  const server = await startServer()
  const browser = await chromium.launch(LAUNCH)
  try {
    const page = await browser.newPage()
    const files = { '/bench.jpg': await jpeg(), '/bench.dng': dng() }
    for (const [path, body] of Object.entries(files))
      await page.route(`**${path}`, (route) => route.fulfill({ body }))
    await page.goto(`${server.url}/`)
    const workers = builtWorkers()
    const rawMb = await peakOf(browser, () => readOnce(page, workers.raw, '/bench.dng'))
    const jpegMb = await peakOf(browser, () => readOnce(page, workers.frame, '/bench.jpg'))
    const found = await timed(page, workers, RUNS)
    const of = (key: keyof (typeof found)[number]): number => median(found.map((each) => each[key]))
    const figure = (key: string, value: number, aim: string, about: string): Figure => ({
      key,
      value: Number(value.toFixed(2)),
      aim,
      about
    })
    return [
      figure(
        'measure.decodeRatio',
        of('read') / of('bare'),
        '≤ 1.3',
        `24 MP JPEG read and counted, against its bare decoding (${of('bare').toFixed(2)} s)`
      ),
      figure(
        'measure.patchRatio',
        of('patch') / of('bare'),
        '',
        'the same for patches alone, without counting every pixel'
      ),
      figure('measure.rawSeconds', of('raw'), '≤ 1.5', '24 MP raw file at half size, a patch read'),
      figure(
        'measure.rawMb',
        rawMb.above,
        '≤ 400',
        `memory the same takes at its peak, the file itself in it; ${Math.round(rawMb.whole)} MB ` +
          'with the page'
      ),
      figure('measure.jpegMb', jpegMb.above, '≤ 400', 'the same of the 24 MP JPEG')
    ]
  } finally {
    await browser.close()
    await server.stop()
  }
}
