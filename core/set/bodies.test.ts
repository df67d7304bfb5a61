// checks: bodies (walking along each ray)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Light, Plan, Position } from '../plan/plan'
import { longly, testLight, testModifier, testPlan, testStrobe } from '../testing'
import { bodyDepthMm, bodyId, frontDiameterMm } from './bodies'
import { inTheWay } from './inTheWay'
import { sceneOf } from './scene'
import { computeTransport, workOut } from './transport'
import type { Vec } from './vec'

const at = (distanceMm: number, azimuthDeg: number, elevationDeg: number): Position => ({
  distanceMm,
  azimuthDeg,
  elevationDeg
})
const disc = (diameterMm: number) => testStrobe({ face: { kind: 'disc', diameterMm } })
const two = (a: Partial<Light>, b: Partial<Light>, change: (p: Plan) => void = () => undefined) =>
  testPlan((p) => {
    p.lights = [testLight({ id: 'A', ...a }), testLight({ id: 'B', role: 'other', ...b })]
    change(p)
  })
const seen = (plan: Plan, light = 0, place = 'subject'): number => {
  const { scene, direct, open } = computeTransport(plan)
  const k = light * scene.places.length + scene.places.findIndex((each) => each.id === place)
  return direct[k]! / open[k]!
}
const bodyOf = (plan: Plan, id: string) =>
  sceneOf(plan).standing.list.filter((each) => each.id === bodyId(id as 'A'))

describe('a head in another’s light', () => {
  test('property: the share of the face that straight lines reach, walked step by step', () => {
    let partly = 0
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 120 }),
        fc.integer({ min: 20, max: 90 }),
        fc.integer({ min: 120, max: 260 }),
        fc.integer({ min: -14, max: 14 }),
        fc.integer({ min: -10, max: 10 }),
        (big, small, near, aside, up) => {
          const plan = two(
            { strobe: disc(big), at: at(400, 40, 5) },
            { strobe: disc(small), at: at(near, 40 + aside, 5 + up) }
          )
          const [a, b] = sceneOf(plan).heads
          const depth = bodyDepthMm(b!.face)
          const inside = (p: Vec): boolean => {
            const from = [0, 1, 2].map((k) => p[k]! - b!.at[k]!)
            const along = from.reduce((sum, v, k) => sum + v * b!.axis[k]!, 0)
            const aside2 = from.reduce((sum, v) => sum + v * v, 0) - along * along
            return along < -0.1 && along > -depth - 0.1 && aside2 < (small / 2) ** 2
          }
          let [all, free] = [0, 0]
          const n = 30
          for (let i = 0; i < n; i++)
            for (let k = 0; k < n; k++) {
              const [u, v] = [(2 * i + 1) / n - 1, (2 * k + 1) / n - 1]
              if (u * u + v * v > 1) continue
              all++
              const from = [0, 1, 2].map(
                (c) => a!.at[c]! + (big / 2) * (u * a!.across[c]! + v * a!.upward[c]!)
              )
              let hit = false
              for (let step = 1; step < 400 && !hit; step++)
                hit = inside(from.map((c) => c * (step / 400)) as unknown as Vec)
              if (!hit) free++
            }
          const want = free / all
          const got = seen(plan)
          if (want > 0.05 && want < 0.95) partly++
          expect(Math.abs(got - want)).toBeLessThan(0.05)
        }
      ),
      { numRuns: longly(40, 16), seed: 4 }
    )
    expect(partly).toBeGreaterThan(4)
  })
  test('off or on, it stands there; its own light it does not shade, nor what stands beside', () => {
    const plan = two(
      { strobe: disc(30), at: at(400, 40, 5) },
      { at: at(200, 40, 5), strobe: disc(60), on: false }
    )
    expect(seen(plan)).toBe(0)
    expect(
      seen(two({ strobe: disc(30), at: at(400, 40, 5) }, { at: at(200, -40, 5), strobe: disc(60) }))
    ).toBe(1)
    expect(inTheWay(sceneOf(plan), 0, 0)).toEqual([{ id: bodyId('B'), share: 1 }])
  })
  test('property: no head shades its own light, whatever it wears', () => {
    const worn = fc.constantFrom<Light['modifiers']>(
      [],
      [
        testModifier({
          beam: { kind: 'snoot', throatMm: 40, lengthMm: 120, innerReflectance: 0.5 }
        })
      ],
      [
        testModifier({
          beam: { kind: 'spread', beamDeg: 120 },
          face: { kind: 'rectangle', widthMm: 200, heightMm: 150 }
        })
      ],
      [testModifier({ face: { kind: 'ring', innerMm: 64, outerMm: 100 } })]
    )
    fc.assert(
      fc.property(
        worn,
        fc.integer({ min: 90, max: 900 }),
        fc.integer({ min: -80, max: 80 }),
        (modifiers, far, azimuth) => {
          const plan = testPlan((p) => {
            p.lights = [
              testLight({ strobe: disc(50), modifiers: [...modifiers], at: at(far, azimuth, 20) })
            ]
          })
          expect(seen(plan)).toBe(1)
        }
      )
    )
  })
  test('a snoot is a body too: its tube, and the head at its back', () => {
    const plan = two(
      { at: at(400, 40, 5) },
      {
        at: at(100, -40, 5),
        strobe: disc(60),
        modifiers: [
          testModifier({
            beam: { kind: 'snoot', throatMm: 22, lengthMm: 110, innerReflectance: 0 }
          })
        ]
      }
    )
    expect(bodyOf(plan, 'B').map((each) => 'half' in each && each.half)).toEqual([
      [11, 55, 11],
      [30, 15, 30]
    ])
  })
})

