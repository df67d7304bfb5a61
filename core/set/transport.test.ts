// checks: finite source (to 0.01 stop on axis, to 0.05 against brute force tilted, off axis, behind a ball or a flag)
// checks: all bounces (a card by brute force)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Face } from '../kit/kit'
import type { Plan } from '../plan/plan'
import { testCard, testLight, testPlan, testStrobe } from '../testing'
import { gaussNodes } from './faces'
import { transportOf } from './remembered'
import { computeTransport } from './transport'
import { direction, scale, type Vec } from './vec'

/** Lambertian (120° is one stop down at 60°): what the closed forms are about. */
const panel = (face: Face, distanceMm: number, part: Partial<Plan['lights'][number]> = {}) =>
  testLight({
    strobe: testStrobe({ face, beamDeg: 120 }),
    at: { distanceMm, azimuthDeg: 0, elevationDeg: 0 },
    ...part
  })
const oneLight = (light: Plan['lights'][number], change?: (plan: Plan) => void): Plan =>
  testPlan((plan) => {
    plan.lights = [light]
    change?.(plan)
  })
const at = (plan: Plan, place: string, light = 0) => {
  const { scene, direct, open, bounce } = computeTransport(plan)
  const j = scene.places.findIndex((each) => each.id === place)
  const i = light * scene.places.length + j
  return { direct: direct[i]!, open: open[i]!, bounce: bounce[i]! }
}
/** Stops against the point formula at that distance. */
const againstPoint = (plan: Plan, distanceMm: number): number =>
  Math.log2(at(plan, 'subject').direct) + 2 * Math.log2(distanceMm / 1000)

describe('near sources on their axis: closed forms', () => {
  // Uniform Lambertian disc and ring: E = πL·[r2²/(r2²+d²) − r1²/(r1²+d²)] (radiation view factors;
  // math, standard catalogues).
  test.each([
    [50, 100, -0.32],
    [50, 50, -1.0],
    [50, 250, -0.06]
  ])('disc r %d at %d', (r, d, stops) => {
    const got = againstPoint(oneLight(panel({ kind: 'disc', diameterMm: 2 * r }, d)), d)
    expect(got).toBeCloseTo(stops, 2)
    expect(Math.abs(got - Math.log2(d ** 2 / (r ** 2 + d ** 2)))).toBeLessThan(0.01)
  })
  test.each([
    [40, -1.93],
    [60, -1.03],
    [100, -0.42],
    [300, -0.05]
  ])('ring 32–46 at %d', (d, stops) => {
    const got = againstPoint(oneLight(panel({ kind: 'ring', innerMm: 64, outerMm: 92 }, d)), d)
    expect(got).toBeCloseTo(stops, 2)
    expect(
      Math.abs(
        got -
          Math.log2(
            ((46 ** 2 / (46 ** 2 + d ** 2) - 32 ** 2 / (32 ** 2 + d ** 2)) * d ** 2) /
              (46 ** 2 - 32 ** 2)
          )
      )
    ).toBeLessThan(0.01)
  })
  // Rectangle to a parallel element under its middle (radiation view-factor catalogues; value from
  // memory).
  test.each([
    [200, 200, 150, -0.66],
    [300, 200, 200, -0.61],
    [300, 200, 1000, -0.03]
  ])('rectangle %d × %d at %d', (w, h, d, stops) => {
    const [x, y] = [w / 2 / d, h / 2 / d]
    const factor =
      (4 / (2 * Math.PI)) *
      ((x / Math.hypot(1, x)) * Math.atan(y / Math.hypot(1, x)) +
        (y / Math.hypot(1, y)) * Math.atan(x / Math.hypot(1, y)))
    const got = againstPoint(oneLight(panel({ kind: 'rectangle', widthMm: w, heightMm: h }, d)), d)
    expect(got).toBeCloseTo(stops, 2)
    expect(Math.abs(got - Math.log2((factor * Math.PI * d ** 2) / (w * h)))).toBeLessThan(0.01)
  })
  test('200 × 200 at 150: E/(πL) = 0.35768', () => {
    const light = at(
      oneLight(panel({ kind: 'rectangle', widthMm: 200, heightMm: 200 }, 150)),
      'subject'
    ).direct
    // L = I/area with I = 1 at 1 m: E/(πL) = E·area/π, area in m².
    expect((light * 0.04) / Math.PI).toBeCloseTo(0.35768, 3)
  })
  test('property: five sizes away the point formula holds to a tenth of a stop (five-times rule)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 300, noNaN: true }),
        fc.double({ min: 5, max: 40, noNaN: true }),
        (size, times) => {
          expect(
            Math.abs(
              againstPoint(
                oneLight(panel({ kind: 'disc', diameterMm: size }, size * times)),
                size * times
              )
            )
          ).toBeLessThan(0.1)
        }
      )
    )
  })
  test('Gauss–Legendre nodes: weights add up, polynomials to degree 2n − 1 are exact', () => {
    for (const n of [1, 2, 4, 8])
      for (let degree = 0; degree < 2 * n; degree++) {
        const sum = gaussNodes(n).reduce((total, [x, w]) => total + w * x ** degree, 0)
        expect(sum).toBeCloseTo(degree % 2 ? 0 : 1 / (degree + 1), 9)
      }
  })
})

