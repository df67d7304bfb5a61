/** The port taken nearer to the subject, and with it the heads on its arms. */
import { linkOf } from '../plan/firing'
import { magnificationsOf } from '../plan/portInUse'
import type { Light, Plan } from '../plan/plan'
import { poseOf, type CameraPose } from '../set/camera'
import { lightPoint } from '../set/heads'
import { positionOf, scale, sub, tidyPosition } from '../set/vec'
import { keepsLocks, type Remedy } from './check'

/** By so much the magnification grows from try to try, and in all: past that it is another picture. */
const [STEP, MOST] = [1.1, 2]
/** No nearer than this before the port, mm; no source. */
const ROOM_MM = 20

/** Whether a head hangs on the housing: its signal comes by cable or light guide, or nothing is said. */
const onArm = (light: Light): boolean =>
  light.mount === 'stand' &&
  (light.firedBy === null ||
    light.firedBy.kind === 'camera' ||
    ['cable', 'fibre'].includes(linkOf(light)?.way ?? ''))

/** Whether the frame still takes in all of the subject. */
const takesIn = ({ halfWidthMm, halfHeightMm }: CameraPose, { subject }: Plan): boolean =>
  subject.widthMm <= 2 * halfWidthMm && subject.heightMm <= 2 * halfHeightMm

/** What the plan becomes, the lens at another magnification. */
function nearerBy(plan: Plan, factor: number): { readonly after: Plan; readonly byMm: number } {
  const focus = { ...plan.focus, magnification: plan.focus.magnification * factor }
  const pose = poseOf(plan)
  const byMm = pose.frontMm - poseOf({ ...plan, focus }).frontMm
  const lights = plan.lights.map((light) =>
    onArm(light)
      ? {
          ...light,
          at: tidyPosition(positionOf(sub(lightPoint(light, pose), scale(pose.toCamera, byMm))), 1)
        }
      : light
  )
  return { byMm, after: { ...plan, focus, lights } }
}

/**
 * The smallest such step that does what is asked of it.
 * @param i index of the light it is for
 * @returns null where none does, the subject would be cut, the lens does not focus so near, or a lock
 *   forbids it
 */
export function comeNearer(
  plan: Plan,
  i: number,
  cures: (after: Plan) => boolean
): (Remedy & { readonly after: Plan }) | null {
  const [, most] = magnificationsOf(plan)
  const was = poseOf(plan)
  for (let factor = STEP; factor <= MOST; factor *= STEP) {
    const { after, byMm } = nearerBy(plan, factor)
    const pose = poseOf(after)
    if (after.focus.magnification > most * (1 + 1e-9) || pose.workingMm < ROOM_MM) return null
    if (!takesIn(pose, plan)) return null
    if (!keepsLocks(plan, { after })) return null
    if (!cures(after)) continue
    return {
      kind: 'come-nearer',
      figures: {
        by: byMm,
        portMm: pose.frontMm,
        widthMm: 2 * pose.halfWidthMm,
        wasMm: 2 * was.halfWidthMm,
        lights: Number(onArm(plan.lights[i]!))
      },
      effectStops: null,
      after
    }
  }
  return null
}
