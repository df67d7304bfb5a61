/**
 * What particles in the water between port and subject send back of a light: a veil of those too
 * small to be told apart, and specks of the larger ones. Source: single scattering along each ray
 * from the lens, ∫ E·b·p(θ)·e^(−c·way) dx; a speck's image spread over its blur, by area.
 */
import { lightWaterStops } from '../ledger/sourceColours'
import { particlePhase } from '../medium/particles'
import { throughMedium, type Water } from '../medium/water'
import { blurAtDepth } from '../plan/lensInUse'
import type { Light, Plan } from '../plan/plan'
import { rayThrough } from '../set/camera'
import { gather, newGathered } from '../set/gather'
import { sceneOf, type Scene } from '../set/scene'
import { HIT } from '../set/surface'
import { add, distance, dot, scale, sub, unit, type Vec } from '../set/vec'
import { GREY } from '../light/luminance'

/** Diameters of specks that are judged, mm: fine sand, a grain, a flake. */
const SPECKS_MM = [0.1, 0.5, 2] as const
/** What a speck throws back; no source. */
const SPECK_REFLECTANCE = 0.4

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
/** For comparing one set with another. */
export const COARSE: Fineness = { columns: 3, rows: 3, steps: 14 }

/** What water leaves of a light's luminance after a way, by a table. */
function keptBy(plan: Plan, medium: Water, light: Light, mostM: number): (wayM: number) => number {
  const many = 64
  const kept = Float64Array.from({ length: many + 1 }, (_, i) =>
    lightWaterStops(plan, light, throughMedium(medium, (mostM * i) / many))
  )
  return (wayM) => {
    const at = Math.min(many, (wayM / mostM) * many)
    const low = Math.min(many - 1, Math.floor(at))
    return 2 ** (kept[low]! + (at - low) * (kept[low + 1]! - kept[low]!))
  }
}

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
 * @param i index of the light
 * @returns null in air, where nothing scatters, and where none of its light reaches the subject straight
 */
export function backscatterOf(plan: Plan, i: number, fineness = FINE): Backscatter | null {
  const { medium } = plan
  if (medium.kind === 'air' || medium.scatterPerM === 0) return null
  const scene = sceneOf(plan)
  const { pose, heads, standing } = scene
  const mostM = (4 * (pose.pupilMm + plan.background.distanceMm) + 4000) / 1000
  const kept = keptBy(plan, medium, plan.lights[i]!, mostM)
  const subject = onSubject(scene, i, kept)
  if (!(subject > 0)) return null
  const { columns, rows, steps } = fineness
  const found = newGathered()
  const head = heads[i]!
  const best = SPECKS_MM.map(() => ({ light: 0, atMm: 0 }))
  let veil = 0
  for (let c = 0; c < columns; c++)
    for (let r = 0; r < rows; r++) {
      const to = rayThrough(pose, (2 * (c + 0.5)) / columns - 1, (2 * (r + 0.5)) / rows - 1)
      const way = unit(to)
      const ahead = -dot(way, pose.toCamera)
      const least = (pose.pupilMm - pose.frontMm) / ahead
      const end = endOf(scene, plan, pose.pupil, way, least)
      // Steps of the angle at the head: finest where the ray passes it nearest.
      const nearest = dot(sub(head.at, pose.pupil), way)
      const off = Math.max(1, distance(head.at, add(pose.pupil, scale(way, nearest))))
      const first = Math.atan((least - nearest) / off)
      const angle = (Math.atan((end - nearest) / off) - first) / steps
      for (let s = 0; s < steps; s++) {
        const tan = Math.tan(first + (s + 0.5) * angle)
        const t = nearest + off * tan
        const at = add(pose.pupil, scale(way, t))
        gather(head, standing, at, null, -1, found)
        if (!(found.direct > 0)) continue
        const out = sub(head.at, at)
        const outMm = distance(head.at, at)
        const cosine = dot(out, way) / outMm
        const light = found.direct * kept((outMm + t - least) / 1000)
        veil += light * particlePhase(cosine) * off * (1 + tan * tan) * angle
        noteSpecks(plan, best, light, t * ahead, pose.pupilMm, t - least)
      }
    }
  const share = ((medium.scatterPerM / 1000) * Math.PI) / GREY / (columns * rows)
  return {
    veilStops: Math.log2((veil * share) / subject),
    specks: SPECKS_MM.map((sizeMm, k) => ({
      sizeMm,
      stops: Math.log2(best[k]!.light / subject),
      atMm: best[k]!.atMm
    }))
  }
}

/**
 * Keeps the brightest speck of each size.
 * @param depthMm of it from the pupil, along the lens axis
 */
function noteSpecks(
  plan: Plan,
  best: { light: number; atMm: number }[],
  light: number,
  depthMm: number,
  pupilMm: number,
  atMm: number
): void {
  const blur = blurAtDepth(plan, depthMm - pupilMm)
  const grows = (plan.focus.magnification * pupilMm) / depthMm
  SPECKS_MM.forEach((sizeMm, k) => {
    const image = sizeMm * grows
    const spread = (image * image) / (image * image + blur * blur)
    const level = ((light * SPECK_REFLECTANCE) / GREY) * (spread || 0)
    if (level > best[k]!.light) best[k] = { light: level, atMm }
  })
}
