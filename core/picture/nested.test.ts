// checks: glass in the picture (a piece in a liquid; media along any line)
import { describe, expect, it, test } from '@jest/globals'
import fc from 'fast-check'
import { TUBE } from '../model/profiles'
import type { Plan, Prop } from '../plan/plan'
import { SIDE, HIT } from '../set/surface'
import { longly, testPlan, testProp } from '../testing'
import { clearOf, crossFace, mediumOf, newCrossing, NO_BODY } from '../set/clear'
import { linearOf } from '../colour/surface'
import { face, joined, meanAt } from './testing'
import { tracerOf } from './trace'
import { worldOf } from './world'

const GLASS = { wallMm: 4, colour: '#ffffff', throughMm: 20 }
const ICE = { ...GLASS, colour: '#80c0a0', throughMm: 10 }

/** A clear subject before an evenly lit grey background, and a prop. */
const seen = (subject: Partial<Plan['subject']>, props: readonly Partial<Prop>[] = []): Plan =>
  testPlan((plan) => {
    const size = { widthMm: 80, heightMm: 80, depthMm: 80 }
    plan.subject = { ...plan.subject, finish: 'clear', rotationDeg: 0, ...size, ...subject }
    plan.props = props.map((prop, i) =>
      testProp({ finish: 'clear', xMm: 0, glass: ICE, id: `T${i + 1}`, ...prop })
    )
    plan.background = {
      ...plan.background,
      distanceMm: 300,
      widthMm: 3000,
      heightMm: 3000,
      reflectance: 0.18
    }
    plan.settings = { ...plan.settings, apertureStops: 14 }
  })

/** What the lens sees of the background's light, red, green, blue. */
function bandsOf(plan: Plan, x = 0, y = 0, many = 12000): readonly number[] {
  const tracer = tracerOf(worldOf(plan))
  const sum = [0, 0, 0]
  for (let i = 0; i < many; i++) {
    tracer.through(x, y, 7, i)
    for (let k = 0; k < 3; k++) sum[k]! += tracer.got[3 + k]!
  }
  return sum.map((value) => value / many)
}

describe('a clear prop', () => {
  const vessel = { shape: 'vessel', profile: TUBE, glass: GLASS } as const
  const liquid = { level: 0.9, colour: '#e0a030', throughMm: 72 }
  const piece = { shape: 'box', widthMm: 40, heightMm: 40, depthMm: 24 } as const

  // Sources: Fresnel's equations at right angles, Beer–Lambert law, adding of layers.
  it('in a liquid takes its place: less of one colour, more of the other', () => {
    const got = bandsOf(seen({ ...vessel, liquid }, [piece]))
    const near = joined(face(1, 1.5), face(1.5, 1.333))
    const far = joined(face(1.333, 1.5), face(1.5, 1))
    linearOf('#e0a030').forEach((through, k) => {
      const own = Math.pow(linearOf(ICE.colour)[k]!, piece.depthMm / ICE.throughMm)
      const liquidSide = Math.pow(through, (72 - piece.depthMm) / 2 / 72)
      const block = joined(face(1.333, 1.5), face(1.5, 1.333), own)
      const want = joined(joined(near, block, liquidSide), far, liquidSide).through
      expect(Math.abs(got[k]! - want)).toBeLessThan(0.015)
    })
  })

  it('of the subject’s own glass does not show in it', () => {
    const block = { shape: 'box', depthMm: 30, glass: ICE } as const
    const alone = bandsOf(seen(block))
    const within = bandsOf(seen(block, [{ shape: 'ellipsoid', widthMm: 20, depthMm: 18 }]))
    alone.forEach((value, k) => expect(Math.abs(within[k]! - value)).toBeLessThan(0.008))
  })

  // Source: no clear thing without tint shows in even light.
  it('afloat, half in and half out, does not show in even light', () => {
    const plan = seen({ ...vessel, liquid: { ...liquid, colour: '#ffffff' } }, [
      { ...piece, rests: 'afloat', glass: GLASS, rotationDeg: 30 },
      { shape: 'crystal', widthMm: 20, heightMm: 30, depthMm: 20, yMm: -5, xMm: 20, glass: GLASS }
    ])
    plan.background = { ...plan.background, distanceMm: 9e5, widthMm: 10, heightMm: 10 }
    plan.lights[0]!.at = { distanceMm: 9000, azimuthDeg: 180, elevationDeg: 0 }
    const tracer = tracerOf(worldOf(plan))
    for (const [x, y] of [
      [0, 0],
      [0.3, -0.2],
      [0, 0.6],
      [-0.2, 0.5]
    ] as const) {
      const all = meanAt(tracer, 0, 2000, x, y).mean + meanAt(tracer, 1, 2000, x, y).mean
      expect(all * 0.18).toBeGreaterThan(0.98)
      expect(all * 0.18).toBeLessThan(1 + 1e-9)
    }
  })
})

const spot = fc.tuple(
  fc.double({ min: -60, max: 60, noNaN: true }),
  fc.double({ min: -60, max: 60, noNaN: true }),
  fc.double({ min: -60, max: 60, noNaN: true })
)
const size = fc.double({ min: 2, max: 90, noNaN: true })

test('property: along any line, whatever lies within what, a medium is where its body is', () => {
  fc.assert(
    fc.property(spot, spot, spot, fc.tuple(size, size, size), (from, to, at, sizes) => {
      const [widthMm, heightMm, depthMm] = sizes
      const plan = seen({ shape: 'box' }, [
        { shape: 'box', widthMm, heightMm, depthMm, xMm: at[0], yMm: at[1], zMm: at[2] }
      ])
      const clear = clearOf(plan)!
      const way = [0, 1, 2].map((k) => to[k]! - from[k]!)
      // From far outside.
      const ray = Float64Array.of(...from.map((v, k) => v - 50 * way[k]!), ...way, 0, Infinity)
      fc.pre(Math.hypot(...way) > 5)
      const now = { host: 0, body: NO_BODY }
      const crossing = newCrossing()
      const hit = new Float64Array(HIT)
      const inBox = (p: readonly number[], middle: readonly number[], half: readonly number[]) =>
        p.every((v, k) => Math.abs(v - middle[k]!) < half[k]!)
      for (let i = 0; i < 12; i++) {
        const last = ray[6]!
        const index = clear.faces.nearest(ray, hit)
        const next = index < 0 ? last + 1 : hit[0]!
        const middle = [0, 1, 2].map((k) => ray[k]! + ((last + next) / 2) * way[k]!)
        const want = inBox(
          middle,
          at,
          sizes.map((v) => v / 2)
        )
          ? clear.sides[3]!
          : inBox(middle, [0, 0, 0], [40, 40, 40])
            ? clear.sides[1]!
            : 0
        if (next - last > 1e-3) expect(mediumOf(now)).toBe(want)
        if (index < 0) break
        crossFace(clear, index, hit[SIDE]! > 0, now, crossing)
        if (crossing.bends) {
          expect(crossing.before).toBe(mediumOf(now))
          expect(crossing.behind).toBe(mediumOf(crossing.after))
        } else expect(mediumOf(crossing.after)).toBe(mediumOf(now))
        Object.assign(now, crossing.after)
        ray[6] = next + 1e-9
      }
    }),
    { numRuns: longly(400, 120) }
  )
})
