/** Does a light veil the picture by shining into the lens, and what would keep it out? */
import { cellAt } from '../ledger/ledger'
import { pastHood, veilStops } from '../optics/glare'
import { fitting } from '../set/fitting'
import { faceSizeMm } from '../set/faces'
import { cutAngleDeg } from '../set/modified'
import { withCard, withLight } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { frontDiameterMm } from '../set/bodies'
import { add, angleDeg, distance, dot, scale, positionOf, sub, toDeg, unit } from '../set/vec'
import { effectAt, type Check, type CheckContext, type Remedy } from './check'
import { visibleShares } from '../set/inFrame'

/**
 * A veil at this level washes out the darks of any picture; where a darker background is wanted, a
 * veil that would lift it past its goal is named too, down to the second. Values from memory.
 */
const WASHED_STOPS = -4
const FAINTEST_STOPS = -7
/** Where a lens takes no room, mm; common practice, no source. */
const FRONT_MM = 70
/** Half width of the lens front that a flag has to shade, mm. */
const frontHalfMm = (plan: Plan): number => (frontDiameterMm(plan) || FRONT_MM) / 2

/**
 * A flag close to the light that just shades the lens front; left out when it would shade the
 * subject as well.
 */
function flagFor({ plan, transport }: CheckContext, index: number): Remedy | null {
  const light = plan.lights[index]!
  const head = transport.scene.heads[index]!
  const { front } = transport.scene.pose
  const towards = unit(sub(front, head.at))
  const far = distance(front, head.at)
  const out = Math.min(far * 0.5, Math.max(40, 1.2 * faceSizeMm(head.face)))
  const size = Math.ceil(
    (faceSizeMm(head.face) * (1 - out / far) + 2 * frontHalfMm(plan) * (out / far)) * 1.15
  )
  const facing = positionOf(sub(head.at, front))
  // Pushed away from the beam, so that its edge and not its middle stands in it.
  const across = unit(sub(towards, scale(head.axis, dot(towards, head.axis))))
  const at = add(head.at, add(scale(towards, out), scale(across, size * 0.12)))
  const after = withCard(plan, {
    kind: 'flag',
    on: true,
    widthMm: Math.max(5, size),
    heightMm: Math.max(5, size),
    reflectance: 0.03,
    at: positionOf(at),
    aim: { kind: 'free', azimuthDeg: facing.azimuthDeg, elevationDeg: facing.elevationDeg }
  })
  if (after === plan) return null
  const atSubject = effectAt(plan, after, light, 'subject')
  if (atSubject !== null && atSubject < -0.2) return null
  return {
    kind: 'flag',
    figures: { sizeMm: size, fromLightMm: out, subject: atSubject ?? 0 },
    effectStops: effectAt(plan, after, light, 'lens'),
    after
  }
}

export function flareChecks(context: CheckContext): Check[] {
  const { plan, evaluation, transport, bag } = context
  const { pose, heads, places } = transport.scene
  const j = places.findIndex((each) => each.id === 'lens')
  return plan.lights.flatMap((light, i): Check[] => {
    const direct = transport.direct[i * places.length + j]!
    const level = cellAt(evaluation.ledger, light.id, 'lens')!.level
    if (!light.on || direct <= 0) return []
    const head = heads[i]!
    // Between the lens axis, looking out, and the line to the light.
    const towards = unit(sub(pose.front, head.at))
    const far = distance(pose.front, head.at)
    const offLens = angleDeg(towards, pose.toCamera)
    const faceDeg = 2 * toDeg(Math.atan(faceSizeMm(head.face) / 2 / far))
    const open = pastHood(offLens, faceDeg, plan.lens.hoodDeg)
    const veil = veilStops(level + Math.log2(open), offLens)
    const most = Math.min(WASHED_STOPS, Math.max(FAINTEST_STOPS, plan.goals.backgroundStops))
    if (veil < most) return []
    // Behind a clear thing and hidden by it: that light is the picture.
    const { inside, seen } = visibleShares(plan, transport.scene, head)
    if (plan.subject.finish === 'clear' && inside > 0 && seen === 0) return []
    const offBeam = angleDeg(towards, head.axis)
    // A tube or grid must end before the lens front's near edge as seen from the head.
    const edge = toDeg(Math.atan((frontHalfMm(plan) + faceSizeMm(head.face) / 2) / far))
    const narrowDeg = 2 * (offBeam - edge)
    const remedies: Remedy[] = []
    const narrower = fitting(light, bag)
      .flatMap((modifier) =>
        cutAngleDeg(modifier.beam) !== null && cutAngleDeg(modifier.beam)! <= narrowDeg
          ? [{ modifier, deg: cutAngleDeg(modifier.beam)! }]
          : []
      )
      .sort((a, b) => b.deg - a.deg)[0]
    if (narrower) {
      const after = withLight(plan, i, { modifiers: [...light.modifiers, narrower.modifier] })
      remedies.push({
        kind: 'modifier',
        name: narrower.modifier.name,
        figures: {
          deg: narrower.deg,
          loss: narrower.modifier.lossStops,
          subject: effectAt(plan, after, light, 'subject') ?? 0
        },
        effectStops: effectAt(plan, after, light, 'lens'),
        after
      })
    } else if (narrowDeg > 3)
      remedies.push({ kind: 'narrow', figures: { deg: narrowDeg }, effectStops: null, after: null })
    const flag = flagFor(context, i)
    if (flag) remedies.push(flag)
    return [
      {
        kind: 'into-lens',
        state: veil > WASHED_STOPS ? 'miss' : 'near',
        light: light.id,
        place: 'lens',
        figures: { level, veil, offLensDeg: offLens, offBeamDeg: offBeam, narrowDeg },
        remedies
      }
    ]
  })
}
