// checks: vapour in the picture
import { expect, it } from '@jest/globals'
import { sceneOf } from '../set/scene'
import { project } from '../set/camera'
import { evaluate } from '../ledger/evaluate'
import type { Plan } from '../plan/plan'
import { testPlan } from '../testing'
import { AMBIENT_SOURCES } from './film'
import { groupsOfWhole } from './moment'
import { meanAt } from './testing'
import { tracerOf } from './trace'
import { worldOf } from './world'

const plan = testPlan((draft) => {
  draft.subject = {
    ...draft.subject,
    shape: 'plume',
    finish: 'matt',
    widthMm: 20,
    heightMm: 14,
    depthMm: 20,
    vapour: { opticalDepth: 0.08, asymmetry: 0, uncertaintyStops: null }
  }
  draft.background = { ...draft.background, distanceMm: 9e5, widthMm: 10, heightMm: 10 }
})

/** Mean light of a source over all a plume covers. */
function overAll(of: Plan, source: number): number {
  const tracer = tracerOf(worldOf(of))
  const edge = project(sceneOf(plan).pose, [10, 0, 0])!
  const top = project(sceneOf(plan).pose, [0, 7, 0])!
  let sum = 0
  let count = 0
  for (let i = -10; i <= 10; i++)
    for (let k = -10; k <= 10; k++) {
      const [u, v] = [i / 10.5, k / 10.5]
      if (u * u + v * v > 1) continue
      sum += meanAt(tracer, source, 60, u * edge.x, v * top.y, 21 * i + k).mean
      count++
    }
  return sum / count
}

it('vapour gives, on the mean over what it covers, what a matt thing of a quarter of its depth would', () => {
  expect(Math.abs(Math.log2(overAll(plan, 0) / (0.02 / 0.18)))).toBeLessThan(0.2)
})

it.each([160, 90, 20])(
  'vapour lit from %d° round it shows as much of the light as the ledger has it',
  (azimuthDeg) => {
    const lit = (asymmetry: number): Plan => ({
      ...plan,
      subject: { ...plan.subject, vapour: { ...plan.subject.vapour, asymmetry } },
      lights: [{ ...plan.lights[0]!, at: { ...plan.lights[0]!.at, azimuthDeg } }]
    })
    const shown = Math.log2(overAll(lit(0.6), AMBIENT_SOURCES) / overAll(lit(0), AMBIENT_SOURCES))
    const summed = evaluate(lit(0.6)).ledger.flash.subject! - evaluate(lit(0)).ledger.flash.subject!
    expect(Math.abs(shown - summed)).toBeLessThan(0.1)
  }
)

it('vapour that drifts is where it is while each light falls', () => {
  const drifting = {
    ...plan,
    subject: { ...plan.subject, speedMmS: 900 },
    settings: { ...plan.settings, shutterStops: 6 }
  }
  const groups = groupsOfWhole(drifting)
  expect(groups.length).toBeGreaterThan(1)
  // 900 mm/s through 1/64 s: 14 mm to the right. Beyond its edge, and where it was at first.
  const { pose } = sceneOf(plan)
  const [ahead, within] = [15, -8].map((x) => project(pose, [x, 0, 0])!)
  const ambient = (spot: typeof ahead, moments: number[][]): number => {
    const tracer = tracerOf(worldOf(drifting), { moments })
    return meanAt(tracer, 0, 4000, spot!.x, spot!.y).mean
  }
  expect(ambient(ahead, [])).toBe(0)
  expect(ambient(ahead, groups)).toBeGreaterThan(0)
  expect(ambient(within, groups)).toBeLessThan(0.7 * ambient(within, []))
})
