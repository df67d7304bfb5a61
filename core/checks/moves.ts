/** The smallest move of a light round the subject, up or away that does what is asked of it. */
import { withLight } from '../plan/edit'
import type { Light, Plan } from '../plan/plan'
import { wrappedDeg } from '../set/vec'
import { keepsLocks, type Remedy } from './check'

const MOVES: readonly {
  readonly kind: Remedy['kind']
  readonly make: (light: Light, by: number) => Light['at']
}[] = [
  {
    kind: 'azimuth',
    make: ({ at }, by) => ({ ...at, azimuthDeg: wrappedDeg(at.azimuthDeg + by) })
  },
  {
    kind: 'azimuth',
    make: ({ at }, by) => ({ ...at, azimuthDeg: wrappedDeg(at.azimuthDeg - by) })
  },
  {
    kind: 'elevation',
    make: ({ at }, by) => ({ ...at, elevationDeg: Math.min(90, at.elevationDeg + by) })
  },
  { kind: 'away', make: ({ at }, by) => ({ ...at, distanceMm: at.distanceMm * (1 + by / 20) }) }
]
const [STEP, MOST] = [2, 60]

/**
 * For each way to go, the first move that cures; none that a lock forbids.
 * @param effect of the move in stops, as the remedy shows it
 */
export function smallestMoves(
  plan: Plan,
  index: number,
  cures: (after: Plan) => boolean,
  effect: (after: Plan) => number | null
): Remedy[] {
  const light = plan.lights[index]!
  const found: Remedy[] = []
  for (const { kind, make } of MOVES)
    for (let by = STEP; by <= MOST; by += STEP) {
      const after = withLight(plan, index, { at: make(light, by) })
      if (!keepsLocks(plan, { after })) break
      if (!cures(after)) continue
      const { at } = after.lights[index]!
      found.push({
        kind,
        figures: {
          by: kind === 'away' ? at.distanceMm - light.at.distanceMm : by,
          azimuthDeg: at.azimuthDeg,
          elevationDeg: at.elevationDeg,
          distanceMm: at.distanceMm
        },
        effectStops: effect(after),
        after
      })
      break
    }
  return found
}
