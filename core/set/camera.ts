/**
 * The camera in the set: where its front (of the lens, or of its port) and its entrance pupil stand,
 * and what its frame takes in.
 */
import type { Plan } from '../plan/plan'
import { sensorInUse, standOf } from '../plan/lensInUse'
import { portGapMm } from '../plan/portInUse'
import { add, direction, dot, scale, sub, type Vec } from './vec'

export interface CameraPose {
  /** unit direction from the focus point to the camera */
  readonly toCamera: Vec
  readonly right: Vec
  readonly up: Vec
  readonly front: Vec
  readonly frontMm: number
  /** front to focus point as the figures say it, even where they leave no room (≤ 0) */
  readonly workingMm: number
  readonly pupil: Vec
  readonly pupilMm: number
  readonly sensorMm: number
  /** half width and height of the frame in the plane of focus, mm */
  readonly halfWidthMm: number
  readonly halfHeightMm: number
}

/**
 * Distances of a thin lens with a pupil ratio and what is screwed to it, the same as in the Focus
 * stage.
 */
export function poseOf(
  plan: Pick<Plan, 'camera' | 'lens' | 'focus' | 'medium' | 'housing' | 'view'>
): CameraPose {
  const { lens, focus, view } = plan
  const frame = sensorInUse(plan)
  const toCamera = direction(0, view.elevationDeg)
  const right: Vec = [1, 0, 0]
  const up: Vec = [0, toCamera[2], -toCamera[1]]
  const { sensorMm, pupilMm } = standOf(plan)
  const workingMm = sensorMm - lens.sensorToFrontMm - focus.extensionMm - portGapMm(plan)
  const frontMm = Math.max(1, workingMm)
  return {
    toCamera,
    right,
    up,
    frontMm,
    workingMm,
    pupilMm,
    sensorMm,
    front: scale(toCamera, frontMm),
    pupil: scale(toCamera, pupilMm),
    halfWidthMm: frame.width / focus.magnification / 2,
    halfHeightMm: frame.height / focus.magnification / 2
  }
}

/**
 * A point as the frame sees it: x and y from −1 to 1 inside it, depth from the pupil; null beside
 * or behind the lens.
 */
export function project(
  pose: CameraPose,
  p: Vec
): { readonly x: number; readonly y: number; readonly depthMm: number } | null {
  const depthMm = pose.pupilMm - dot(p, pose.toCamera)
  if (depthMm <= 1e-6) return null
  const grow = pose.pupilMm / depthMm
  return {
    x: (dot(p, pose.right) * grow) / pose.halfWidthMm,
    y: (dot(p, pose.up) * grow) / pose.halfHeightMm,
    depthMm
  }
}

/** A point as the frame sees it; null outside the frame, beside or behind the lens. */
export function projectInFrame(pose: CameraPose, p: Vec): ReturnType<typeof project> {
  const point = project(pose, p)
  return point && Math.abs(point.x) <= 1 && Math.abs(point.y) <= 1 ? point : null
}

/**
 * Direction from the pupil through a spot of the frame (−1 to 1), not of unit length: it reaches
 * the plane of focus at 1.
 */
export const rayThrough = (pose: CameraPose, x: number, y: number): Vec =>
  sub(
    add(scale(pose.right, x * pose.halfWidthMm), scale(pose.up, y * pose.halfHeightMm)),
    pose.pupil
  )

/** Width and height of what the lens sees so far behind the focus point, mm. */
export function fieldAt(pose: CameraPose, behindMm: number): { widthMm: number; heightMm: number } {
  const grow = (pose.pupilMm + behindMm) / pose.pupilMm
  return { widthMm: 2 * pose.halfWidthMm * grow, heightMm: 2 * pose.halfHeightMm * grow }
}
