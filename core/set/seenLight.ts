/** Light of heads and of the surroundings at places that are seen through something clear. */
import type { Plan } from '../plan/plan'
import { printedReflectance } from './backdrop'
import { clearOf, type Clear } from './clear'
import { gather, newGathered } from './gather'
import type { PlacePoint } from './places'
import type { Scene } from './scene'
import { followed, type RayEnd } from './seen'
import { shownTo } from './shown'
import type { Sheet } from './surface'
import { add, dot, scale, sub, type Vec } from './vec'

const GREY = 0.18
/** Light is gathered so far before a surface, mm. */
const OFF_MM = 1e-4

/** Light by what a place shows: of what surroundings there are, each against an 18 % card there. */
export interface SeenAmbient {
  readonly background: number
  readonly subject: number
}

const ended = new WeakMap<readonly Vec[], readonly RayEnd[]>()
/** Where the rays of a place end; each with its share of the place. */
export function endsOf(
  plan: Plan,
  scene: Pick<Scene, 'pose' | 'standing'>,
  place: PlacePoint
): readonly RayEnd[] {
  const known = ended.get(place.seen!)
  if (known) return known
  const clear: Clear = clearOf(plan)!
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
function reflectanceAt(
  plan: Plan,
  scene: Pick<Scene, 'standing' | 'background'>,
  end: RayEnd
): number {
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

const found = newGathered()
const met = new Float64Array(2)

/**
 * What a head gives a place that is seen through something clear, as an 18 % card there that got so
 * much light: its face where that shows, else what it throws on what stands behind.
 * @returns relative as the transport's own
 */
export function seenOf(plan: Plan, scene: Scene, i: number, place: PlacePoint): number {
  const head = scene.heads[i]!
  let sum = 0
  for (const end of endsOf(plan, scene, place)) {
    for (const emitter of head.emitters) {
      const radiance = shownTo(emitter, end.ray, end.ray[7]!, met)
      if (radiance > 0) sum += (end.share * Math.PI * radiance) / GREY
    }
    if (end.index < 0) continue
    const reflectance = reflectanceAt(plan, scene, end)
    if (reflectance <= 0) continue
    const at = add(end.at, scale(end.normal, OFF_MM))
    gather(head, scene.standing, at, end.normal, end.index, found)
    sum += (end.share * reflectance * found.direct) / GREY
  }
  return sum
}

/** What of the surroundings' own light a place shows. */
export function seenAmbient(
  plan: Plan,
  scene: Pick<Scene, 'pose' | 'standing' | 'background'>,
  place: PlacePoint
): SeenAmbient {
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

/** What stands behind a place, each with its share of what is seen there, most first. */
export function behindGlass(
  plan: Plan,
  scene: Scene,
  place: PlacePoint
): readonly { readonly id: string; readonly share: number }[] {
  const shares = new Map<string, number>()
  for (const end of endsOf(plan, scene, place)) {
    const lit = scene.heads.findIndex(({ emitters }) =>
      emitters.some((emitter) => shownTo(emitter, end.ray, end.ray[7]!, met) > 0)
    )
    const id =
      lit >= 0
        ? (plan.lights[lit]?.id ?? 'ambient')
        : end.index < 0
          ? 'nothing'
          : scene.standing.list[end.index]!.id
    shares.set(id, (shares.get(id) ?? 0) + end.share)
  }
  return [...shares].map(([id, share]) => ({ id, share })).sort((a, b) => b.share - a.share)
}
