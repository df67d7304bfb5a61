import { describe, expect, it } from '@jest/globals'
import { encoded } from './tone'
import { factsOf, noiseOf } from './facts'
import { merge, newFilm, sourcesOf } from './film'
import { developed, mixed, notMixed, remixed } from './mix'
import { pictureOf, sameLight } from './picture'
import { traceFilm } from './render'
import { factorsOf } from './sources'
import { tracerOf } from './trace'
import { worldOf } from './world'
import { denoised, meansOf } from './denoise'
import { lightStops } from '../ledger/cells'
import { ledgerOf } from '../ledger/ledger'
import { testLight, testPlan, testStrobe } from '../testing'

/** A ball on a table, a panel from the side, a bare head from behind. */
const plan = testPlan((draft) => {
  draft.subject = {
    ...draft.subject,
    shape: 'ellipsoid',
    widthMm: 20,
    heightMm: 14,
    depthMm: 20,
    reflectance: 0.3
  }
  draft.table = {
    belowMm: 7.5,
    widthMm: 400,
    depthMm: 300,
    reflectance: 0.2,
    finish: 'matt',
    roughness: 0
  }
  draft.settings = { ...draft.settings, apertureStops: 9 }
  draft.lights = [
    testLight({
      strobe: testStrobe({ face: { kind: 'rectangle', widthMm: 120, heightMm: 120 } }),
      at: { distanceMm: 250, azimuthDeg: 60, elevationDeg: 40 }
    }),
    testLight({ id: 'B', at: { distanceMm: 250, azimuthDeg: 150, elevationDeg: 30 } })
  ]
})
const tracer = tracerOf(worldOf(plan))
const filmOf = (samples: number, width = 60, height = 40) => {
  const film = newFilm(width, height, tracer.sources)
  traceFilm(tracer, film, samples)
  return film
}

describe('a film', () => {
  it('is the same bit for bit, traced in one or in stripes and steps', () => {
    const whole = filmOf(5)
    const together = newFilm(60, 40, tracer.sources)
    for (const first of [2, 0, 1]) {
      const part = newFilm(60, 40, tracer.sources, { first, step: 3 })
      traceFilm(tracer, part, 2)
      traceFilm(tracer, part, 3)
      merge(part, together)
    }
    expect(together).toEqual(whole)
  })

  it('has a sum for ambient at the subject, behind it, and for each light', () => {
    expect(tracer.sources).toBe(sourcesOf(2))
    expect(tracer.sources).toBe(4)
  })
})