describe('camera, lens and hood', () => {
  const real = (change: (p: Plan) => void = () => undefined) =>
    testPlan((p) => {
      p.camera = { ...p.camera, bodyWidthMm: null, bodyHeightMm: null }
      p.lens = { ...p.lens, frontDiameterMm: null }
      change(p)
    })
  test('a light behind the camera does not reach the front; beside it it does', () => {
    const lit = (azimuthDeg: number, elevationDeg: number) =>
      seen(
        real((p) => {
          p.lights = [testLight({ strobe: disc(20), at: at(900, azimuthDeg, elevationDeg) })]
        })
      )
    expect(lit(0, 0)).toBe(0)
    expect(lit(2, 3)).toBe(0)
    expect(lit(40, 0)).toBe(1)
  })
  test('sizes of the kit stand over the guess; 0 takes no room', () => {
    const plan = real()
    expect(frontDiameterMm(plan)).toBeCloseTo(1.5 * Math.hypot(36, 24), 6)
    expect(bodyOf(plan, 'camera')).toHaveLength(1)
    const own = real((p) => {
      p.camera = { ...p.camera, bodyWidthMm: 0 }
      p.lens = { ...p.lens, frontDiameterMm: 80 }
    })
    expect(frontDiameterMm(own)).toBe(80)
    expect(bodyOf(own, 'camera')).toEqual([])
    expect(bodyOf(own, 'lens').map((each) => 'half' in each && each.half[0])).toEqual([40])
  })
  test('the hood reaches as far as it shades, half the way to the subject at most; a light on the lens takes its place', () => {
    const hooded = (hoodDeg: number, mount: Light['mount'] = 'stand') =>
      real((p) => {
        p.lens = { ...p.lens, hoodDeg, frontDiameterMm: 60 }
        p.lights = [testLight({ mount, at: at(400, 50, 0) })]
      })
    const { frontMm } = sceneOf(hooded(60)).pose
    const [hood] = bodyOf(hooded(60), 'hood')
    expect(hood && 'half' in hood && 2 * hood.half[1]).toBeCloseTo(30 / Math.tan(Math.PI / 3), 6)
    const [long] = bodyOf(hooded(5), 'hood')
    expect(long && 'half' in long && 2 * long.half[1]).toBeCloseTo(frontMm / 2, 6)
    expect(bodyOf(hooded(60, 'lens'), 'hood')).toEqual([])
  })
  test('the front of the lens is lit inside its hood: that is told by angle, as a veil', () => {
    const plan = real((p) => {
      p.lens = { ...p.lens, hoodDeg: 40 }
      p.lights = [testLight({ at: at(300, 120, 30), aim: { kind: 'place', place: 'lens' } })]
    })
    expect(seen(plan, 0, 'lens')).toBeGreaterThan(0.99)
  })
})

test('property: a set worked out from the one before is that worked out anew, heads in each other’s way', () => {
  const place = fc.tuple(
    fc.integer({ min: 120, max: 400 }),
    fc.integer({ min: 20, max: 60 }),
    fc.integer({ min: 0, max: 20 })
  )
  let changed = 0
  fc.assert(
    fc.property(place, place, place, (a, b, c) => {
      const before = two({ strobe: disc(50), at: at(...a) }, { strobe: disc(70), at: at(...b) })
      const after: Plan = {
        ...before,
        lights: before.lights.map((light, i) => (i === 1 ? { ...light, at: at(...c) } : light))
      }
      const known = workOut(before, null)
      const now = workOut(after, known).transport
      const anew = computeTransport(after)
      expect(Array.from(now.direct)).toEqual(Array.from(anew.direct))
      expect(Array.from(now.bounce)).toEqual(Array.from(anew.bounce))
      if (now.direct[0] !== known.transport.direct[0]) changed++
    }),
    { numRuns: 120, seed: 9 }
  )
  expect(changed).toBeGreaterThan(10)
})
