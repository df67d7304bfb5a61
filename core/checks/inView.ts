/** Does a light stand in the picture, or is it hidden behind the subject? */
import type { Light, Plan } from '../plan/plan'
import { showsInFrame, visibleShares } from '../set/inFrame'
import { withLight } from '../plan/edit'
import { wrappedDeg } from '../set/vec'
import { effectAt, type Check, type CheckContext, type Remedy } from './check'
import { smallestMoves } from './moves'

/** The two moves out of the picture that change the light on the subject least. */
const movesOutOfView = (plan: Plan, index: number): Remedy[] =>
  // A light that gives the subject nothing now has no effect on it by any move.
  smallestMoves(
    plan,
    index,
    (after) => !showsInFrame(after, index),
    (after) => effectAt(plan, after, plan.lights[index]!, 'subject')
  )
    .sort((a, b) => Math.abs(a.effectStops!) - Math.abs(b.effectStops!))
    .slice(0, 2)

/** Where the search for room ends, degrees. */
const MOST_ROOM = 30

/**
 * How far a hidden head may go round the subject, up (to the zenith) and down before it shows,
 * whole degrees.
 */
function room(plan: Plan, index: number): Check['figures'] {
  const { at } = plan.lights[index]!
  const until = (move: (by: number) => Light['at'], most = MOST_ROOM): number => {
    for (let by = 1; by <= most; by++)
      if (showsInFrame(withLight(plan, index, { at: move(by) }), index)) return by - 1
    return Math.floor(most)
  }
  const swung = (by: number) => ({ ...at, azimuthDeg: wrappedDeg(at.azimuthDeg + by) })
  const raised = (by: number) => ({ ...at, elevationDeg: at.elevationDeg + by })
  return {
    azimuthRoom: Math.min(
      until(swung),
      until((by) => swung(-by))
    ),
    up: until(raised, Math.min(MOST_ROOM, 90 - at.elevationDeg)),
    down: until((by) => raised(-by), Math.min(MOST_ROOM, 90 + at.elevationDeg))
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
