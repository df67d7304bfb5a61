/**
 * Where the rays of a place that is seen through something clear or in a table end, what that throws
 * back, and the ambient light there.
 */
import type { Rgb } from '../colour/balance'
import { hexOf } from '../colour/surface'
import { GREY } from '../light/luminance'
import type { Plan } from '../plan/plan'
import { printedReflectance } from './backdrop'
import type { CameraPose } from './camera'
import { glowAt, insideOf, type Exit } from './glow'
import { opticsOf, spreads } from './optics'
import type { PlacePoint } from './placePoint'
import { propStanding } from './props'
import { followed, type RayEnd } from './seen'
import type { Sheet, Surfaces } from './surface'
import { add, dot, scale, sub, type Vec } from './vec'

/** What of a set rays from the lens may meet. */
interface Standing {
  readonly pose: CameraPose
  readonly standing: Surfaces
  readonly background: Sheet
}

/** What a ray ends on, its share that of the place. */
export interface SeenEnd extends RayEnd {
  /** a point just before it */
  readonly before: Vec
  /** how many ends like it light there counts for; 0: it is worked out for others */
  readonly counts: number
  /** 0 for what is black, metal, not there or met from behind */
  readonly reflectance: number
  /** where light comes through to it */
  readonly exits: readonly Exit[]
}

/**
 * Rays for each of a place's where rough faces spread them; light on what they end on is worked out
 * for one of so many.
 */
const [SPREAD, LIT] = [24, 6] as const
/** Of a thick thing's ways through one in so many counts where it is seen by way of something else. */
const FEW_WAYS = 8
/** Light is gathered so far before a surface, mm. */
const OFF_MM = 1e-4

/** Light by what a place shows: of what surroundings there are, each against an 18 % card there. */
interface SeenAmbient {
  readonly background: number
  readonly subject: number
}

function onSheet({ at, across, upward, halfAcross, halfUpward }: Sheet, point: Vec) {
  const off = sub(point, at)
  return [dot(off, across) / halfAcross, dot(off, upward) / halfUpward] as const
}

type Tone = Pick<SeenEnd, 'reflectance' | 'exits'>
const tone = (reflectance: number): Tone => ({ reflectance, exits: [] })

/** What surfaces throw back where rays end on them. */
function tonesOf(plan: Plan, { standing, background }: Standing) {
  const insides = new Map<string, Surfaces | null>()
  const ofBody = (id: string, before: Vec, normal: Vec): Tone => {
    const prop = plan.props.find((each) => each.id === id)
    const body = id === 'subject' ? plan.subject : prop
    if (!body || body.finish === 'metal' || body.finish === 'clear') return tone(0)
    if (!insides.has(id)) insides.set(id, insideOf(body, prop && propStanding(plan, prop)))
    return glowAt(body, insides.get(id)!, before, normal, FEW_WAYS)
  }
  return (end: RayEnd, before: Vec): Tone => {
    if (end.index < 0) return tone(0)
    const { id } = standing.list[end.index]!
    if (id === 'background')
      return tone(
        end.front ? printedReflectance(plan.background, ...onSheet(background, end.at)) : 0
      )
    if (id === 'table') return tone(end.front ? plan.table!.reflectance : 0)
    const card = plan.cards.find((each) => each.id === id)
    if (card) return tone(card.kind === 'card' ? card.reflectance : 0)
    return ofBody(id, before, end.normal)
  }
}

const ended = new WeakMap<readonly Vec[], readonly SeenEnd[]>()
/** Where the rays of a place end. */
export function endsOf(plan: Plan, scene: Standing, place: PlacePoint): readonly SeenEnd[] {
  const known = ended.get(place.seen!)
  if (known) return known
  const optics = opticsOf(plan, scene.standing)
  const toneAt = tonesOf(plan, scene)
  const { pupil, frontMm, pupilMm } = scene.pose
  const ways = place.seen!
  const each = spreads(optics) ? SPREAD : 1
  // Past the lens's own front.
  const least = (way: Vec): number =>
    Math.max(0, pupilMm - frontMm) / Math.max(0.05, -dot(way, scene.pose.toCamera)) + 0.1
  const made = ways.flatMap((way, w) =>
    Array.from({ length: each }, (_, k) =>
      followed(optics, scene.standing, pupil, way, least(way), w * each + k).map((end): SeenEnd => {
        const before = add(end.at, scale(end.normal, OFF_MM))
        const share = end.share / (ways.length * each)
        const counts = each === 1 ? 1 : k % LIT === 0 ? LIT : 0
        return { ...end, share, before, counts, ...(counts > 0 ? toneAt(end, before) : tone(0)) }
      })
    ).flat()
  )
  ended.set(ways, made)
  return made
}

/** Colours this near to grey are grey. */
const NEUTRAL = 0.01
/**
 * What colour what shows at a place takes on its way, by all that clear things take of it.
 * @returns null for grey
 */
export function seenColour(plan: Plan, scene: Standing, place: PlacePoint): string | null {
  const sum = [0, 0, 0]
  for (const { weight } of endsOf(plan, scene, place))
    for (let k = 0; k < 3; k++) sum[k]! += weight[k]!
  const most = Math.max(...sum)
  if (!(most > 0) || sum.every((value) => value > (1 - NEUTRAL) * most)) return null
  return hexOf(sum.map((value) => value / most) as unknown as Rgb)
}

/**
 * What of the surroundings' own light a place shows.
 * @param keep which of what it shows counts
 */
export function seenAmbient(
  plan: Plan,
  scene: Standing,
  place: PlacePoint,
  keep: (end: SeenEnd) => boolean = () => true
): SeenAmbient {
  let [background, subject] = [0, 0]
  for (const end of endsOf(plan, scene, place)) {
    if (!keep(end)) continue
    // Past everything it comes from everywhere alike.
    if (end.index < 0) subject += end.share / GREY
    else {
      const share = (end.counts * end.share * end.reflectance) / GREY
      if (scene.standing.list[end.index]!.id === 'background') background += share
      else subject += share
    }
  }
  return { background, subject }
}