/**
 * Independent brute force: 40 000 even cells of the face, every vector written out again, a ball in
 * the way tested by the distance of the line from its middle and a card by solving for where the
 * line meets its plane.
 */
const bruteForce = (
  face: { w: number; h: number },
  middle: Vec,
  n: number,
  normal: Vec,
  ball?: { c: Vec; r: number },
  card?: { c: Vec; normal: Vec; u: Vec; v: Vec; hu: number; hv: number }
): number => {
  const look = scale(middle, -1 / Math.hypot(...middle))
  const side = ((): Vec => {
    const x = [look[2], 0, -look[0]] as Vec
    const l = Math.hypot(...x) || 1
    return l === 1 && !x[0] && !x[2] ? [1, 0, 0] : scale(x, 1 / l)
  })()
  const top: Vec = [
    look[1] * side[2] - look[2] * side[1],
    look[2] * side[0] - look[0] * side[2],
    look[0] * side[1] - look[1] * side[0]
  ]
  let sum = 0
  const N = 200
  for (let i = 0; i < N; i++)
    for (let k = 0; k < N; k++) {
      const a = ((i + 0.5) / N - 0.5) * face.w
      const b = ((k + 0.5) / N - 0.5) * face.h
      const s = [0, 1, 2].map((q) => middle[q]! + a * side[q]! + b * top[q]!)
      const d = Math.hypot(...s)
      const off = -(s[0]! * look[0] + s[1]! * look[1] + s[2]! * look[2]) / d
      const cosIn = (s[0]! * normal[0] + s[1]! * normal[1] + s[2]! * normal[2]) / d
      if (off <= 0 || cosIn <= 0) continue
      if (ball) {
        const t = (s[0]! * ball.c[0] + s[1]! * ball.c[1] + s[2]! * ball.c[2]) / (d * d)
        const miss = Math.hypot(...[0, 1, 2].map((q) => ball.c[q]! - t * s[q]!))
        if (t > 0 && t < 1 && miss < ball.r) continue
      }
      if (card) {
        const slope = s[0]! * card.normal[0] + s[1]! * card.normal[1] + s[2]! * card.normal[2]
        const t =
          (card.c[0] * card.normal[0] + card.c[1] * card.normal[1] + card.c[2] * card.normal[2]) /
          slope
        const hit = [0, 1, 2].map((q) => t * s[q]! - card.c[q]!)
        const u = hit[0]! * card.u[0] + hit[1]! * card.u[1] + hit[2]! * card.u[2]
        const v = hit[0]! * card.v[0] + hit[1]! * card.v[1] + hit[2]! * card.v[2]
        if (t > 0 && t < 1 && Math.abs(u) < card.hu && Math.abs(v) < card.hv) continue
      }
      sum += (off ** n * cosIn * 1e6) / (d * d) / (N * N)
    }
  return sum
}

