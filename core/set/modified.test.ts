// checks: tubes, grids, diffusers (brute force through the tube, photons in it, energy)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Face, Modifier } from '../kit/kit'
import type { Light } from '../plan/plan'
import { testLight, testModifier, testPlan, testStrobe } from '../testing'
import { randomOf } from '../truth/tracer'
import { gather, newGathered } from './gather'
import { modifiedBy } from './modified'
import { sceneOf } from './scene'
import { surfacesOf } from './surface'
import type { Vec } from './vec'

const stops = (share: number): number => Math.log2(share)
/** A light at the origin of its own axes, looking along −z, asked at points before it. */
function source(part: Partial<Light>): (at: Vec) => number {
  const plan = testPlan((p) => {
    p.lights = [
      testLight({
        at: { distanceMm: 1000, azimuthDeg: 0, elevationDeg: 0 },
        aim: { kind: 'free', azimuthDeg: 180, elevationDeg: 0 },
        ...part
      })
    ]
  })
  const head = sceneOf(plan).heads[0]!
  const none = surfacesOf([])
  const into = newGathered()
  const axisStops = head.modifierStops.reduce((sum, each) => sum + each, 0)
  return ([x, y, z]) => {
    gather(head, none, [x, y, 1000 - z], null, -1, into)
    return into.open * 2 ** axisStops
  }
}
const strobe = (face: Face, beamDeg = 120) => testStrobe({ face, beamDeg })
const disc = (diameterMm: number): Face => ({ kind: 'disc', diameterMm })
const snoot = (throatMm: number, lengthMm: number, innerReflectance = 0): Modifier =>
  testModifier({ lossStops: 0, beam: { kind: 'snoot', throatMm, lengthMm, innerReflectance } })
const grid = (beamDeg: number, lossStops = 0): Modifier =>
  testModifier({ lossStops, beam: { kind: 'cut', beamDeg } })
const spread = (beamDeg: number, lossStops = 0, face: Modifier['face'] = { kind: 'keep' }) =>
  testModifier({ lossStops, beam: { kind: 'spread', beamDeg }, face })

/** All light into the half space by a sum over directions from very far off, GN 1 m. */
function allLight(part: Partial<Light>): number {
  const light = source(part)
  const far = 1e6
  let sum = 0
  const [rings, rounds] = [90, 4]
  for (let i = 0; i < rings; i++) {
    const t = (i + 0.5) / rings
    const off = (Math.PI / 2) * t * t
    const ring = (2 * Math.PI * Math.sin(off) * Math.PI * t) / rings / rounds
    for (let k = 0; k < rounds; k++) {
      const round = (2 * Math.PI * (k + 0.3)) / rounds
      const at: Vec = [
        far * Math.sin(off) * Math.cos(round),
        far * Math.sin(off) * Math.sin(round),
        far * Math.cos(off)
      ]
      sum += light(at) * ring * (far / 1000) ** 2
    }
  }
  return sum
}