describe('mixing', () => {
  const picture = pictureOf([filmOf(8)])
  const linearOf = (changed = plan): Float32Array => {
    const linear = new Float32Array(picture.width * picture.height * 3)
    mixed(picture.light, factorsOf(plan, changed), linear)
    return linear
  }

  it('takes a light at a stop less for half as bright, without tracing', () => {
    const [a, b] = plan.lights
    const only = { ...plan, lights: [a!, { ...b!, on: false }] }
    const less = { ...only, lights: [{ ...a!, powerStops: a!.powerStops - 1 }, only.lights[1]!] }
    const full = linearOf(only)
    const half = linearOf(less)
    expect(sameLight(plan, less)).toBe(true)
    for (let i = 0; i < full.length; i += 97) expect(half[i]).toBeCloseTo(full[i]! / 2, 6)
  })

  it('gives each light what the ledger gives it on an 18 % card', () => {
    const factors = factorsOf(plan, plan)
    plan.lights.forEach((light, i) => {
      for (let k = 0; k < 3; k++)
        expect(Math.log2(factors[3 * (2 + i) + k]!)).toBeCloseTo(lightStops(plan, light), 7)
    })
  })

  it('gives the same brought up to date light by light as mixed anew', () => {
    const size = picture.width * picture.height * 3
    const stepped = new Float32Array(size)
    const last = notMixed()
    for (const power of [-3, -2.5, -7, 0, -1]) {
      const next = { ...plan, lights: [{ ...plan.lights[0]!, powerStops: power }, plan.lights[1]!] }
      remixed(picture.light, factorsOf(plan, next), stepped, [null, null, null, null], last)
      const anew = new Float32Array(size)
      mixed(picture.light, factorsOf(plan, next), anew)
      for (let i = 0; i < size; i += 31) expect(stepped[i]).toBeCloseTo(anew[i]!, 4)
    }
    expect(last.times).toBe(4)
  })

  it('draws what is shown along with it, as it would be drawn anew', () => {
    const size = picture.width * picture.height * 3
    const out = new Float32Array(size)
    const [rgba, anew] = [0, 1].map(() => new Uint8ClampedArray((size / 3) * 4))
    const last = notMixed()
    const rows = [null, null, null, null]
    for (const [power, curve] of [
      [-3, 'plain'],
      [-2.5, 'plain'],
      [-2.5, 'camera'],
      [-6, 'camera'],
      [-6, 'plain']
    ] as const) {
      const next = { ...plan, lights: [{ ...plan.lights[0]!, powerStops: power }, plan.lights[1]!] }
      const drawn = { rgba: rgba!, curve }
      expect(remixed(picture.light, factorsOf(plan, next), out, rows, last, drawn)).toBe(true)
      expect(remixed(picture.light, factorsOf(plan, next), out, rows, last, drawn)).toBe(false)
      developed(out, anew!, curve)
      expect(rgba).toEqual(anew)
    }
  })

  it('leaves out what is not shown', () => {
    expect([...factorsOf(plan, plan, 'ambient')].slice(6)).toEqual([0, 0, 0, 0, 0, 0])
    expect(factorsOf(plan, plan, 'B')[6]).toBe(0)
    expect(factorsOf(plan, plan, 'B')[9]).toBeGreaterThan(0)
  })

  it('asks for new light when something moves or the aperture changes', () => {
    const [a, b] = plan.lights
    const moved = { ...plan, lights: [{ ...a!, at: { ...a!.at, distanceMm: 300 } }, b!] }
    expect(sameLight(plan, moved)).toBe(false)
    const wider = { ...plan, settings: { ...plan.settings, apertureStops: 6 } }
    expect(sameLight(plan, wider)).toBe(false)
    const iso = { ...plan, settings: { ...plan.settings, isoStops: 3 } }
    expect(sameLight(plan, iso)).toBe(true)
    // What is seen to move is elsewhere when the shutter stays open longer.
    const moves = { ...plan, subject: { ...plan.subject, speedMmS: 400 } }
    const longer = { ...moves, settings: { ...moves.settings, shutterStops: 4 } }
    expect(sameLight(moves, longer)).toBe(false)
    expect(sameLight(plan, { ...plan, settings: longer.settings })).toBe(true)
    expect(sameLight(moves, { ...moves, settings: { ...moves.settings, isoStops: 3 } })).toBe(true)
  })

  it('shows level 0 at 118 of 255, and clips white', () => {
    const rgba = new Uint8ClampedArray(12)
    developed(Float32Array.of(1, 1, 1, 1 / 0.18, 9, 0, 0.5, 0.25, 2 ** -7), rgba)
    expect([...rgba.slice(0, 4)]).toEqual([118, 118, 118, 255])
    expect([...rgba.slice(4, 7)]).toEqual([255, 255, 0])
    // Source: IEC 61966-2-1; grey card one, two and seven stops down.
    expect([...rgba.slice(8, 11)]).toEqual([85, 60, 5])
    expect(Math.round(encoded(0.18))).toBe(118)
  })

  it('knows how much is black and how much clips', () => {
    const [a, b] = plan.lights
    const bright = { ...plan, lights: [{ ...a!, powerStops: 0 }, b!] }
    const settings = { ...plan.settings, isoStops: 6 }
    const over = linearOf({ ...bright, settings })
    const facts = factsOf(picture, over)
    expect(facts.clipped).toBeGreaterThan(0.02)
    const none = new Float32Array(over.length)
    expect(factsOf(picture, none)).toMatchObject({ black: 1, clipped: 0 })
    const factors = factorsOf(plan, plan)
    expect(noiseOf(picture, none, factors)).toBe(0)
    expect(noiseOf(picture, linearOf(), factors)).toBeGreaterThan(0)
    for (const counts of facts.histogram)
      expect(counts.reduce((sum, each) => sum + each)).toBeCloseTo(1, 9)
  })

  it('agrees with the ledger at a place, cleaned and all', () => {
    const ledger = ledgerOf(plan)
    const world = worldOf(plan)
    const front = world.scene.places.find((place) => place.id === 'front')!
    expect(front.at[0]).toBeCloseTo(0, 6)
    const { width, height } = picture
    const linear = linearOf()
    const p = (height / 2) * width + width / 2
    expect(Math.abs(Math.log2(linear[p * 3 + 1]!) - ledger.totals.front!)).toBeLessThan(0.15)
  })
})

describe('the denoiser', () => {
  const truth = meansOf(filmOf(200)).light
  const few = filmOf(6)
  const clean = denoised(few)
  const raw = meansOf(few).light
  /** How far off in stops nineteen in twenty of the pixels above −8 stops are. */
  const offBy = (light: Float32Array): number => {
    const off: number[] = []
    const from = 2 * 60 * 40 * 3
    const most = Math.max(...truth.subarray(from))
    for (let i = from; i < truth.length; i += 3)
      if (truth[i]! > most / 256) off.push(Math.abs(Math.log2((light[i]! + 1e-9) / truth[i]!)))
    off.sort((a, b) => a - b)
    return off[Math.floor(off.length * 0.95)]!
  }

  it('brings a picture nearer to what many samples show', () => {
    expect(offBy(clean.light)).toBeLessThan(0.6 * offBy(raw))
  })

  it('keeps the light as a whole', () => {
    const sum = (light: Float32Array): number => light.reduce((all, each) => all + each, 0)
    expect(Math.abs(Math.log2(sum(clean.light) / sum(raw)))).toBeLessThan(0.02)
  })

  it('leaves even light even', () => {
    const even = filmOf(4)
    even.light.fill(2)
    even.squares.fill(1)
    expect(new Set(denoised(even).light)).toEqual(new Set([0.5]))
  })
})