describe('independent brute-force integration, to 0.05 stop', () => {
  test('tilted and off axis: any panel, any direction, any surface', () => {
    fc.assert(
      fc.property(
        fc.record({
          w: fc.integer({ min: 20, max: 400 }),
          h: fc.integer({ min: 20, max: 400 }),
          d: fc.integer({ min: 60, max: 900 }),
          azimuth: fc.integer({ min: -75, max: 75 }),
          elevation: fc.integer({ min: -70, max: 70 }),
          beam: fc.constantFrom(60, 90, 120)
        }),
        ({ w, h, d, azimuth, elevation, beam }) => {
          const plan = oneLight(
            testLight({
              strobe: testStrobe({
                face: { kind: 'rectangle', widthMm: w, heightMm: h },
                beamDeg: beam
              }),
              at: { distanceMm: d, azimuthDeg: azimuth, elevationDeg: elevation }
            })
          )
          const n = -1 / Math.log2(Math.cos((beam * Math.PI) / 360))
          const want = bruteForce({ w, h }, scale(direction(azimuth, elevation), d), n, [0, 0, 1])
          if (want < 1e-9) return
          expect(Math.abs(Math.log2(at(plan, 'subject').direct / want))).toBeLessThan(0.05)
        }
      ),
      // Grazing, the face's edge below the surface's horizon: four nodes miss it.
      { numRuns: 40, examples: [[{ w: 36, h: 20, d: 100, azimuth: -71, elevation: 69, beam: 60 }]] }
    )
  })
  test.each([[0.35], [0.6], [0.85]])('a ball in the way, %d of the way to the light', (share) => {
    const face = { w: 160, h: 120 }
    const middle = scale(direction(25, 15), 300)
    const r = 22 * share
    const centre = scale(direction(28, 17), 300 * share)
    // The subject is the ball; the light is judged at a place of the user's at the origin's
    // stand-in, shifted so that the ball sits off it.
    const plan = oneLight(
      testLight({
        strobe: testStrobe({
          face: { kind: 'rectangle', widthMm: face.w, heightMm: face.h },
          beamDeg: 120
        }),
        aim: { kind: 'free', ...aimBack(middle) },
        at: shifted(middle, centre)
      }),
      (p) => {
        p.subject = {
          ...p.subject,
          shape: 'ellipsoid',
          widthMm: 2 * r,
          heightMm: 2 * r,
          depthMm: 2 * r
        }
        p.places = [
          {
            id: 'P1',
            name: 'behind the ball',
            xMm: -centre[0],
            yMm: -centre[1],
            zMm: -centre[2],
            faces: 'lens',
            reflectance: 0.18,
            finish: 'matt'
          }
        ]
      }
    )
    const want = bruteForce(face, middle, 1, [0, 0, 1], { c: centre, r })
    const { direct, open } = at(plan, 'P1')
    expect(direct).toBeLessThan(open)
    expect(Math.abs(Math.log2(direct / want))).toBeLessThan(0.05)
  })
  test.each([
    [40, 60],
    [80, 30],
    [25, 25]
  ])('a flag of %d × %d mm partly in the way', (w, h) => {
    const middle = scale(direction(-30, 20), 250)
    const spot = { distanceMm: 120, azimuthDeg: -22, elevationDeg: 14 }
    const flag = testCard({
      widthMm: w,
      heightMm: h,
      at: spot,
      aim: { kind: 'free', azimuthDeg: 0, elevationDeg: 0 }
    })
    const plan = oneLight(
      testLight({
        strobe: testStrobe({
          face: { kind: 'rectangle', widthMm: 150, heightMm: 100 },
          beamDeg: 120
        }),
        at: { distanceMm: 250, azimuthDeg: -30, elevationDeg: 20 }
      }),
      (p) => {
        p.cards = [flag]
      }
    )
    const want = bruteForce({ w: 150, h: 100 }, middle, 1, [0, 0, 1], undefined, {
      c: scale(direction(-22, 14), 120),
      normal: [0, 0, 1],
      u: [1, 0, 0],
      v: [0, 1, 0],
      hu: w / 2,
      hv: h / 2
    })
    const { direct, open } = at(plan, 'subject')
    expect(direct).toBeLessThan(open)
    expect(Math.abs(Math.log2(direct / want))).toBeLessThan(0.05)
  })
})
function aimBack(middle: Vec) {
  const d = Math.hypot(...middle)
  return {
    azimuthDeg: (Math.atan2(-middle[0], -middle[2]) * 180) / Math.PI,
    elevationDeg: (Math.asin(-middle[1] / d) * 180) / Math.PI
  }
}
function shifted(middle: Vec, by: Vec) {
  const p = [middle[0] - by[0], middle[1] - by[1], middle[2] - by[2]]
  const d = Math.hypot(...p)
  return {
    distanceMm: d,
    azimuthDeg: (Math.atan2(p[0]!, p[2]!) * 180) / Math.PI,
    elevationDeg: (Math.asin(p[1]! / d) * 180) / Math.PI
  }
}

