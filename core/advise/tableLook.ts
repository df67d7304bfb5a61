/**
 * A table that mirrors, looked at: the subject's image in it against the subject and against the
 * table's own tone, what shows in it besides, and how much it mirrors from which height.
 */
import { lightWaterStops } from '../ledger/sourceColours'
import { byMiddle } from '../ledger/water'
import { lightStops } from '../ledger/cells'
import { ledgerOf } from '../ledger/ledger'
import type { LightId, Plan } from '../plan/plan'
import { projectInFrame } from '../set/camera'
import { tableShare } from '../set/mirrorImage'
import { mirrors } from '../set/optics'
import { transportOf } from '../set/remembered'
import type { Scene } from '../set/scene'
import { endsOf } from '../set/seenEnds'
import { behindGlass } from '../set/seenLight'
import { imageStops } from '../set/specular'
import { add, scale, sub, toRad, type Vec } from '../set/vec'
import type { GlassPlace } from './glass'
import { levelAlong } from './levelAlong'

/** A light whose own image shows in the table. */
export interface TableLamp {
  readonly light: LightId
  /** where in the picture, −1 to 1 */
  readonly x: number
  readonly y: number
  /** of its image, stops */
  readonly level: number
}
export interface TableLook {
  readonly places: readonly GlassPlace[]
  /** the subject's image near its foot; null where the lens sees none */
  readonly image: {
    /** what of its light the table mirrors there, 0–1 */
    readonly share: number
    /** against the subject's lit side, stops */
    readonly againstSubject: number
    /** the table's own tone there against the image, stops; −∞ for none */
    readonly ownAgainst: number
  } | null
  readonly lamps: readonly TableLamp[]
}

function imageOf(plan: Plan, scene: Scene): TableLook['image'] {
  const place = scene.places.find(({ id }) => id === 'mirrored')
  if (!place) return null
  const ends = endsOf(plan, scene, place)
  const bases = plan.lights.map((light) => lightStops(plan, light))
  const isTable = (index: number): boolean => scene.standing.list[index]?.id === 'table'
  const image = levelAlong(plan, scene, place.seen!, bases, ({ index }) => !isTable(index))
  const own = levelAlong(plan, scene, place.seen!, bases, ({ index }) => isTable(index))
  return {
    share: ends.reduce((sum, { share, index }) => (isTable(index) ? sum : sum + share), 0),
    againstSubject: image - ledgerOf(plan).totals.subject!,
    ownAgainst: own - image
  }
}

/** Rougher than this a lamp's image is a glow without an outline; GGX's α, practice. */
const BLURRED = 0.2

/** Lights whose images show in the picture. Source: law of reflection. */
function lampsIn(plan: Plan, scene: Scene): TableLamp[] {
  const { belowMm, widthMm, depthMm, finish, roughness } = plan.table!
  const { pose, heads, surfaces } = scene
  const over = pose.pupil[1] + belowMm
  if (over <= 0 || roughness > BLURRED) return []
  return plan.lights.flatMap((light, i) => {
    const { at } = heads[i]!
    if (!light.on || at[1] <= -belowMm) return []
    const image: Vec = [at[0], -2 * belowMm - at[1], at[2]]
    const way = sub(image, pose.pupil)
    const spot = add(pose.pupil, scale(way, -over / way[1]))
    const shown = projectInFrame(pose, spot)
    const inside = Math.abs(spot[0]) <= widthMm / 2 && Math.abs(spot[2]) <= depthMm / 2
    const above: Vec = [spot[0], spot[1] + 0.01, spot[2]]
    if (!shown || !inside || surfaces.blocked(...pose.pupil, ...above)) return []
    if (surfaces.blocked(...above, ...at)) return []
    const level =
      lightStops(plan, light) +
      lightWaterStops(plan, light, byMiddle(plan, i).passed) +
      imageStops(heads[i]!, spot, [0, 1, 0], finish, plan.medium)
    return Number.isFinite(level) ? [{ light: light.id, x: shown.x, y: shown.y, level }] : []
  })
}

/** @returns null where the table does not mirror */
export function tableLook(plan: Plan): TableLook | null {
  if (!mirrors(plan)) return null
  const { scene } = transportOf(plan)
  const { totals } = ledgerOf(plan)
  return {
    places: scene.places
      .filter(({ seen, on }) => seen && on === 'table')
      .map((place) => ({
        place: place.id,
        level: totals[place.id]!,
        behind: behindGlass(plan, scene, place)
      })),
    image: imageOf(plan, scene),
    lamps: lampsIn(plan, scene)
  }
}

/** Heights of the camera that are compared, degrees above the table. */
export const CAMERA_HEIGHTS = [5, 10, 15, 20, 30, 45, 60] as const
/**
 * What a table mirrors of a thing on it, seen from a height; 0–1.
 * @param deg of the camera above it
 */
export const mirroredFrom = (plan: Pick<Plan, 'table' | 'medium'>, deg: number): number =>
  tableShare(plan, Math.sin(toRad(deg)))
