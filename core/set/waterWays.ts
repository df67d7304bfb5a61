/** How far light goes through what the set stands in, mm. */
import type { CameraPose } from './camera'
import { dot, sub, type Vec } from './vec'

/** From a point to the front of lens or port, on the line to where the picture is seen from. */
export function wayBackMm({ pupil, pupilMm, frontMm, toCamera }: CameraPose, at: Vec): number {
  const ahead = pupilMm - dot(at, toCamera)
  const inside = pupilMm - frontMm
  if (ahead <= inside || ahead <= 0) return 0
  return Math.hypot(...sub(pupil, at)) * (1 - inside / ahead)
}

/** From a head's front to a point. */
export const wayOutMm = (head: { readonly at: Vec }, at: Vec): number =>
  Math.hypot(...sub(head.at, at))