describe('bounce', () => {
  test('one card: ρ·E₁·view factor, against brute force over the card', () => {
    const card = testCard({
      kind: 'card',
      widthMm: 120,
      heightMm: 90,
      reflectance: 0.85,
      at: { distanceMm: 110, azimuthDeg: -70, elevationDeg: 0 }
    })
    const plan = oneLight(
      testLight({
        strobe: testStrobe({ beamDeg: 120 }),
        at: { distanceMm: 400, azimuthDeg: 60, elevationDeg: 0 }
      }),
      (p) => {
        p.cards = [card]
        p.subject = { ...p.subject, shape: 'plume' }
        p.places = [
          {
            id: 'P1',
            name: 'facing the card',
            xMm: 0,
            yMm: 0,
            zMm: 0,
            faces: 'left',
            reflectance: 0.18,
            finish: 'matt'
          }
        ]
      }
    )
    const c = scale(direction(-70, 0), 110)
    const normal = scale(c, -1 / 110)
    const u: Vec = [normal[2], 0, -normal[0]]
    const light = scale(direction(60, 0), 400)
    const N = 60
    let sum = 0
    for (let i = 0; i < N; i++)
      for (let k = 0; k < N; k++) {
        const a = ((i + 0.5) / N - 0.5) * 120
        const b = ((k + 0.5) / N - 0.5) * 90
        const p: Vec = [c[0] + a * u[0], b, c[2] + a * u[2]]
        const toLight = [light[0] - p[0], light[1] - p[1], light[2] - p[2]]
        const d1 = Math.hypot(...toLight)
        const cosAt = (toLight[0]! * normal[0] + toLight[2]! * normal[2]) / d1
        const cosOff =
          (toLight[0]! * light[0] + toLight[1]! * light[1] + toLight[2]! * light[2]) / d1 / 400
        const d2 = Math.hypot(...p)
        const cosOut = -(p[0] * normal[0] + p[2] * normal[2]) / d2
        const cosIn = -p[0] / d2
        sum +=
          (((cosOff * cosAt * 1e6) / d1 ** 2) * 0.85 * cosOut * cosIn * ((120 * 90) / (N * N))) /
          (Math.PI * d2 ** 2)
      }
    expect(Math.abs(Math.log2(at(plan, 'P1').bounce / sum))).toBeLessThan(0.05)
  })
  // Energy, both hemispheres: what a head sends out in front all lands on the walls of a closed
  // room, nothing behind it; one bounce returns ρ of it, no more.
  test.each([[60], [120]])(
    'a head with a %d° beam in a closed white room creates no light',
    (beamDeg) => {
      const side = 2000
      const n = -1 / Math.log2(Math.cos((beamDeg * Math.PI) / 360))
      // Flux of cosⁿ: ∫ cosⁿθ dω over the front hemisphere = 2π/(n + 1), in units of the axis
      // intensity.
      const flux = (2 * Math.PI) / (n + 1)
      const walls: { direct: number; bounce: number } = { direct: 0, bounce: 0 }
      const K = 12
      const cell = side / K
      const spots: { at: Vec; faces: 'left' | 'right' | 'up' | 'lens' }[] = []
      for (let i = 0; i < K; i++)
        for (let k = 0; k < K; k++) {
          const a = (i + 0.5) * cell - side / 2
          const b = (k + 0.5) * cell - side / 2
          const e = side / 2 - 0.01
          spots.push(
            { at: [e, a, b], faces: 'left' },
            { at: [-e, a, b], faces: 'right' },
            { at: [a, -e, b], faces: 'up' },
            { at: [a, b, -e], faces: 'lens' }
          )
        }
      for (let start = 0; start < spots.length; start += 8) {
        const some = spots.slice(start, start + 8)
        const plan = oneLight(
          testLight({
            strobe: testStrobe({ face: { kind: 'disc', diameterMm: 1 }, beamDeg }),
            at: { distanceMm: 5, azimuthDeg: 0, elevationDeg: 0 },
            aim: { kind: 'free', azimuthDeg: 180, elevationDeg: 0 }
          }),
          (p) => {
            p.subject = { ...p.subject, shape: 'plume' }
            p.background = { ...p.background, distanceMm: 5000, widthMm: 10, heightMm: 10 }
            p.room = {
              widthMm: side,
              depthMm: side,
              leftMm: side / 2,
              behindMm: side / 2,
              ceilingMm: side / 2,
              floorMm: side / 2,
              wallReflectance: 0.5,
              ceilingReflectance: 0.5,
              floorReflectance: 0.5
            }
            p.places = some.map((each, q) => ({
              id: `P${q + 1}`,
              name: 'wall',
              xMm: each.at[0],
              yMm: each.at[1],
              zMm: each.at[2],
              faces: each.faces,
              reflectance: 0.18,
              finish: 'matt'
            }))
          }
        )
        const { scene, direct, bounce } = computeTransport(plan)
        scene.places.forEach((place, j) => {
          if (!place.id.startsWith('P')) return
          walls.direct +=
            direct[j]! *
            (cell / 1000) ** 2 *
            (some[Number(place.id.slice(1)) - 1]!.faces === 'up' ? 2 : 1)
          walls.bounce += bounce[j]! * (cell / 1000) ** 2
        })
      }
      // Left, right, floor twice for the ceiling, which mirrors it, far wall; the wall behind the
      // head gets none straight.
      const share = walls.direct / flux
      expect(share).toBeLessThan(1.01)
      expect(share).toBeGreaterThan(0.98)
      // Half of it comes back from each surface, again and again: as much as came straight. Four of
      // the six sides are looked at, and the sixth, behind the head, has no straight light.
      expect(walls.bounce).toBeLessThan(flux)
      expect(walls.bounce).toBeGreaterThan(0.5 * flux)
    }
  )
  test('nothing is lit behind a head, and a flag throws nothing back', () => {
    const plan = oneLight(
      testLight({ at: { distanceMm: 200, azimuthDeg: 0, elevationDeg: 0 } }),
      (p) => {
        p.places = [
          {
            id: 'P1',
            name: 'behind the head',
            xMm: 0,
            yMm: 0,
            zMm: 300,
            faces: 'lens',
            reflectance: 0.18,
            finish: 'matt'
          }
        ]
        p.cards = [
          testCard({
            widthMm: 100,
            heightMm: 100,
            reflectance: 0.9,
            at: { distanceMm: 80, azimuthDeg: 90, elevationDeg: 0 }
          })
        ]
      }
    )
    expect(at(plan, 'P1').direct).toBe(0)
    expect(computeTransport(plan).reflectors).not.toContain('K1')
  })
})

