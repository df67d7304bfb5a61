/**
 * A clear subject looked at: what stands behind each place of it, what its edges show, what filling it
 * or taking pieces out changes, and how flags beside the picture widen its dark edges.
 */
import { faceStops } from '../ledger/ambientSources'
import { lightStops, restCell } from '../ledger/cells'
import { ledgerOf } from '../ledger/ledger'
import { placedSources, type Card, type Place, type Plan } from '../plan/plan'
import type { CameraPose } from '../set/camera'
import { transportOf } from '../set/remembered'
import { headOfSourceAt, type Scene } from '../set/scene'
import { seenAmbient } from '../set/seenEnds'
import { behindGlass, seenOf } from '../set/seenLight'
import { isClear, outlineOf, throughHeight } from '../set/seenPlaces'
import type { PlacePoint } from '../set/places'
import { add, positionOf, scale, sub, unit, type Vec } from '../set/vec'

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

const sumOf = (levels: readonly number[]): number =>
  Math.log2(levels.reduce((sum, level) => sum + 2 ** level, 0))

/** All light that rays from the lens show, stops. */
function levelAlong(
  plan: Plan,
  scene: Scene,
  ways: readonly Vec[],
  bases: readonly number[]
): number {
  const bare: PlacePoint = {
    id: 'subject',
    at: [0, 0, 0],
    normal: null,
    reflectance: 0.18,
    on: 'subject',
    seen: ways
  }
  const place = { ...bare, seenAmbient: seenAmbient(plan, scene, bare) }
  const lights = plan.lights.map((light, i) =>
    light.on ? bases[i]! + Math.log2(seenOf(plan, scene, i, place)) : -Infinity
  )
  const sources = placedSources(plan.ambient.sources)
    .filter(({ state }) => state !== 'off')
    .map(
      (source) =>
        faceStops(plan, transportOf(plan), source) +
        Math.log2(seenOf(plan, scene, headOfSourceAt(plan, source.id), place))
    )
  return sumOf([...lights, ...sources, restCell(plan, place).level])
}

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
      .filter(({ seen }) => seen)
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

/** Width and height of what the lens sees so far behind the focus point, mm. */
export function fieldAt(pose: CameraPose, behindMm: number): { widthMm: number; heightMm: number } {
  const grow = (pose.pupilMm + behindMm) / pose.pupilMm
  return { widthMm: 2 * pose.halfWidthMm * grow, heightMm: 2 * pose.halfHeightMm * grow }
}

const FLAG_WIDTHS = [20, 40, 80, 160] as const
/** Flags so far before the background, mm. */
const BEFORE_MM = 5

/** Two black flags upright beside the picture, just before the background. */
function edgeFlags(plan: Plan, widthMm: number): readonly Card[] {
  const { pose } = transportOf(plan).scene
  const behind = plan.background.distanceMm - BEFORE_MM
  const field = fieldAt(pose, behind)
  const free = (['K1', 'K2', 'K3', 'K4', 'K5', 'K6', 'K7', 'K8'] as const).filter((id) =>
    plan.cards.every((card) => card.id !== id)
  )
  const tidy = (value: number): number => Number(value.toFixed(2))
  return ([-1, 1] as const).flatMap((side, k): Card[] => {
    const id = free[k]
    if (!id) return []
    const at = positionOf(
      add(
        scale(pose.toCamera, -behind),
        scale(pose.right, side * (field.widthMm / 2 + widthMm / 2))
      )
    )
    return [
      {
        id,
        kind: 'flag',
        on: true,
        widthMm,
        heightMm: Math.min(3000, tidy(field.heightMm * 1.3)),
        reflectance: 0.03,
        at: {
          distanceMm: tidy(at.distanceMm),
          azimuthDeg: tidy(at.azimuthDeg),
          elevationDeg: tidy(at.elevationDeg)
        },
        aim: { kind: 'free', azimuthDeg: 0, elevationDeg: plan.view.elevationDeg }
      }
    ]
  })
}

/** How wide black flags beside the picture make its dark edges. */
export const flagChoices = (
  plan: Plan
): { readonly widthMm: number; readonly edges: GlassLook['edges']; readonly after: Plan }[] =>
  isClear(plan)
    ? FLAG_WIDTHS.flatMap((widthMm) => {
        const flags = edgeFlags(plan, widthMm)
        if (flags.length < 2) return []
        const after = { ...plan, cards: [...plan.cards, ...flags] }
        return [{ widthMm, edges: glassLook(after)!.edges, after }]
      })
    : []