describe('a snoot is a tube with a depth', () => {
  test('filled, on its axis: the disc at its back, all of it in sight, at its true distance', () => {
    const [r, l] = [22.5, 130]
    const light = source({ strobe: strobe(disc(60)), modifiers: [snoot(2 * r, l)] })
    for (const d of [30, 60, 130, 300, 500, 2000]) {
      // A Lambertian disc of all the head's strength: E = (1 / πr²)·π·r²/(r² + d²), per m².
      // (No surface: the mean of the cosine is left out, which the sum does as well.)
      const want = 1e6 / (r * r + (d + l) ** 2)
      expect(Math.abs(stops(light([0, 0, d]) / want))).toBeLessThan(0.03)
    }
    // Against a head whose face stands at the mouth, "unchanged inside": nearer than half a metre
    // 0.7 to 2.3 stops less.
    const lessBy = (d: number): number => -stops((light([0, 0, d]) * d * d) / 1e6)
    expect(lessBy(500)).toBeCloseTo(2 * Math.log2(630 / 500), 1)
    expect(lessBy(105)).toBeGreaterThan(2.2)
  })
  test('anywhere: as counted over the face, ray by ray through both its ends', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: 60 }),
        fc.integer({ min: 40, max: 200 }),
        fc.integer({ min: 5, max: 90 }),
        fc.integer({ min: 20, max: 800 }),
        fc.double({ min: 0, max: 0.8, noNaN: true }),
        (throat, length, face, d, share) => {
          const light = source({ strobe: strobe(disc(face)), modifiers: [snoot(throat, length)] })
          const r = throat / 2
          const lit = Math.min(r, face / 2)
          // Off the axis by a share of how wide the spot is there.
          const x = share * ((lit + r) * (d / length) + r)
          let [all, sum] = [0, 0]
          const n = 160
          for (let i = 0; i < n; i++)
            for (let k = 0; k < n; k++) {
              const u = lit * ((2 * i + 1) / n - 1)
              const v = lit * ((2 * k + 1) / n - 1)
              if (u * u + v * v > lit * lit) continue
              all++
              const through = length / (length + d)
              if (Math.hypot(u + (x - u) * through, v - v * through) > r) continue
              const d2 = (x - u) ** 2 + v * v + (d + length) ** 2
              // Lambertian: the cosine at the face.
              sum += (((d + length) / Math.sqrt(d2)) * 1e6) / d2
            }
          const got = light([x, 0, d])
          const want = sum / all
          const full = 1e6 / (d + length) ** 2
          // Within a fiftieth of a stop, or of the little there is at the very edge.
          expect(Math.abs(got - want)).toBeLessThan(0.02 * want + 0.004 * full)
        }
      ),
      { numRuns: 60 }
    )
  })
  test('nothing leaves a black one past its cut, and none is seen beside the mouth', () => {
    const light = source({ strobe: strobe(disc(60)), modifiers: [snoot(22, 110)] })
    for (const d of [1, 20, 200, 2000]) {
      const edge = 11 + (d * 22) / 110
      expect(light([edge + 0.01, 0, d])).toBe(0)
      expect(light([edge - 0.6, 0, d])).toBeGreaterThan(0)
    }
    expect(light([0, 0, -1])).toBe(0)
  })
  test('a white one throws on what its wall gets: photons followed through it', () => {
    const random = randomOf(11)
    for (let i = 0; i < 9; i++) random()
    const [r, l, rho] = [20, 60, 0.8]
    const lambert = (): [number, number, number] => {
      const [s, phi] = [Math.sqrt(random()), 2 * Math.PI * random()]
      return [s * Math.cos(phi), s * Math.sin(phi), Math.sqrt(1 - s * s)]
    }
    const photons = 60_000
    let [straight, thrown] = [0, 0]
    for (let i = 0; i < photons; i++) {
      const [s, phi] = [r * Math.sqrt(random()), 2 * Math.PI * random()]
      let [x, y, z] = [s * Math.cos(phi), s * Math.sin(phi), 0]
      let [dx, dy, dz] = lambert()
      for (let bounces = 0; ; bounces++) {
        // Where it meets the round wall, or leaves by an end before.
        const a = dx * dx + dy * dy
        const b = x * dx + y * dy
        const t = a < 1e-12 ? Infinity : (-b + Math.sqrt(b * b - a * (x * x + y * y - r * r))) / a
        const out = z + dz * t
        if (out > l) {
          if (bounces) thrown++
          else straight++
          break
        }
        if (out < 0 || random() > rho) break
        ;[x, y, z] = [x + dx * t, y + dy * t, out]
        const [nx, ny] = [-x / r, -y / r]
        const [u, v, w] = lambert()
        // Out of the wall: along its normal w, along the tube u, around v.
        ;[dx, dy, dz] = [nx * w - ny * v, ny * w + nx * v, u]
        x *= 1 - 1e-9
        y *= 1 - 1e-9
      }
    }
    const bare = allLight({ strobe: strobe(disc(40)) })
    const black = allLight({ strobe: strobe(disc(40)), modifiers: [snoot(40, 60)] })
    const white = allLight({ strobe: strobe(disc(40)), modifiers: [snoot(40, 60, rho)] })
    expect(black / bare).toBeCloseTo(straight / photons, 2)
    expect(Math.abs(stops((white - black) / bare / (thrown / photons)))).toBeLessThan(0.05)
    expect(white).toBeLessThan(bare)
  })
})

describe('a grid is many small tubes', () => {
  const far = (deg: number): Vec => {
    const off = (deg * Math.PI) / 180
    return [1e5 * Math.sin(off), 0, 1e5 * Math.cos(off)]
  }
  test('at half its angle its cells take 1.35 stops, past it all', () => {
    const bare = source({ strobe: strobe(disc(40)) })
    for (const cut of [10, 20, 40]) {
      const light = source({ strobe: strobe(disc(40)), modifiers: [grid(cut)] })
      const half = (Math.atan(Math.tan((cut * Math.PI) / 360) / 2) * 180) / Math.PI
      expect(light(far(0))).toBeCloseTo(bare(far(0)), 6)
      expect(stops(light(far(half)) / bare(far(half)))).toBeCloseTo(-1.35, 1)
      expect(light(far(cut / 2 + 0.03))).toBe(0)
    }
  })
  test('one cell, points of its far end counted through its near one', () => {
    const n = 400
    for (const x of [0.1, 0.25, 0.5, 0.75, 0.9]) {
      let [all, through] = [0, 0]
      for (let i = 0; i < n; i++)
        for (let k = 0; k < n; k++) {
          const [u, v] = [(2 * i + 1) / n - 1, (2 * k + 1) / n - 1]
          if (u * u + v * v > 1) continue
          all++
          if ((u + 2 * x) ** 2 + v * v <= 1) through++
        }
      const deg = (Math.atan(x * Math.tan((30 * Math.PI) / 360)) * 180) / Math.PI
      const light = source({ strobe: strobe(disc(40)), modifiers: [grid(30)] })
      const bare = source({ strobe: strobe(disc(40)) })
      expect(light(far(deg)) / bare(far(deg))).toBeCloseTo(through / all, 2)
    }
  })
})

