/** How much of a head stands in the picture. */
import type { Plan } from '../plan/plan'
import { bodyDepthMm } from './bodies'
import { projectInFrame } from './camera'
import { faceSizeMm } from './faces'
import type { Head } from './heads'
import { sceneOf, type Scene } from './scene'
import { subjectSurface } from './subjectBody'
import { surfacesOf } from './surface'
import { add, scale, type Vec } from './vec'

/** A face's half sizes, and how far out its rim lies at an angle against those. */
function rimOf({ face }: Head): readonly [across: number, upward: number, square: boolean] {
  if (face.kind === 'rectangle') return [face.widthMm / 2, face.heightMm / 2, true]
  const half = faceSizeMm(face) / 2
  return [half, half, false]
}

/** Outline of a head: its rim, its middle, and the end of its body behind them. */
function outline(head: Head): Vec[] {
  const [across, upward, square] = rimOf(head)
  const back = scale(head.axis, -bodyDepthMm(head.face))
  const rim = Array.from({ length: 16 }, (_, i) => {
    const [c, s] = [Math.cos((i * Math.PI) / 8), Math.sin((i * Math.PI) / 8)]
    const out = square ? 1 / Math.max(Math.abs(c), Math.abs(s)) : 1
    return add(
      head.at,
      add(scale(head.across, across * c * out), scale(head.upward, upward * s * out))
    )
  })
  return [head.at, ...rim, ...rim.map((p) => add(p, back))]
}

/**
 * Shares of a head's outline that lie inside the picture, that show there, and that the subject
 * hides.
 */
export function visibleShares(
  plan: Plan,
  scene: Scene,
  head: Head
): { readonly inside: number; readonly seen: number; readonly hidden: number } {
  // A clear vessel hides a head behind it too: what it bends is not the head.
  const body = subjectSurface(plan.subject)
  const subject = surfacesOf(body ? [body] : []).blocked
  const points = outline(head)
  let inside = 0
  let seen = 0
  let hidden = 0
  const { pupil } = scene.pose
  for (const p of points) {
    if (!projectInFrame(scene.pose, p)) continue
    inside++
    if (subject(pupil[0], pupil[1], pupil[2], p[0], p[1], p[2])) hidden++
    else if (!scene.surfaces.blocked(pupil[0], pupil[1], pupil[2], p[0], p[1], p[2])) seen++
  }
  return {
    inside: inside / points.length,
    seen: seen / points.length,
    hidden: hidden / points.length
  }
}

/** Whether anything of a light's head shows in the picture. */
export function showsInFrame(plan: Plan, index: number): boolean {
  const scene = sceneOf(plan)
  return visibleShares(plan, scene, scene.heads[index]!).seen > 0
}

/** Whether a light comes into the picture by a change that was not in it before. */
export const comesIntoFrame = (plan: Plan, after: Plan, index: number): boolean =>
  showsInFrame(after, index) && !showsInFrame(plan, index)
