/**
 * The lens as it is used: with tubes, close-up lens and converter, on the part of the sensor in
 * use.
 */
import { pixelPitchMm } from '../kit/kit'
import {
  combinedFocalMm,
  attachedCloseUpLoss,
  extensionMagnification,
  magnificationRange
} from '../optics/attachments'
import { magnificationAtDistance, sensorToSubject } from '../optics/closeUp'
import { refractiveIndex } from '../medium/water'
import {
  airyDisc,
  coneWidth,
  defocusAt,
  defocusAtEnds,
  depthLimits,
  printCircleMm,
  pupilDistanceMm,
  type DepthLimits,
  type LensInFront,
  type PortBefore
} from '../optics/depth'
import { imageBehindPort, subjectBehind, type PortOptics } from '../optics/port'
import type { Plan } from './plan'

type Used = Pick<Plan, 'camera' | 'lens' | 'focus' | 'medium' | 'housing'>
type Set = Used & Pick<Plan, 'settings'>

/** What the lens looks through: in air it bends nothing. */
const portOf = ({ medium, housing, focus }: Used): PortOptics => ({
  index: refractiveIndex(medium),
  curvature: housing?.port.kind === 'dome' ? 1 / housing.port.radiusMm : 0,
  power: medium.kind === 'air' ? 0 : focus.wetDioptres / 1000
})
/** Lens front to the front of the port, mm; 0 where there is none. */
export const portGapMm = ({ housing }: Pick<Plan, 'housing'>): number => housing?.port.gapMm ?? 0

/** Sensor plane to where the lens focuses in air. */
const airSensorMm = ({ lens, focus }: Used, magnification: number): number =>
  sensorToSubject(
    combinedFocalMm(lens.focalMm, focus.dioptres),
    magnification / focus.teleconverter
  )
/** Front of the port to where the lens focuses in air; ≤ 0: inside it. */
const airFrontMm = (plan: Used, magnification: number): number =>
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

/**
 * Light lost to close focus, stops ≥ 0, whether or not the body's f-number says so.
 * @param magnification of the subject; the plan's when left out
 */
export const closeUpLossOf = (plan: Used, magnification?: number): number =>
  attachedCloseUpLoss(
    plan.lens.focalMm,
    lensMagnification(plan, magnification),
    plan.lens.pupilRatio,
    plan.focus
  )

/**
 * What the close-up loss follows from: the magnification the bare lens would have at its extension,
 * and the pupil ratio.
 */
export const closeUpFigures = (
  plan: Used,
  magnification?: number
): { readonly own: number; readonly P: number } => ({
  own: extensionMagnification(
    plan.lens.focalMm,
    lensMagnification(plan, magnification),
    plan.focus
  ),
  P: plan.lens.pupilRatio
})

/**
 * What the f-number shown leaves out, stops ≥ 0: nothing on a body that shows the effective one.
 */
export const hiddenCloseUpLoss = (plan: Used): number =>
  plan.camera.showsEffective ? 0 : closeUpLossOf(plan)

/**
 * Marked f-number in use, converter included (a body that shows the effective number is undone
 * first).
 */
export const markedFNumber = (plan: Set): number =>
  2 ** ((plan.settings.apertureStops - (plan.camera.showsEffective ? closeUpLossOf(plan) : 0)) / 2)

/** f-number that governs exposure and diffraction. */
export const effectiveFNumberOf = (plan: Set): number =>
  markedFNumber(plan) * 2 ** (closeUpLossOf(plan) / 2)

/** Aperture positions the lens allows, in the stops this body shows. */
export function apertureRange(plan: Used): readonly [number, number] {
  const shown =
    2 * Math.log2(plan.focus.teleconverter) + (plan.camera.showsEffective ? closeUpLossOf(plan) : 0)
  return [plan.lens.widestStops + shown, plan.lens.narrowestStops + shown]
}

/** Magnifications of the lens alone, whatever it looks through. */
const lensRange = ({ lens, focus }: Used): readonly [number, number] =>
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

/** Width and height of the sensor in use, mm. */
export const sensorInUse = ({
  camera,
  focus
}: Used): { readonly width: number; readonly height: number } => ({
  width: camera.sensorWidthMm / focus.crop,
  height: camera.sensorHeightMm / focus.crop
})

/** Permitted blur disc on the sensor, mm. */
export function blurCircleMm(plan: Used): number {
  const { blur } = plan.focus
  if (blur.kind === 'pixels') return blur.pixels * pixelPitchMm(plan.camera)
  return blur.kind === 'circle'
    ? blur.mm
    : printCircleMm(blur.printWidthMm, blur.viewingMm, sensorInUse(plan).width)
}

/**
 * The lens in front of the converter: what distances and depth of field follow from.
 * @param fNumber marked, converter included
 */
function frontLens(plan: Used, fNumber: number, lensAlone = lensMagnification(plan)): LensInFront {
  const { lens, focus } = plan
  const port = portOf(plan)
  const bends = port.index !== 1
  const before: PortBefore = { ...port, imageMm: Math.max(1, airFrontMm(plan, lensAlone)) }
  return {
    focalMm: lens.focalMm,
    fNumber: fNumber / focus.teleconverter,
    magnification: lensAlone / focus.teleconverter,
    pupilRatio: lens.pupilRatio,
    dioptres: focus.dioptres,
    ...(bends && { port: before })
  }
}

