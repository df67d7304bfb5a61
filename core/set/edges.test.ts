// checks: edges (beams narrower than a face, slits and corners between flags, by brute force)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Plan } from '../plan/plan'
import { testCard, testLight, testModifier, testPlan, testStrobe } from '../testing'
import { leaveOut } from './between'
import { sceneOf } from './scene'
import { isSheet, surfacesOf, type Surface } from './surface'
import { computeTransport } from './transport'
import { sub, type Vec } from './vec'

const lightOf = (plan: Plan, place: string) => {
  const { scene, direct, open } = computeTransport(plan)
  const j = scene.places.findIndex((each) => each.id === place)
  return { direct: direct[j]!, open: open[j]! }
}
const facing = (distanceMm: number, cutDeg: number | null, face = 200): Plan =>
  testPlan((plan) => {
    plan.subject = { ...plan.subject, shape: 'sheet' }
    plan.lights = [
      testLight({
        strobe: testStrobe({
          face: { kind: 'rectangle', widthMm: face, heightMm: face },
          beamDeg: 120
        }),
        modifiers: cutDeg ? [testModifier({ beam: { kind: 'cut', beamDeg: cutDeg } })] : [],
        at: { distanceMm, azimuthDeg: 0, elevationDeg: 0 }
      })
    ]
  })

describe('a beam narrower than the face', () => {
  // Only a disc of the face, d·tan(half the cut), sends light to the place: E = L·π·sin² of it.
  // A grid's cells take two stops of that: ∫ 2x·T(x) dx = 1/4 from its middle to its rim.
  test.each([1, 2, 4, 10])('cut to %d°: the spot of the face that shines here', (cutDeg) => {
    const d = 300
    const half = (cutDeg * Math.PI) / 360
    const want = (Math.PI * Math.sin(half) ** 2) / (0.2 * 0.2) / 4
    const { direct, open } = lightOf(facing(d, cutDeg), 'subject')
    expect(Math.abs(Math.log2(direct / want))).toBeLessThan(0.02)
    expect(open).toBe(direct)
  })
  test('property: however narrow and wherever it looks from, its middle is lit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 40, noNaN: true }),
        fc.integer({ min: 20, max: 900 }),
        fc.integer({ min: 60, max: 2000 }),
        fc.integer({ min: -70, max: 70 }),
        (cutDeg, face, distanceMm, azimuthDeg) => {
          const plan = facing(distanceMm, cutDeg, face)
          plan.lights[0]!.at = { distanceMm, azimuthDeg, elevationDeg: 0 }
          expect(lightOf(plan, 'subject').direct).toBeGreaterThan(0)
        }
      ),
      { numRuns: 60 }
    )
  })
})

test.each([8, 3, 1])('a slit of %d mm between two flags lets its share through', (slit) => {
  const plan = facing(300, null)
  plan.cards = [1, -1].map((side, i) => {
    // Half-way to the face, each reaching from the slit's edge past the face's.
    const x = side * (slit / 2 + 100)
    return testCard({
      id: `K${i + 1}`,
      widthMm: 200,
      heightMm: 400,
      at: {
        distanceMm: Math.hypot(x, 150),
        azimuthDeg: (Math.atan2(x, 150) * 180) / Math.PI,
        elevationDeg: 0
      },
      aim: { kind: 'free', azimuthDeg: 0, elevationDeg: 0 }
    })
  })
  const { direct, open } = lightOf(plan, 'subject')
  // The strip of the face seen through it is twice as wide, and brighter than the face's mean.
  let all = 0
  let seen = 0
  for (let i = 0; i < 800; i++)
    for (let k = 0; k < 200; k++) {
      const [x, y] = [(i + 0.5) / 4 - 100, k + 0.5 - 100]
      const e = 1 / (x * x + y * y + 300 * 300) ** 2
      all += e
      if (Math.abs(x) < slit) seen += e
    }
  expect(Math.abs(Math.log2(direct / open / (seen / all)))).toBeLessThan(slit < 3 ? 0.3 : 0.06)
})

test('a face with one corner in sight is not dark, and with none it is', () => {
  const hiding = (widthMm: number): Plan => {
    const plan = facing(300, null, 100)
    plan.cards = [
      testCard({
        widthMm,
        heightMm: widthMm,
        at: { distanceMm: 150, azimuthDeg: 0, elevationDeg: 0 },
        aim: { kind: 'free', azimuthDeg: 0, elevationDeg: 0 }
      })
    ]
    return plan
  }
  expect(lightOf(hiding(51), 'subject').direct).toBe(0)
  const rim = lightOf(hiding(49), 'subject')
  // 1 − (98/100)² of the face: a frame a millimetre wide.
  expect(rim.direct / rim.open).toBeGreaterThan(0.03)
  expect(rim.direct / rim.open).toBeLessThan(0.05)
})

