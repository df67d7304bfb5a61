/**
 * What stands between lens and subject: nothing, or a housing's port with water before it. What a
 * magnification of the subject asks of the lens itself, and how far off that is.
 */
import { refractiveIndex } from '../medium/water'
import { combinedFocalMm, magnificationRange } from '../optics/attachments'
import { magnificationAtDistance, sensorToSubject } from '../optics/closeUp'
import { imageBehindPort, subjectBehind, type PortOptics } from '../optics/port'
import type { Plan } from './plan'

export type Used = Pick<Plan, 'camera' | 'lens' | 'focus' | 'medium' | 'housing'>

/** Magnifications of the lens alone, whatever it looks through. */
export const lensRange = ({ lens, focus }: Used): readonly [number, number] =>
  magnificationRange(lens.focalMm, lens.maxMagnification, focus)

/** Magnifications of the subject that can be focused, from the lens at infinity to its closest. */
export function magnificationsOf(plan: Used): readonly [number, number] {
  const [least, most] = lensRange(plan)
  const bare = portOf(plan).index === 1
  if (bare) return [least, most]
  const from = Math.max(least, LEAST_LENS)
  let best = throughPort(plan, most)
  for (let alone = from; alone < most; alone *= STEP)
    best = Math.max(best, throughPort(plan, alone))
  return [throughPort(plan, from), best]
}

/** What the lens looks through: in air it bends nothing. */
export const portOf = ({ medium, housing, focus }: Used): PortOptics => ({
  index: refractiveIndex(medium),
  curvature: housing?.port.kind === 'dome' ? 1 / housing.port.radiusMm : 0,
  power: medium.kind === 'air' ? 0 : focus.wetDioptres / 1000
})
/** Lens front to the front of the port, mm; 0 where there is none. */
export const portGapMm = ({ housing }: Pick<Plan, 'housing'>): number => housing?.port.gapMm ?? 0

/** Sensor plane to where the lens focuses in air. */
export const airSensorMm = ({ lens, focus }: Used, magnification: number): number =>
  sensorToSubject(
    combinedFocalMm(lens.focalMm, focus.dioptres),
    magnification / focus.teleconverter
  )
/** Front of the port to where the lens focuses in air; ≤ 0: inside it. */
export const airFrontMm = (plan: Used, magnification: number): number =>
  airSensorMm(plan, magnification) -
  plan.lens.sensorToFrontMm -
  plan.focus.extensionMm -
  portGapMm(plan)

/** What lens and port give of a subject, the lens alone giving so much of what the port shows. */
function throughPort(plan: Used, lensAlone: number): number {
  const port = portOf(plan)
  const image = airFrontMm(plan, lensAlone)
  if (port.index === 1 || image <= 0) return lensAlone
  const subjectMm = subjectBehind(port, image)
  return subjectMm === Infinity ? 0 : lensAlone * imageBehindPort(port, subjectMm).larger
}

/** No lens is asked for less. */
const LEAST_LENS = 1e-4
const STEP = 2 ** (1 / 4)
const FINE = 1e-10

interface Asked {
  readonly lens: Plan['lens']
  readonly medium: Plan['medium']
  readonly housing: Plan['housing']
  readonly magnification: number
  readonly alone: number
}
const known = new WeakMap<Plan['focus'], Asked>()

/**
 * What the lens itself must give of the image its port shows, for a magnification of the subject;
 * the same behind a flat port and without one.
 */
export function lensMagnification(plan: Used, magnification = plan.focus.magnification): number {
  const { index, curvature, power } = portOf(plan)
  if (index === 1 || (curvature === 0 && power === 0)) return magnification
  const { lens, medium, housing, focus } = plan
  const before = known.get(focus)
  if (
    before?.lens === lens &&
    before.medium === medium &&
    before.housing === housing &&
    before.magnification === magnification
  )
    return before.alone
  const alone = searched(plan, magnification)
  known.set(focus, { lens, medium, housing, magnification, alone })
  return alone
}
/**
 * Past life size a thin lens goes away from its subject again: the first crossing counts.
 * @returns the most the lens does where it never comes to it
 */
function searched(plan: Used, magnification: number): number {
  const most = Math.max(LEAST_LENS, lensRange(plan)[1])
  let [low, high] = [LEAST_LENS, LEAST_LENS]
  while (throughPort(plan, high) < magnification * (1 - FINE)) {
    if (high === most) return most
    low = high
    high = Math.min(most, high * STEP)
  }
  let [from, to] = [Math.log(low), Math.log(high)]
  while (to - from > FINE) {
    const middle = (from + to) / 2
    if (throughPort(plan, Math.exp(middle)) > magnification) to = middle
    else from = middle
  }
  return Math.exp(to)
}

/** Nearest magnification to a wanted one that the lens, with what is on it, focuses. */
export function heldMagnification(plan: Used, wanted: number): number {
  const [least, most] = magnificationsOf(plan)
  return Math.min(most, Math.max(least, wanted))
}

/** Magnification with the front of lens or port so far from the subject; Infinity where no image forms. */
export function magnificationAtFront(plan: Used, workingMm: number): number {
  const port = portOf(plan)
  const seen = port.index === 1 ? null : imageBehindPort(port, Math.max(1, workingMm))
  if (seen && !(seen.distanceMm > 0)) return Infinity
  const front = magnificationAtDistance(
    combinedFocalMm(plan.lens.focalMm, plan.focus.dioptres),
    (seen?.distanceMm ?? workingMm) +
      portGapMm(plan) +
      plan.lens.sensorToFrontMm +
      plan.focus.extensionMm
  )
  return front === null ? Infinity : front * plan.focus.teleconverter * (seen?.larger ?? 1)
}