/** A pupil at infinity is taken to stand so far off, mm. */
const FARTHEST_MM = 1e6

/** What the lens alone gives, no more than it focuses. */
function focusedMagnification(plan: Used): number {
  const most = lensRange(plan)[1]
  const least = 1e-3 * plan.focus.teleconverter
  return Math.min(lensMagnification(plan), Math.max(most, least))
}

/**
 * Where the sensor plane and the entrance pupil stand, from the subject, as it looks from there. Past
 * what the lens focuses (which is flagged) they stay where its closest focus puts them: it comes no
 * farther off again.
 */
export function standOf(plan: Used): { readonly sensorMm: number; readonly pupilMm: number } {
  const lensAlone = focusedMagnification(plan)
  const port = portOf(plan)
  const image = airFrontMm(plan, lensAlone)
  const subject =
    port.index === 1 || image <= 0 ? image : Math.min(FARTHEST_MM, subjectBehind(port, image))
  return {
    sensorMm: airSensorMm(plan, lensAlone) - image + subject,
    pupilMm: Math.min(FARTHEST_MM, pupilDistanceMm(frontLens(plan, 1, lensAlone)))
  }
}

/** Width of the entrance pupil as it shows from the subject, at `standOf`'s distance; mm. */
export const pupilWidthMm = (plan: Set): number =>
  standOf(plan).pupilMm *
  coneWidth(frontLens(plan, markedFNumber(plan), focusedMagnification(plan)))

/** Airy disc on the sensor at the aperture in use, mm. */
export const airyDiscOf = (plan: Set): number => airyDisc(effectiveFNumberOf(plan))

/**
 * Depth within which defocus and diffraction together, in quadrature, stay within the permitted
 * blur: nothing where diffraction alone is more.
 */
export function depthOf(plan: Set): DepthLimits {
  const left = blurCircleMm(plan) ** 2 - airyDiscOf(plan) ** 2
  if (!(left > 0)) return { nearMm: 0, farMm: 0, totalMm: 0 }
  return depthLimits(
    frontLens(plan, markedFNumber(plan)),
    Math.sqrt(left) / plan.focus.teleconverter
  )
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

/** How much of a flat's height the frame shows, mm. */
const shownHeightMm = (plan: Used & Pick<Plan, 'subject'>): number =>
  Math.min(plan.subject.heightMm, sensorInUse(plan).height / plan.focus.magnification)
const leanRad = (plan: Used): number => (plan.focus.tiltDeg * Math.PI) / 180

/**
 * Depth that must come out sharp, mm: the subject's own, and what a leaning flat adds over its
 * height in the frame.
 */
export const neededDepthMm = (plan: Used & Pick<Plan, 'subject'>): number =>
  plan.subject.sharpDepthMm * Math.cos(leanRad(plan)) +
  shownHeightMm(plan) * Math.sin(leanRad(plan))

/**
 * Height of the strip of a leaning flat that comes out sharp, mm; all that shows when it stands
 * square.
 */
export function sharpStripMm(plan: Set & Pick<Plan, 'subject'>): {
  readonly mm: number
  readonly whole: boolean
} {
  const mm = depthOf(plan).totalMm / Math.sin(leanRad(plan))
  return mm >= shownHeightMm(plan) ? { mm: shownHeightMm(plan), whole: true } : { mm, whole: false }
}

export interface EndBlur {
  /** discs on the sensor, mm: out of focus, diffraction, both in quadrature */
  readonly defocusMm: number
  readonly airyMm: number
  readonly bothMm: number
}
/**
 * Blur at both ends of a depth.
 * @param fNumber marked; the one in use when left out
 */
export function endBlur(plan: Set, depthMm: number, fNumber = markedFNumber(plan)): EndBlur {
  const defocusMm =
    depthMm > 0 ? plan.focus.teleconverter * defocusAtEnds(frontLens(plan, fNumber), depthMm) : 0
  const airyMm = airyDisc(fNumber * 2 ** (closeUpLossOf(plan) / 2))
  return { defocusMm, airyMm, bothMm: Math.hypot(defocusMm, airyMm) }
}

/**
 * Blur disc on the sensor of a point so far behind the plane of focus (< 0: before it), mm: out of
 * focus and diffraction in quadrature.
 */
export const blurAtDepth = (plan: Set, behindMm: number): number =>
  Math.hypot(
    plan.focus.teleconverter * defocusAt(frontLens(plan, markedFNumber(plan)), behindMm),
    airyDiscOf(plan)
  )

/**
 * Marked f-number with the least blur at the ends of a depth, whatever the lens allows: there both
 * parts are alike. For a bare lens that is √(D·m²/(2·2.44·λ)) / (1 + m/P). Source: the argument of
 * Hansma, "View camera focusing in practice", Photo Techniques 1996 (from memory).
 */
export function bestMarkedFNumber(plan: Set, depthMm: number): number {
  // Defocus falls as 1/N, diffraction grows as N: alike at the root of their ratio.
  const { defocusMm, airyMm } = endBlur(plan, depthMm, 1)
  return Math.sqrt(defocusMm / airyMm)
}
