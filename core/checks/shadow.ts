/** Does a light throw the subject's shadow onto the part of the ground that the frame shows? */
import { cellAt } from '../ledger/ledger'
import type { Plan } from '../plan/plan'
import { rayThrough } from '../set/camera'
import { blockedBy } from '../set/occluders'
import { withLight } from '../solve/power'
import { sceneOf, type Scene } from '../set/transport'
import { add, dot, scale, sub } from '../set/vec'
import type { Check, Context, Cure } from './checks'

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

const lifted = (plan: Plan, index: number): Cure[] => {
  const light = plan.lights[index]!
  for (const by of [10, 20, 30, 40, 50, 60]) {
    const heightDeg = Math.min(88, light.at.heightDeg + by)
    const after = withLight(plan, index, { at: { ...light.at, heightDeg } })
    if (shadowShare(sceneOf(after), index) < 0.02) return [{ kind: 'raise', figures: { by: heightDeg - light.at.heightDeg, turnDeg: light.at.turnDeg, heightDeg, distanceMm: light.at.distanceMm }, effectStops: null, after }]
  }
  return []
}

export const shadowChecks = ({ plan, evaluation, transport }: Context): Check[] =>
  plan.lights.flatMap((light, i): Check[] => {
    if (!light.on || light.mount === 'lens') return []
    const levels = (['ground', 'groundLeft', 'groundRight'] as const).map((place) => cellAt(evaluation.ledger, light.id, place)!.level)
    const own = Math.max(...levels)
    const total = Math.max(evaluation.ledger.totals.ground!, evaluation.ledger.totals.groundLeft!, evaluation.ledger.totals.groundRight!)
    if (own < total - 3 || total < BLACK) return []
    const share = shadowShare(transport.scene, i)
    if (share < 0.04) return []
    const rest = 2 ** total - 2 ** own
    const depth = Math.log2(Math.max(rest, 2 ** total / 256)) - total
    return [{ kind: 'shadow', state: 'near', light: light.id, place: 'ground', figures: { share, depth }, cures: lifted(plan, i) }]
  })
