/**
 * A clear subject looked at: what stands behind each place of it, what its edges show, what filling it
 * or taking pieces out changes.
 */
import { lightStops } from '../ledger/cells'
import { ledgerOf } from '../ledger/ledger'
import type { Place, Plan } from '../plan/plan'
import type { CameraPose } from '../set/camera'
import { transportOf } from '../set/remembered'
import { behindGlass } from '../set/seenLight'
import { isClear, outlineOf, throughHeight } from '../set/seenPlaces'
import { add, scale, sub, unit, type Vec } from '../set/vec'
import { levelAlong } from './levelAlong'

export interface GlassPlace {
  readonly place: Place
  /** all light there, stops; −Infinity for none */
  readonly level: number
  /** what shows there: a light, a card, the background, `nothing`; with its share, most first */
  readonly behind: ReturnType<typeof behindGlass>
}
/** How far in from the outline an edge looks other than the middle. */
export interface Edge {
  readonly kind: 'dark' | 'bright' | 'even'
  readonly mm: number
}
export interface AcrossPoint {
  /** from the middle, + right as the camera sees it, mm in the plane of focus */
  readonly mm: number
  readonly level: number
}
export interface GlassLook {
  readonly places: readonly GlassPlace[]
  /** levels across it and beside it, at the height that is looked through */
  readonly across: readonly AcrossPoint[]
  /** of its outline there, mm */
  readonly outline: { readonly left: number; readonly right: number }
  readonly edges: { readonly left: Edge; readonly right: Edge }
}

const POINTS = 61
/** Closer together from here to the outline, and so many there. */
const [EDGE_FROM, EDGE_POINTS] = [0.8, 36]
/** So much wider than its outline is looked at. */
const BESIDE = 1.25
/** An edge that differs by so much from the middle is one; common practice, no source. */
const DIFFERS = 1.5

/** Darker than this nothing tells from nothing, stops. */
const FAINT = -9

const wayTo = ({ pupil, right, up }: CameraPose, x: number, y: number): Vec =>
  unit(sub(add(scale(right, x), scale(up, y)), pupil))

/** How much of the outer part of a side is looked over for its edge. */
const OUTER = 0.7
/**
 * An edge is dark or bright as its rim is against the middle; as wide as all of the outer part that
 * is so.
 */
function edgeOf(
  across: readonly AcrossPoint[],
  outlineMm: number,
  side: 1 | -1,
  rim: number
): Edge {
  const middle = Math.max(FAINT, across.find(({ mm }) => mm >= -1e-6)!.level)
  const kindAt = (level: number): Edge['kind'] =>
    middle > FAINT && level <= middle - DIFFERS
      ? 'dark'
      : level >= middle + DIFFERS
        ? 'bright'
        : 'even'
  const outer = across
    .map(({ mm, level }) => ({ out: mm * side, level }))
    .filter(({ out }) => out >= OUTER * outlineMm && out < outlineMm)
    .sort((x, y) => x.out - y.out)
  const kind = kindAt(rim)
  if (kind === 'even') return { kind, mm: 0 }
  const mm = outer.reduce((sum, { out, level }, i) => {
    const next = outer[i + 1]?.out ?? outlineMm
    return kindAt(level) === kind ? sum + next - out : sum
  }, 0)
  return { kind, mm }
}

/** @returns null where the subject is not clear */
export function glassLook(plan: Plan): GlassLook | null {
  if (!isClear(plan)) return null
  const { scene } = transportOf(plan)
  const { totals } = ledgerOf(plan)
  const y = throughHeight(plan)
  const [left, right] = [outlineOf(plan, scene.pose, y, -1), outlineOf(plan, scene.pose, y, 1)]
  const most = BESIDE * Math.max(left, right)
  const bases = plan.lights.map((light) => lightStops(plan, light))
  const spots = [
    ...Array.from({ length: POINTS }, (_, i) => most * ((2 * i) / (POINTS - 1) - 1)),
    ...[-left, right].flatMap((edge) =>
      Array.from(
        { length: EDGE_POINTS },
        (_, i) => edge * (EDGE_FROM + ((0.999 - EDGE_FROM) * i) / (EDGE_POINTS - 1))
      )
    )
  ].sort((a, b) => a - b)
  const across = spots.map((mm): AcrossPoint => ({
    mm,
    level: levelAlong(plan, scene, [wayTo(scene.pose, mm, y)], bases)
  }))
  return {
    places: scene.places
      .filter(({ seen, on }) => seen && on === 'subject')
      .map((place) => ({
        place: place.id,
        level: totals[place.id]!,
        behind: behindGlass(plan, scene, place)
      })),
    across,
    outline: { left, right },
    edges: {
      left: edgeOf(across, left, -1, totals.rimLeft!),
      right: edgeOf(across, right, 1, totals.rimRight!)
    }
  }
}

export type GlassVariant = 'empty' | 'filled' | 'without-pieces'
/**
 * What filling a vessel, emptying it, or taking out what lies in it does to what shows through it.
 * @returns stops at the middle, of those that are a change
 */
export function glassVariants(
  plan: Plan
): { readonly variant: GlassVariant; readonly stops: number }[] {
  if (!isClear(plan)) return []
  const { subject, props } = plan
  // Looked through at the same height, whatever fills it.
  const { pose, places } = transportOf(plan).scene
  const { seen } = places.find(({ id }) => id === 'subject')!
  const levelOf = (other: Plan): number =>
    levelAlong(
      other,
      { ...transportOf(other).scene, pose },
      [...seen!],
      other.lights.map((light) => lightStops(other, light))
    )
  const now = levelOf(plan)
  const clearPieces = props.filter(({ finish }) => finish === 'clear')
  const variants: (readonly [GlassVariant, Plan])[] = []
  if (subject.shape === 'vessel' && subject.liquid)
    variants.push(['empty', { ...plan, subject: { ...subject, liquid: null } }])
  else if (subject.shape === 'vessel')
    variants.push([
      'filled',
      {
        ...plan,
        subject: { ...subject, liquid: { level: 0.7, colour: '#ffffff', throughMm: 20 } }
      }
    ])
  if (clearPieces.length > 0)
    variants.push([
      'without-pieces',
      { ...plan, props: props.filter((prop) => !clearPieces.includes(prop)) }
    ])
  return variants.map(([variant, other]) => {
    const then = levelOf(other)
    // Dark before and after is no change.
    return { variant, stops: Math.max(then, now) < FAINT ? 0 : then - now }
  })
}
