/** Does a light throw the subject's shadow onto the part of the background that the frame shows? */
import { cellAt, ledgerOf, type Ledger } from '../ledger/ledger'
import { BACKGROUND_PLACES, type Plan } from '../plan/plan'
import { rayThrough } from '../set/camera'
import { firstMet, surfacesOf } from '../set/surface'
import { withLight } from '../plan/edit'
import { sceneOf, type Scene } from '../set/scene'
import { dot, sub, unit } from '../set/vec'
import { effectAt, type Check, type CheckContext, type Remedy } from './check'

/** Spots of the frame that are looked at, in the middles of as many equal fields. */
const ACROSS = 18
const DOWN = 12
/** A shadow nobody can see: background darker than this. */
const BLACK = -7
/** Nor one that takes less of it than this. */
const LEAST_SHARE = 0.04

/**
 * Share of the background that the frame shows where the subject keeps a light's beam from it, by
 * the middle of its face; NaN where the frame shows none of it.
 */
function shadowShare(scene: Scene, index: number): number {
  const { blocked } = surfacesOf(scene.surfaces.list.filter((each) => each.id === 'subject'))
  const background = surfacesOf([scene.background])
  const { pupil } = scene.pose
  const { at, axis, limitCos } = scene.heads[index]!
  let all = 0
  let dark = 0
  for (let column = 0.5; column < ACROSS; column++)
    for (let row = 0.5; row < DOWN; row++) {
      const ray = rayThrough(scene.pose, (2 * column) / ACROSS - 1, (2 * row) / DOWN - 1)
      const spot = firstMet(background, pupil, ray)?.at
      // Only what the lens can see past the subject counts.
      if (!spot || blocked(...pupil, ...spot)) continue
      all++
      if (dot(unit(sub(spot, at)), axis) > limitCos && blocked(...spot, ...at)) dark++
    }
  return dark / all
}

const brightest = (ledger: Ledger): number =>
  Math.max(...BACKGROUND_PLACES.map((place) => ledger.totals[place]!))

interface Shadow {
  /** of the background the frame shows */
  readonly share: number
  /** level in the shadow against the background round it, stops ≤ 0 */
  readonly depth: number
}
/** The shadow a light throws, if anybody could see it. */
function shadowOf(plan: Plan, ledger: Ledger, scene: Scene, index: number): Shadow | null {
  const own = Math.max(
    ...BACKGROUND_PLACES.map((place) => cellAt(ledger, plan.lights[index]!.id, place)!.level)
  )
  const total = brightest(ledger)
  if (own < total - 3 || total < BLACK) return null
  const share = shadowShare(scene, index)
  if (!(share >= LEAST_SHARE)) return null
  const rest = 2 ** total - 2 ** own
  return { share, depth: Math.log2(Math.max(rest, 2 ** total / 256)) - total }
}

/**
 * A change that takes the shadow from sight; its effect is the contrast that goes with it, not a
 * level that rises.
 */
function curing(
  context: CheckContext,
  index: number,
  depth: number,
  after: Plan,
  remedy: Pick<Remedy, 'kind' | 'figures'>
): Remedy | null {
  const ledger = ledgerOf(after)
  if (shadowOf(after, ledger, sceneOf(after), index)) return null
  const light = context.plan.lights[index]!
  return {
    ...remedy,
    figures: {
      ...remedy.figures,
      subject: effectAt(context.plan, after, light, 'subject') ?? 0,
      background: brightest(ledger) - brightest(context.evaluation.ledger)
    },
    effectStops: -depth,
    after
  }
}

function lifted(context: CheckContext, index: number, depth: number): Remedy | null {
  const { at } = context.plan.lights[index]!
  for (let by = 10; by <= 60; by += 10) {
    const elevationDeg = Math.min(88, at.elevationDeg + by)
    const remedy = curing(
      context,
      index,
      depth,
      withLight(context.plan, index, { at: { ...at, elevationDeg } }),
      {
        kind: 'elevation',
        figures: {
          by: elevationDeg - at.elevationDeg,
          azimuthDeg: at.azimuthDeg,
          elevationDeg,
          distanceMm: at.distanceMm
        }
      }
    )
    if (remedy) return remedy
  }
  return null
}

const STEP = 1.25
const MOST_TIMES = 8
const FARTHEST_MM = 3000
/** The shadow slides out of the picture, or sinks into black, as the background goes back. */
function backgroundBack(context: CheckContext, index: number, depth: number): Remedy | null {
  const { plan } = context
  for (let times = STEP; times < MOST_TIMES; times *= STEP) {
    const distanceMm = Math.ceil((plan.background.distanceMm * times) / 10) * 10
    if (distanceMm > FARTHEST_MM) return null
    const remedy = curing(
      context,
      index,
      depth,
      { ...plan, background: { ...plan.background, distanceMm } },
      { kind: 'background-back', figures: { distanceMm } }
    )
    if (remedy) return remedy
  }
  return null
}

export const shadowChecks = (context: CheckContext): Check[] =>
  context.plan.lights.flatMap((light, i): Check[] => {
    if (light.mount === 'lens') return []
    const found = shadowOf(context.plan, context.evaluation.ledger, context.transport.scene, i)
    if (!found) return []
    const remedies = [
      lifted(context, i, found.depth),
      backgroundBack(context, i, found.depth)
    ].filter((remedy) => remedy !== null)
    return [
      {
        kind: 'shadow',
        state: 'near',
        light: light.id,
        place: 'background',
        figures: { ...found },
        remedies
      }
    ]
  })