describe('a diffuser sends out no more than it gets', () => {
  const exponent = (beamDeg: number): number => -1 / Math.log2(Math.cos((beamDeg * Math.PI) / 360))
  test.each([20, 40, 60, 90, 120])('on a head of %d°: by the light of both beams', (beamDeg) => {
    const modified = modifiedBy({
      strobe: strobe(disc(40), beamDeg),
      modifiers: [spread(120)],
      zoomMm: null
    })
    // All the light of a cosⁿ beam is 2π/(n + 1) of its axis; the spread has n = 1.
    expect(modified.stops[0]).toBeCloseTo(stops(2 / (exponent(beamDeg) + 1)), 3)
  })
  test('a cap on a head zoomed to 20° gives a fortieth on its axis, not a half', () => {
    const { stops: got } = modifiedBy({
      strobe: strobe(disc(40), 20),
      modifiers: [spread(120)],
      zoomMm: null
    })
    expect(got[0]).toBeLessThan(-4.5)
  })
  test('what is measured stands over it, but never past what enters', () => {
    const cap = (measured: Modifier['measured']) =>
      modifiedBy({
        strobe: strobe(disc(40), 60),
        modifiers: [testModifier({ ...spread(120), measured })],
        zoomMm: null
      })
    expect(cap([{ deg: 0, stops: -2.5 }])).toMatchObject({ stops: [-2.5], held: false })
    const held = cap([{ deg: 0, stops: -1 }])
    expect(held.held).toBe(true)
    expect(held.stops[0]).toBeCloseTo(stops(2 / (exponent(60) + 1)), 3)
    const table = source({
      strobe: strobe(disc(40), 60),
      modifiers: [
        testModifier({
          ...spread(120),
          measured: [
            { deg: 0, stops: -2 },
            { deg: 30, stops: -3 },
            { deg: 60, stops: -6 }
          ]
        })
      ]
    })
    const bare = source({ strobe: strobe(disc(40), 60) })
    const point = (deg: number): Vec => [
      1e5 * Math.sin((deg * Math.PI) / 180),
      0,
      1e5 * Math.cos((deg * Math.PI) / 180)
    ]
    const axis = bare(point(0))
    expect(stops(table(point(0)) / axis)).toBeCloseTo(-2, 3)
    expect(stops(table(point(30)) / axis)).toBeCloseTo(-3, 3)
    expect(stops(table(point(45)) / axis)).toBeCloseTo(-4.5, 3)
    expect(table(point(60.1))).toBe(0)
  })
})

test('property: no stack of modifiers gives more light than enters it', () => {
  const modifier = fc.oneof(
    fc.record({ kind: fc.constant('keep' as const) }),
    fc.record({ kind: fc.constant('cut' as const), beamDeg: fc.integer({ min: 4, max: 150 }) }),
    fc.record({ kind: fc.constant('spread' as const), beamDeg: fc.integer({ min: 20, max: 170 }) }),
    fc.record({
      kind: fc.constant('snoot' as const),
      throatMm: fc.integer({ min: 10, max: 80 }),
      lengthMm: fc.integer({ min: 20, max: 200 }),
      innerReflectance: fc.constantFrom(0, 0.3, 0.9)
    })
  )
  const face = fc.oneof(
    fc.constant({ kind: 'keep' as const }),
    fc.integer({ min: 10, max: 300 }).map(disc),
    fc.constant({ kind: 'rectangle' as const, widthMm: 60, heightMm: 35 })
  )
  fc.assert(
    fc.property(
      fc.integer({ min: 15, max: 140 }),
      fc.array(fc.tuple(modifier, face, fc.constantFrom(0, 0.5), fc.constantFrom(null, 1, -0.5)), {
        minLength: 1,
        maxLength: 3
      }),
      (beamDeg, stack) => {
        const modifiers = stack.map(([beam, own, lossStops, measured]) =>
          testModifier({
            beam,
            face: own,
            lossStops,
            measured: measured === null ? [] : [{ deg: 0, stops: measured }]
          })
        )
        const head = strobe({ kind: 'rectangle', widthMm: 60, heightMm: 40 }, beamDeg)
        let before = allLight({ strobe: head })
        for (let k = 1; k <= modifiers.length; k++) {
          const after = allLight({ strobe: head, modifiers: modifiers.slice(0, k) })
          expect(after).toBeLessThan(before * 1.03)
          before = after
        }
      }
    ),
    { numRuns: 40 }
  )
})