test('property: what hides one point of a ball from one of another is never left out', () => {
  const coordinate = fc.double({ min: -300, max: 300, noNaN: true })
  const point = fc.tuple(coordinate, coordinate, coordinate)
  const inside = fc.tuple(
    fc.double({ min: -0.57, max: 0.57, noNaN: true }),
    fc.double({ min: -0.57, max: 0.57, noNaN: true }),
    fc.double({ min: -0.57, max: 0.57, noNaN: true })
  )
  const scenes = [-70, -30, 0, 25, 65].map((turn) => {
    const plan = facing(300, null)
    plan.subject = { ...plan.subject, shape: 'cylinder', widthMm: 80, depthMm: 50 }
    plan.table = {
      belowMm: 60,
      widthMm: 400,
      depthMm: 300,
      reflectance: 0.3,
      finish: 'matt',
      roughness: 0
    }
    plan.cards = [
      testCard({
        widthMm: 120,
        heightMm: 90,
        at: { distanceMm: 130, azimuthDeg: turn, elevationDeg: 20 },
        aim: { kind: 'free', azimuthDeg: 2 * turn, elevationDeg: turn }
      })
    ]
    return sceneOf(plan)
  })
  fc.assert(
    fc.property(
      point,
      point,
      fc.double({ min: 0, max: 120, noNaN: true }),
      fc.double({ min: 0, max: 120, noNaN: true }),
      inside,
      inside,
      fc.nat(),
      (a, b, ra, rb, ia, ib, turn) => {
        const { surfaces } = scenes[turn % scenes.length]!
        const out = new Int32Array(16)
        const count = surfaces.between(Float64Array.of(...a, ra, ...b, rb), -1, out)
        const listed = [...out.subarray(0, count)]
        const p = a.map((v, k) => v + ia[k]! * ra) as unknown as Vec
        const q = b.map((v, k) => v + ib[k]! * rb) as unknown as Vec
        surfaces.list.forEach((_: Surface, i) => {
          if (surfaces.stops(i, Float64Array.of(...p, ...sub(q, p)))) expect(listed).toContain(i)
        })
      }
    ),
    { numRuns: 3000 }
  )
})

test('property: a sheet stands before none of its own spots, so it may be left out of what does', () => {
  const plan = facing(300, null)
  plan.cards = [20, 70].map((deg, k) =>
    testCard({
      id: `K${k + 1}` as 'K1',
      at: { distanceMm: 130, azimuthDeg: deg, elevationDeg: deg / 2 },
      aim: { kind: 'free', azimuthDeg: 2 * deg, elevationDeg: deg }
    })
  )
  const { surfaces } = sceneOf(plan)
  const sheets = surfaces.list.flatMap((each, i) => (isSheet(each) ? [[each, i] as const] : []))
  expect(sheets.length).toBeGreaterThan(3)
  const number = fc.integer({ min: -300, max: 300 })
  const share = fc.integer({ min: -100, max: 100 })
  fc.assert(
    fc.property(fc.tuple(number, number, number), share, share, (from, across, up) => {
      for (const [{ at, across: u, upward: v, halfAcross, halfUpward }, i] of sheets) {
        const [a, b] = [(across / 100) * halfAcross, (up / 100) * halfUpward]
        const spot = at.map((x, k) => x + a * u[k]! + b * v[k]!) as unknown as Vec
        expect(surfaces.stops(i, Float64Array.of(...from, ...sub(spot, from)))).toBe(false)
      }
    })
  )
  const found = Int32Array.of(3, 7, 9, 0)
  expect([leaveOut(found, 3, 7), ...found.subarray(0, 2)]).toEqual([2, 3, 9])
  expect(leaveOut(found, 2, -1)).toBe(2)
})

test('a ring is not taken for convex, a disc is', () => {
  const around = {
    id: 'ring',
    kind: 'ring',
    at: [0, 0, 0],
    normal: [0, 0, 1],
    across: [1, 0, 0],
    upward: [0, 1, 0],
    halfAcross: 10,
    halfUpward: 10,
    hole: 0.9
  } as const
  const rings = surfacesOf([around])
  expect(rings.convex(0)).toBe(false)
  expect(surfacesOf([{ ...around, kind: 'disc' }]).convex(0)).toBe(true)
})
