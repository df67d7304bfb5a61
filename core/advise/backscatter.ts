/**
 * What particles in the water between port and subject send back of a light: a veil of those too
 * small to be told apart, and specks of the larger ones. Source: single scattering along each ray
 * from the lens, ∫ E·b·p(θ)·e^(−c·way) dx; a speck's image spread over its blur, by area.
 */
import { alongRay, keptBy, litPart, type Spot } from '../ledger/waterRay'
import { particlePhase } from '../medium/particles'
import { SPECK_REFLECTANCE, SPECKS_MM } from '../medium/specks'
import type { Water } from '../medium/water'
import { blurAtDepth } from '../plan/lensInUse'
import type { Plan } from '../plan/plan'
import { poseOf, rayThrough } from '../set/camera'
import { gather, newGathered } from '../set/gather'
import { sceneOf, type Scene } from '../set/scene'
import { HIT } from '../set/surface'
import { distance, dot, unit, type Vec } from '../set/vec'
import { GREY } from '../light/luminance'

export interface Speck {
  readonly sizeMm: number
  /** the brightest against what the light gives the subject, stops */
  readonly stops: number
  /** from the port, mm */
  readonly atMm: number
}
export interface Backscatter {
  /** the veil against what the light gives the subject, stops, the mean over the frame */
  readonly veilStops: number
  readonly specks: readonly Speck[]
}

interface Fineness {
  readonly columns: number
  readonly rows: number
  readonly steps: number
}
const FINE: Fineness = { columns: 6, rows: 4, steps: 40 }
const COARSE: Fineness = { columns: 3, rows: 3, steps: 14 }

/** How far a ray from the lens goes before it meets something, mm from the pupil. */
function endOf({ surfaces }: Scene, plan: Plan, from: Vec, way: Vec, least: number): number {
  const hit = new Float64Array(HIT)
  const met = surfaces.nearest(Float64Array.of(...from, ...way, least, Infinity), hit)
  return met < 0 ? least + plan.background.distanceMm : hit[0]!
}

/** All a light gives the subject's lit side, with what water takes; relative as the transport's own. */
function onSubject(scene: Scene, i: number, kept: (wayM: number) => number): number {
  const place = scene.places[0]!
  const found = newGathered()
  gather(scene.heads[i]!, scene.standing, place.at, place.normal, scene.placesOn[0]!, found)
  const way = distance(scene.heads[i]!.at, place.at) + scene.pose.frontMm
  return (found.direct * kept(way / 1000) * place.reflectance) / GREY
}

/**
 * Goes over the water the frame sees, as a light lights it.
 * @param visit told of every lit spot
 * @returns what the light gives the subject, as `light` of a spot; 0 where none of it arrives straight
 */
function overWater(
  plan: Plan,
  medium: Water,
  i: number,
  { columns, rows, steps }: Fineness,
  visit: (spot: Spot) => void
): number {
  const scene = sceneOf(plan)
  const { pose } = scene
  const kept = keptBy(plan, medium, plan.lights[i]!)
  for (let c = 0; c < columns; c++)
    for (let r = 0; r < rows; r++) {
      const way = unit(rayThrough(pose, (2 * (c + 0.5)) / columns - 1, (2 * (r + 0.5)) / rows - 1))
      const least = (pose.pupilMm - pose.frontMm) / -dot(way, pose.toCamera)
      const end = endOf(scene, plan, pose.pupil, way, least)
      alongRay(litPart(scene, i, way, end), kept, steps, visit)
    }
  return onSubject(scene, i, kept)
}

interface Summed {
  readonly veilStops: number
  /** what the light gives the subject, as `light` of a spot */
  readonly subject: number
}
function summed(
  plan: Plan,
  i: number,
  fineness: Fineness,
  visit: (spot: Spot) => void = () => undefined
): Summed | null {
  const { medium } = plan
  if (medium.kind === 'air' || medium.scatterPerM === 0) return null
  let veil = 0
  const subject = overWater(plan, medium, i, fineness, (spot) => {
    veil += spot.light * particlePhase(spot.cosine) * spot.stepMm
    visit(spot)
  })
  if (!(subject > 0)) return null
  const share = ((medium.scatterPerM / 1000) * Math.PI) / GREY
  return {
    subject,
    veilStops: Math.log2((veil * share) / (fineness.columns * fineness.rows * subject))
  }
}

/**
 * The veil alone, roughly: for comparing one set with another.
 * @param i index of the light
 * @returns stops against what the light gives the subject; null as backscatterOf
 */
export const veilStopsOf = (plan: Plan, i: number): number | null =>
  summed(plan, i, COARSE)?.veilStops ?? null

/**
 * Veil and specks of a light.
 * @param i index of the light
 * @returns null in air, where nothing scatters, and where none of its light reaches the subject straight
 */
export function backscatterOf(plan: Plan, i: number): Backscatter | null {
  const { pupilMm } = poseOf(plan)
  const best = SPECKS_MM.map((sizeMm) => ({ sizeMm, light: 0, atMm: 0 }))
  const found = summed(plan, i, FINE, ({ light, depthMm, fromPortMm }) => {
    const blur = blurAtDepth(plan, depthMm - pupilMm)
    if (!Number.isFinite(blur)) return
    const grows = (plan.focus.magnification * pupilMm) / depthMm
    for (const speck of best) {
      const image = speck.sizeMm * grows
      const spread = (image * image) / (image * image + blur * blur)
      const level = ((light * SPECK_REFLECTANCE) / GREY) * spread
      if (level > speck.light) {
        speck.light = level
        speck.atMm = fromPortMm
      }
    }
  })
  return (
    found && {
      veilStops: found.veilStops,
      specks: best.map(({ sizeMm, light, atMm }) => ({
        sizeMm,
        atMm,
        stops: Math.log2(light / found.subject)
      }))
    }
  )
}
