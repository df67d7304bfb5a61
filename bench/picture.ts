/** Speeds of the picture, in Node: tracing, cleaning, mixing, and how it scales over two workers. */
import { parentPort, Worker, workerData } from 'node:worker_threads'
import { newFilm, type Film } from '../core/picture/film'
import { notMixed, remixed } from '../core/picture/mix'
import { pictureOf, type Picture } from '../core/picture/picture'
import { traceFilm } from '../core/picture/render'
import { tracerOf } from '../core/picture/trace'
import { worldOf, type World } from '../core/picture/world'
import type { Plan } from '../core/plan/plan'
import { testLight, testPlan, testStrobe } from '../core/testing'
import { median, type Figure } from './figures'

/** Ten analytic things and three area lights: a ball on a table, cards, a background, heads. */
export const analyticSet = (): Plan =>
  testPlan((plan) => {
    plan.subject = {
      ...plan.subject,
      shape: 'ellipsoid',
      finish: 'gloss',
      widthMm: 24,
      heightMm: 18,
      depthMm: 22,
      reflectance: 0.3
    }
    plan.table = {
      belowMm: 9.5,
      widthMm: 500,
      depthMm: 400,
      reflectance: 0.25,
      finish: 'matt',
      roughness: 0
    }
    plan.background = { ...plan.background, distanceMm: 300, reflectance: 0.1 }
    plan.settings = { ...plan.settings, apertureStops: 7 }
    plan.lights = (['A', 'B', 'C'] as const).map((id, i) =>
      testLight({
        id,
        role: i ? 'other' : 'key',
        strobe: testStrobe({
          face: { kind: 'rectangle', widthMm: 60 + 60 * i, heightMm: 60 },
          beamDeg: 120
        }),
        at: { distanceMm: 260, azimuthDeg: -60 + 100 * i, elevationDeg: 35 }
      })
    )
    plan.cards = [-90, 90].map((azimuthDeg, k) => ({
      id: `K${k + 1}`,
      kind: 'card',
      on: true,
      widthMm: 80,
      heightMm: 60,
      reflectance: 0.85,
      at: { distanceMm: 90, azimuthDeg, elevationDeg: 0 },
      aim: { kind: 'place', place: 'focus' }
    }))
  })

/** The same world with every question asked of it counted. */
export function counting(world: World): { readonly world: World; readonly count: () => number } {
  let count = 0
  const counted = (surfaces: World['all']): World['all'] => ({
    ...surfaces,
    nearest: (ray, hit) => (count++, surfaces.nearest(ray, hit)),
    stopped: (some, many, line) => (count++, surfaces.stopped(some, many, line))
  })
  return {
    world: { ...world, seen: counted(world.seen), all: counted(world.all) },
    count: () => count
  }
}

const [WIDTH, HEIGHT] = [480, 320]

/** Traces a stripe; in a worker when the bench is started there. */
function traceStripe(first: number, step: number, samples: number, film?: Film): Film {
  const tracer = tracerOf(worldOf(analyticSet()))
  const own = film ?? newFilm(WIDTH, HEIGHT, tracer.sources, { first, step })
  traceFilm(tracer, own, samples)
  return own
}

/** What a worker of the bench does: a stripe on request, as often as asked. */
export function serveStripes(): void {
  const { first, step } = workerData as { first: number; step: number }
  let film: Film | undefined
  parentPort!.on('message', (samples: number) => {
    film = traceStripe(first, step, samples, film)
    parentPort!.postMessage(film)
  })
}

interface Team {
  readonly trace: (samples: number) => Promise<Film[]>
  readonly end: () => void
}
function team(many: number): Team {
  const workers = Array.from(
    { length: many },
    (_, first) => new Worker(new URL(import.meta.url), { workerData: { first, step: many } })
  )
  return {
    trace: (samples) =>
      Promise.all(
        workers.map(
          (worker) =>
            new Promise<Film>((resolve) => {
              worker.once('message', resolve)
              worker.postMessage(samples)
            })
        )
      ),
    end: () => workers.forEach((worker) => void worker.terminate())
  }
}

async function timed<T>(work: () => Promise<T> | T): Promise<readonly [number, T]> {
  const began = performance.now()
  const made = await work()
  return [performance.now() - began, made]
}

