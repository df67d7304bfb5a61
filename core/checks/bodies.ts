/** Does a head, the camera, the lens or its hood stand in another light's way? */
import { placeServed } from '../ledger/suggest'
import type { Plan } from '../plan/plan'
import { bodyId, bodyNameOf, type BodyName } from '../set/bodies'
import { inTheWay, shareTaken } from '../set/inTheWay'
import { sceneOf } from '../set/scene'
import { comesIntoFrame } from '../set/inFrame'
import { effectAt, type Check, type CheckContext, type Remedy } from './check'
import { smallestMoves } from './moves'

/** Less than this of the light in the shade of a body is not named: a tenth of a stop. */
const LEAST_SHARE = 0.07
/** From here on it is missed, half a stop. */
const MISSED_SHARE = 0.3
/** What may stay when a remedy has done its work. */
const CURED_SHARE = 0.02

/** Share of a light that a body takes from a place. */
function takes(plan: Plan, i: number, place: string, name: BodyName): number {
  const scene = sceneOf(plan)
  return shareTaken(
    scene,
    i,
    scene.places.findIndex((each) => each.id === place),
    bodyId(name)
  )
}

/** What a move does to the moved head's own light at the place it serves, stops. */
function ownOf(plan: Plan, { after }: Remedy, moved: number): { readonly own?: number } {
  const light = plan.lights[moved]!
  const own = after && effectAt(plan, after, light, placeServed(plan, light) ?? 'subject')
  return own === null ? {} : { own }
}

function remediesFor(plan: Plan, i: number, place: string, name: BodyName): Remedy[] {
  const light = plan.lights[i]!
  const other = plan.lights.findIndex((each) => each.id === name)
  const cures =
    (moved: number) =>
    (after: Plan): boolean =>
      takes(after, i, place, name) < CURED_SHARE && !comesIntoFrame(plan, after, moved)
  const effect = (after: Plan): number | null => effectAt(plan, after, light, place)
  const found: Remedy[] = []
  if (name === 'hood') {
    const after = { ...plan, lens: { ...plan.lens, hoodDeg: null } }
    found.push({ kind: 'hood', figures: {}, effectStops: effect(after), after })
  }
  // The other head goes out of the way; where it cannot, the light itself finds a way past.
  for (const moved of [other, i]) {
    if (plan.lights[moved]?.mount !== 'stand') continue
    const moves = smallestMoves(plan, moved, cures(moved), effect)
      .sort((a, b) => Math.abs(a.figures.by!) - Math.abs(b.figures.by!))
      .slice(0, 2)
      .map((remedy) => ({
        ...remedy,
        figures: { ...remedy.figures, ...(moved === other ? ownOf(plan, remedy, moved) : {}) },
        name: plan.lights[moved]!.id
      }))
    if (moves.length) return [...found, ...moves]
  }
  return found
}

export const bodyChecks = ({ plan, transport }: CheckContext): Check[] =>
  plan.lights.flatMap((light, i): Check[] => {
    const place = placeServed(plan, light) ?? 'subject'
    const j = transport.scene.places.findIndex((each) => each.id === place)
    const at = i * transport.scene.places.length + j
    if (!light.on || j < 0 || transport.direct[at]! >= (1 - LEAST_SHARE) * transport.open[at]!)
      return []
    for (const { id, share } of inTheWay(transport.scene, i, j)) {
      const name = bodyNameOf(id)
      if (name === null || share < LEAST_SHARE) continue
      return [
        {
          kind: 'in-the-way',
          state: share >= MISSED_SHARE ? 'miss' : 'near',
          light: light.id,
          place,
          figures: { share },
          by: name,
          remedies: remediesFor(plan, i, place, name)
        }
      ]
    }
    return []
  })
