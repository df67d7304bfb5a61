/** Where the rays of a place that is seen through something clear end, and the ambient light there. */
import type { Plan } from '../plan/plan'
import { printedReflectance } from './backdrop'
import type { CameraPose } from './camera'
import { clearIn } from './clear'
import type { PlacePoint } from './placePoint'
import { followed, type RayEnd } from './seen'
import type { Sheet, Surfaces } from './surface'
import { dot, sub, type Vec } from './vec'

/** What of a set rays from the lens may meet. */
interface Standing {
  readonly pose: CameraPose
  readonly standing: Surfaces
  readonly background: Sheet
}

/** Of a card at level 0. */
export const GREY = 0.18

/** Light by what a place shows: of what surroundings there are, each against an 18 % card there. */
interface SeenAmbient {
  readonly background: number
  readonly subject: number
}

const ended = new WeakMap<readonly Vec[], readonly RayEnd[]>()
/** Where the rays of a place end; each with its share of the place. */
export function endsOf(
  plan: Plan,
  scene: Omit<Standing, 'background'>,
  place: PlacePoint
): readonly RayEnd[] {
  const known = ended.get(place.seen!)
  if (known) return known
  const clear = clearIn(plan)!
  const { pupil, frontMm, pupilMm } = scene.pose
  const ways = place.seen!
  const made = ways.flatMap((way) =>
    followed(clear, scene.standing, pupil, way, Math.max(0, pupilMm - frontMm) + 1e-3).map(
      (end) => ({
        ...end,
        share: end.share / ways.length
      })
    )
  )
  ended.set(ways, made)
  return made
}

function onSheet({ at, across, upward, halfAcross, halfUpward }: Sheet, point: Vec) {
  const off = sub(point, at)
  return [dot(off, across) / halfAcross, dot(off, upward) / halfUpward] as const
}

/** What a surface that a ray ends on throws back; 0 for what is black, metal or met from behind. */
export function reflectanceAt(plan: Plan, scene: Omit<Standing, 'pose'>, end: RayEnd): number {
  const { id } = scene.standing.list[end.index]!
  if (id === 'background' || id === 'table') {
    if (!end.front) return 0
    if (id === 'table') return plan.table!.reflectance
    return printedReflectance(plan.background, ...onSheet(scene.background, end.at))
  }
  const card = plan.cards.find((each) => each.id === id)
  if (card) return card.kind === 'card' ? card.reflectance : 0
  const body = id === 'subject' ? plan.subject : plan.props.find((prop) => prop.id === id)
  return body && body.finish !== 'metal' && body.finish !== 'clear' ? body.reflectance : 0
}

/** What of the surroundings' own light a place shows. */
export function seenAmbient(plan: Plan, scene: Standing, place: PlacePoint): SeenAmbient {
  let [background, subject] = [0, 0]
  for (const end of endsOf(plan, scene, place)) {
    // Past everything it comes from everywhere alike.
    if (end.index < 0) subject += end.share / GREY
    else {
      const share = (end.share * reflectanceAt(plan, scene, end)) / GREY
      if (scene.standing.list[end.index]!.id === 'background') background += share
      else subject += share
    }
  }
  return { background, subject }
}