/** How far off a picture is that nineteen in twenty of its pixels above −8 stops are not; stops. */
function offBy(picture: Picture, truth: Picture): number {
  const pixels = picture.width * picture.height
  const together = ({ light }: Picture): Float64Array => {
    const sum = new Float64Array(pixels)
    for (let s = 2; s < picture.sources; s++)
      for (let p = 0; p < pixels; p++) sum[p]! += light[(s * pixels + p) * 3 + 1]!
    return sum
  }
  const [got, want] = [together(picture), together(truth)]
  const most = want.reduce((a, b) => Math.max(a, b), 0)
  const off: number[] = []
  for (let p = 0; p < pixels; p++)
    if (want[p]! > most * 2 ** -10) off.push(Math.abs(Math.log2((got[p]! + 1e-12) / want[p]!)))
  off.sort((a, b) => a - b)
  return off[Math.floor(off.length * 0.95)]!
}

async function cleanMs(): Promise<readonly [number, number]> {
  const reference = team(2)
  const truth = pictureOf(await reference.trace(256))
  reference.end()
  const two = team(2)
  // Warm: as in a page that has drawn a coarse picture before.
  await two.trace(1)
  let spent = 0
  let samples = 1
  for (const add of [5, 6, 12, 16, 24, 40]) {
    const [ms, picture] = await timed(async () => pictureOf(await two.trace(add)))
    spent += ms
    samples += add
    if (offBy(picture, truth) <= 0.1) break
  }
  two.end()
  return [spent, samples]
}

/** One light's step, and everything mixed anew; ms each. */
function remixMs(): readonly [number, number] {
  const [width, height, sources] = [960, 640, 6]
  const light = new Float32Array(width * height * 3 * sources).map((_, i) => (i % 997) / 500)
  const linear = new Float32Array(width * height * 3)
  const rgba = new Uint8ClampedArray(width * height * 4)
  const last = notMixed()
  const times = (change: (i: number) => Float64Array): number => {
    const all: number[] = []
    for (let i = 0; i < 25; i++) {
      const factors = change(i)
      const began = performance.now()
      remixed(light, factors, linear, [], last, { rgba, curve: 'plain' })
      all.push(performance.now() - began)
    }
    return median(all.slice(5))
  }
  // Red, green and blue of each source.
  const even = Array.from({ length: 3 * sources }, (_, k) => 0.1 + Math.floor(k / 3) * 0.05)
  return [
    times((i) =>
      Float64Array.from(even, (each, k) => each + (Math.floor(k / 3) === 3 ? i * 0.01 : 0))
    ),
    times((i) => Float64Array.from(even, (each) => each + i * 0.01))
  ]
}

export async function picture(): Promise<Figure[]> {
  const { world, count } = counting(worldOf(analyticSet()))
  const counted = newFilm(120, 80, tracerOf(world).sources)
  traceFilm(tracerOf(world), counted, 4)
  const raysPerSample = count() / (120 * 80 * 4)
  const tracer = tracerOf(worldOf(analyticSet()))
  traceFilm(tracer, newFilm(120, 80, tracer.sources), 4)
  const rounds = [0, 0, 0]
  for (let i = 0; i < rounds.length; i++) {
    const film = newFilm(240, 160, tracer.sources)
    rounds[i] = (await timed(() => traceFilm(tracer, film, 8)))[0]
  }
  const one = team(1)
  await one.trace(2)
  const [alone] = await timed(() => one.trace(8))
  one.end()
  const two = team(2)
  await two.trace(2)
  const [together] = await timed(() => two.trace(8))
  two.end()
  const [clean, samples] = await cleanMs()
  const [step, all] = remixMs()
  return [
    {
      key: 'picture.raysPerSecond',
      value: Math.round((240 * 160 * 8 * raysPerSample) / (median(rounds) / 1000)),
      aim: '',
      about: `one core, ten analytic things, three area lights, ${raysPerSample.toFixed(1)} rays a sample`
    },
    {
      key: 'picture.workerScaling',
      value: Number((alone / together).toFixed(2)),
      aim: '≥ 1.7',
      about: 'two workers against one, 480×320, 8 samples'
    },
    {
      key: 'picture.cleanMs',
      value: Math.round(clean),
      aim: '≤ 10000',
      about: `two workers, 480×320, ${samples} samples, cleaned, until 95 % lie within 0.1 stop of 256`
    },
    {
      key: 'picture.remixMs',
      value: Number(step.toFixed(1)),
      aim: '≤ 8',
      about: '960×640, six sources, one light stepped, developed; median of 20'
    },
    {
      key: 'picture.mixAllMs',
      value: Number(all.toFixed(1)),
      aim: '',
      about: 'the same, all six anew (ISO, aperture)'
    }
  ]
}
