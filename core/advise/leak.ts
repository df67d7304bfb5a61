/**
 * Strips of a head’s lit face that show beside a clear subject it is meant to be hidden behind, as
 * wide as they are in the plane of focus. Source: central projection.
 */
import type { LightId, Plan } from '../plan/plan'
import { projectInFrame } from '../set/camera'
import type { Head } from '../set/heads'
import { transportOf } from '../set/remembered'
import { isClear, outlineOf } from '../set/seenPlaces'
import { add, scale, type Vec } from '../set/vec'

export interface Leak {
  readonly light: LightId
  readonly side: 'left' | 'right'
  /** at its widest, mm in the plane of focus */
  readonly mm: number
  /** of the picture's width */
  readonly share: number
}

const RIM = 48
const ROWS = 25
/** Less than this does not show, of the picture's width. */
const LEAST = 0.001

/** Points round a lit face. */
function rimOf({ at, across, upward, face }: Head): Vec[] {
  return Array.from({ length: RIM }, (_, i) => {
    const angle = (2 * Math.PI * i) / RIM
    const [c, s] = [Math.cos(angle), Math.sin(angle)]
    const [halfX, halfY] =
      face.kind === 'rectangle'
        ? [face.widthMm / 2, face.heightMm / 2]
        : face.kind === 'disc'
          ? [face.diameterMm / 2, face.diameterMm / 2]
          : [face.outerMm / 2, face.outerMm / 2]
    const out = face.kind === 'rectangle' ? 1 / Math.max(Math.abs(c), Math.abs(s)) : 1
    return add(at, add(scale(across, halfX * c * out), scale(upward, halfY * s * out)))
  })
}

/** Where the outline of points crosses a height: the least and the most; null where it does not. */
function spanAt(
  points: readonly (readonly [number, number])[],
  y: number
): [number, number] | null {
  const crossings = points.flatMap(([x, v], i): number[] => {
    const [x2, v2] = points[(i + 1) % points.length]!
    return v <= y === v2 <= y ? [] : [x + ((y - v) / (v2 - v)) * (x2 - x)]
  })
  return crossings.length < 2 ? null : [Math.min(...crossings), Math.max(...crossings)]
}

/** Strips of every light that is on, stands behind the subject and is partly hidden by it. */
export function leaks(plan: Plan): Leak[] {
  if (!isClear(plan)) return []
  const { scene } = transportOf(plan)
  const { pose, surfaces } = scene
  return plan.lights.flatMap((light, i): Leak[] => {
    if (!light.on || light.mount === 'lens') return []
    const head = scene.heads[i]!
    const behind = -(
      head.at[0] * pose.toCamera[0] +
      head.at[1] * pose.toCamera[1] +
      head.at[2] * pose.toCamera[2]
    )
    const looksHere =
      head.axis[0] * pose.toCamera[0] +
      head.axis[1] * pose.toCamera[1] +
      head.axis[2] * pose.toCamera[2]
    if (behind <= 0 || looksHere <= 0) return []
    const shown = rimOf(head).map((point) => ({ point, spot: projectInFrame(pose, point) }))
    const inFrame = shown.filter(({ spot }) => spot !== null)
    const free = inFrame.some(
      ({ point }) => !surfaces.blocked(...pose.pupil, point[0], point[1], point[2])
    )
    if (inFrame.length < RIM / 4 || !free) return []
    const flat = inFrame.map(
      ({ spot }) => [spot!.x * pose.halfWidthMm, spot!.y * pose.halfHeightMm] as const
    )
    const [low, high] = [Math.min(...flat.map(([, y]) => y)), Math.max(...flat.map(([, y]) => y))]
    const most = { left: 0, right: 0 }
    let hidden = false
    for (let row = 0; row < ROWS; row++) {
      const y = low + ((row + 0.5) / ROWS) * (high - low)
      const span = spanAt(flat, y)
      const [left, right] = [outlineOf(plan, pose, y, -1), outlineOf(plan, pose, y, 1)]
      if (!span || left <= 0 || right <= 0) continue
      hidden ||= span[0] < right && span[1] > -left
      most.left = Math.max(most.left, Math.min(-left, span[1]) - span[0])
      most.right = Math.max(most.right, span[1] - Math.max(right, span[0]))
    }
    // One that is not behind it at all is a light in the picture, which is another matter.
    if (!hidden) return []
    return (['left', 'right'] as const).flatMap((side): Leak[] => {
      const share = most[side] / (2 * pose.halfWidthMm)
      return share >= LEAST ? [{ light: light.id, side, mm: most[side], share }] : []
    })
  })
}
