/** Does a light throw the subject's shadow onto the part of the ground that the frame shows? */
import { cellAt, ledgerOf, type Ledger } from '../ledger/ledger'
import type { Plan } from '../plan/plan'
import { rayThrough } from '../set/camera'
import { blockedBy } from '../set/occluders'
import { withLight } from '../solve/power'
import { sceneOf, type Scene } from '../set/transport'
import { add, dot, scale, sub } from '../set/vec'
import { effectAt, type Check, type Context, type Cure } from './checks'

const GRID = [-0.9, -0.6, -0.3, 0, 0.3, 0.6, 0.9]
/** A shadow nobody can see: ground darker than this. */
const BLACK = -7

/** Share of the ground in the frame that a light's middle cannot see past the subject, of what it would light. */
const shadowShare = (scene: Scene, index: number): number => {
  const subject = scene.occluders.filter((each) => each.id === 'subject')
  if (subject.length === 0) return 0
  const blocked = blockedBy(subject)
  const { pose, ground, heads } = scene
  const { at } = heads[index]!
  let lit = 0
  let dark = 0
  for (const x of GRID)
    for (const y of GRID) {
      const ray = rayThrough(pose, x, y)
      const slope = dot(ray, ground.normal)
      if (Math.abs(slope) < 1e-9) continue
      const p = add(pose.pupil, scale(ray, dot(sub(ground.at, pose.pupil), ground.normal) / slope))
      // Only what the lens can see past the subject counts.
      if (blocked(pose.pupil[0], pose.pupil[1], pose.pupil[2], p[0], p[1], p[2])) continue
      lit++
      if (blocked(p[0], p[1], p[2], at[0], at[1], at[2])) dark++
    }
  return lit > 0 ? dark / lit : 0
}

const GROUND = ['ground', 'groundLeft', 'groundRight'] as const
const brightest = (ledger: Ledger): number =>
  Math.max(...GROUND.map((place) => ledger.totals[place]!))

interface Shadow {
  /** of the ground the frame shows */
  readonly share: number
  /** level in the shadow against the ground round it, stops ≤ 0 */
  readonly depth: number
}
/** The shadow a light throws, if anybody could see it. */
const shadowOf = (plan: Plan, ledger: Ledger, scene: Scene, index: number): Shadow | null => {
  const own = Math.max(
    ...GROUND.map((place) => cellAt(ledger, plan.lights[index]!.id, place)!.level)
  )
  const total = brightest(ledger)
  if (own < total - 3 || total < BLACK) return null
  const share = shadowShare(scene, index)
  if (share < 0.04) return null
  const rest = 2 ** total - 2 ** own
  return { share, depth: Math.log2(Math.max(rest, 2 ** total / 256)) - total }
}

/** A change that takes the shadow from sight; its effect is the contrast that goes with it, not a level that rises. */
const curing = (
  context: Context,
  index: number,
  depth: number,
  after: Plan,
  cure: Pick<Cure, 'kind' | 'figures'>
): Cure | null => {
  const ledger = ledgerOf(after)
  if (shadowOf(after, ledger, sceneOf(after), index)) return null
  const light = context.plan.lights[index]!
  return {
    ...cure,
    figures: {
      ...cure.figures,
      subject: effectAt(context.plan, after, light, 'subject') ?? 0,
      ground: brightest(ledger) - brightest(context.evaluation.ledger)
    },
    effectStops: -depth,
    after
  }
}

const lifted = (context: Context, index: number, depth: number): Cure | null => {
  const { at } = context.plan.lights[index]!
  for (const by of [10, 20, 30, 40, 50, 60]) {
    const heightDeg = Math.min(88, at.heightDeg + by)
    const cure = curing(
      context,
      index,
      depth,
      withLight(context.plan, index, { at: { ...at, heightDeg } }),
      {
        kind: 'raise',
        figures: {
          by: heightDeg - at.heightDeg,
          turnDeg: at.turnDeg,
          heightDeg,
          distanceMm: at.distanceMm
        }
      }
    )
    if (cure) return cure
  }
  return null
}

/** The shadow slides out of the picture, or sinks into black, as the ground goes back. */
const groundBack = (context: Context, index: number, depth: number): Cure | null => {
  const { plan } = context
  for (const times of [1.25, 1.5, 2, 2.5, 3, 4, 6, 8]) {
    const distanceMm = Math.ceil((plan.ground.distanceMm * times) / 10) * 10
    if (distanceMm > 3000) return null
    const cure = curing(
      context,
      index,
      depth,
      { ...plan, ground: { ...plan.ground, distanceMm } },
      { kind: 'ground-back', figures: { distanceMm } }
    )
    if (cure) return cure
  }
  return null
}

export const shadowChecks = (context: Context): Check[] =>
  context.plan.lights.flatMap((light, i): Check[] => {
    if (!light.on || light.mount === 'lens') return []
    const found = shadowOf(context.plan, context.evaluation.ledger, context.transport.scene, i)
    if (!found) return []
    const cures = [lifted(context, i, found.depth), groundBack(context, i, found.depth)].filter(
      (cure) => cure !== null
    )
    return [
      {
        kind: 'shadow',
        state: 'near',
        light: light.id,
        place: 'ground',
        figures: { ...found },
        cures
      }
    ]
  })
