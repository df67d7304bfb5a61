/** Does a light stand in the picture, or is it hidden behind the subject? */
import type { Light, Plan } from '../plan/plan'
import { project } from '../set/camera'
import { faceSizeMm, type Head } from '../set/heads'
import { surfacesOf } from '../set/surface'
import { withLight } from '../plan/edit'
import { sceneOf, type Scene } from '../set/scene'
import { subjectSurface } from '../set/subjectBody'
import { add, scale, type Vec } from '../set/vec'
import { effectAt, keepsLocks, type Check, type CheckContext, type Remedy } from './check'

/**
 * Outline of a head as a box a little behind its face: its rim, its middle, and the end of its
 * body.
 */
function outline(head: Head): Vec[] {
  const half = faceSizeMm(head.face) / 2
  const back = scale(head.axis, -Math.max(30, half))
  const rim = Array.from({ length: 12 }, (_, i) =>
    add(
      head.at,
      add(
        scale(head.across, half * Math.cos((i * Math.PI) / 6)),
        scale(head.upward, half * Math.sin((i * Math.PI) / 6))
      )
    )
  )
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
    const point = project(scene.pose, p)
    if (!point || Math.abs(point.x) > 1 || Math.abs(point.y) > 1) continue
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

const MOVES: readonly {
  readonly kind: Remedy['kind']
  readonly make: (light: Light, by: number) => Light['at']
}[] = [
  { kind: 'azimuth', make: ({ at }, by) => ({ ...at, azimuthDeg: wrap(at.azimuthDeg + by) }) },
  { kind: 'azimuth', make: ({ at }, by) => ({ ...at, azimuthDeg: wrap(at.azimuthDeg - by) }) },
  {
    kind: 'elevation',
    make: ({ at }, by) => ({ ...at, elevationDeg: Math.min(90, at.elevationDeg + by) })
  },
  { kind: 'away', make: ({ at }, by) => ({ ...at, distanceMm: at.distanceMm * (1 + by / 20) }) }
]
const wrap = (deg: number): number => ((deg + 540) % 360) - 180

/** The smallest move round the subject, up or away that takes it out of the picture. */
function movesOutOfView(plan: Plan, index: number): Remedy[] {
  const light = plan.lights[index]!
  const found: Remedy[] = []
  for (const { kind, make } of MOVES)
    for (let by = 2; by <= 60; by += 2) {
      const after = withLight(plan, index, { at: make(light, by) })
      if (!keepsLocks(plan, { after })) break
      const scene = sceneOf(after)
      if (visibleShares(after, scene, scene.heads[index]!).seen > 0) continue
      const at = after.lights[index]!.at
      found.push({
        kind,
        figures: {
          by: kind === 'away' ? at.distanceMm - light.at.distanceMm : by,
          azimuthDeg: at.azimuthDeg,
          elevationDeg: at.elevationDeg,
          distanceMm: at.distanceMm
        },
        effectStops: effectAt(plan, after, light, 'subject'),
        after
      })
      break
    }
  return found
    .sort((a, b) => Math.abs(a.effectStops ?? 9) - Math.abs(b.effectStops ?? 9))
    .slice(0, 2)
}

/**
 * How far a hidden head may go round the subject, up and down before it shows, whole degrees; 30 is
 * where the search ends.
 */
function room(plan: Plan, index: number): Check['figures'] {
  const light = plan.lights[index]!
  const until = (move: (by: number) => Light['at']): number => {
    for (let by = 1; by <= 30; by++) {
      const after = withLight(plan, index, { at: move(by) })
      const scene = sceneOf(after)
      if (visibleShares(after, scene, scene.heads[index]!).seen > 0) return by - 1
    }
    return 30
  }
  const swung = (by: number) => ({ ...light.at, azimuthDeg: wrap(light.at.azimuthDeg + by) })
  const raised = (by: number) => ({
    ...light.at,
    elevationDeg: Math.max(-90, Math.min(90, light.at.elevationDeg + by))
  })
  return {
    azimuthRoom: Math.min(
      until(swung),
      until((by) => swung(-by))
    ),
    up: until(raised),
    down: until((by) => raised(-by))
  }
}

export const viewChecks = ({ plan, transport }: CheckContext): Check[] =>
  plan.lights.flatMap((light, i): Check[] => {
    if (!light.on || light.mount === 'lens') return []
    const { inside, seen, hidden } = visibleShares(plan, transport.scene, transport.scene.heads[i]!)
    if (inside === 0) return []
    if (seen === 0)
      return hidden > 0
        ? [
            {
              kind: 'hidden',
              state: 'info',
              light: light.id,
              place: null,
              figures: { inside, ...room(plan, i) },
              remedies: []
            }
          ]
        : []
    return [
      {
        kind: 'in-view',
        state: 'miss',
        light: light.id,
        place: 'subject',
        figures: { inside, seen },
        remedies: movesOutOfView(plan, i)
      }
    ]
  })