test('property: whatever is put in the way or taken out, straight light only falls, and switching nothing moves it', () => {
  const card = fc.record({
    d: fc.integer({ min: 30, max: 300 }),
    azimuth: fc.integer({ min: -180, max: 180 }),
    h: fc.integer({ min: -60, max: 60 }),
    w: fc.integer({ min: 10, max: 200 })
  })
  fc.assert(
    fc.property(
      fc.array(card, { minLength: 1, maxLength: 4 }),
      fc.integer({ min: -170, max: 170 }),
      (cards, azimuth) => {
        const make = (list: typeof cards) =>
          oneLight(
            testLight({
              strobe: testStrobe({ face: { kind: 'rectangle', widthMm: 80, heightMm: 60 } }),
              at: { distanceMm: 320, azimuthDeg: azimuth, elevationDeg: 20 }
            }),
            (p) => {
              p.subject = { ...p.subject, shape: 'ellipsoid' }
              p.cards = list.map((each, i) =>
                testCard({
                  id: `K${i + 1}`,
                  widthMm: each.w,
                  heightMm: each.w,
                  at: { distanceMm: each.d, azimuthDeg: each.azimuth, elevationDeg: each.h }
                })
              )
            }
          )
        const free = computeTransport(make([]))
        const shaded = computeTransport(make(cards))
        free.direct.forEach((value, i) =>
          expect(shaded.direct[i]!).toBeLessThanOrEqual(value * 1.02 + 1e-12)
        )
      }
    ),
    { numRuns: 60 }
  )
  const plan = oneLight(testLight())
  const first = transportOf(plan)
  expect(
    transportOf({
      ...plan,
      settings: { ...plan.settings, apertureStops: 3 },
      lights: plan.lights.map((each) => ({ ...each, powerStops: -6 }))
    })
  ).toBe(first)
  expect(transportOf({ ...plan, background: { ...plan.background, distanceMm: 77 } })).not.toBe(
    first
  )
})
