/**
 * The lens as it is used: with tubes, close-up lens and converter, on the part of the sensor in
 * use.
 */
import { pixelPitchMm } from '../kit/kit'
import { attachedCloseUpLoss, extensionMagnification } from '../optics/attachments'
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
import { subjectBehind } from '../optics/port'
import type { Plan } from './plan'
import {
  airFrontMm,
  airSensorMm,
  lensMagnification,
  lensRange,
  portOf,
  type Used
} from './portInUse'

type Set = Used & Pick<Plan, 'settings'>

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
