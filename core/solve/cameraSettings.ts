/** Apertures, ISOs and filters: what each costs by itself, sorted by how much light they take. */
import { pixelPitchMm } from '../kit/kit'
import type { Plan } from '../plan/plan'
import { depthOf, endBlur, neededDepthMm } from '../plan/lensInUse'
import { missCost, type WeightedGoal } from './weightedGoals'
import { settingsPrice } from './score'
import type { SearchSpace } from './searchSpace'

export interface CameraSettings {
  /** index among the apertures of the space */
  readonly aperture: number
  readonly apertureStops: number
  readonly isoStops: number
  readonly ndStops: number
  readonly price: number
  readonly ndChanged: boolean
}

/** Settings that take the same light, laid out for a quick look at which could be worth it. */
export interface EqualExposure {
  /** aperture + ND − ISO, stops */
  readonly takenStops: number
  readonly settings: readonly CameraSettings[]
  readonly prices: Float64Array
  /** index of the aperture, counted on past all apertures where the ND is changed */
  readonly slots: Int32Array
}

/**
 * Apertures, ISOs and filters that keep the goals they decide alone, by how much light they take
 * together.
 */
export function settingsByStops(
  from: Plan,
  space: SearchSpace,
  goals: readonly WeightedGoal[]
): EqualExposure[] {
  const by = (id: string) => goals.find((each) => each.goal.id === id)
  const pitch = pixelPitchMm(from.camera)
  const need = neededDepthMm(from)
  const byStops = new Map<number, CameraSettings[]>()
  for (const [aperture, apertureStops] of space.apertures.entries()) {
    const there: Plan = { ...from, settings: { ...from.settings, apertureStops } }
    const edgePx = endBlur(there, need).bothMm / pitch
    const sharp = missCost(by('depth'), depthOf(there).totalMm) + missCost(by('edge'), edgePx)
    if (sharp === Infinity) continue
    for (const isoStops of space.isos) {
      const noise = missCost(by('iso'), isoStops)
      if (noise === Infinity) continue
      for (const ndStops of space.nds) {
        const key = Math.round((apertureStops + ndStops - isoStops) * 1e6)
        const settings = {
          aperture,
          apertureStops,
          isoStops,
          ndStops,
          price: sharp + noise + settingsPrice(from, apertureStops, isoStops, ndStops, edgePx),
          ndChanged: Math.abs(ndStops - from.settings.ndStops) > 1e-6
        }
        const list = byStops.get(key)
        if (list) list.push(settings)
        else byStops.set(key, [settings])
      }
    }
  }
  // Cheapest first, so that what is kept early cuts off much.
  const least = (list: readonly CameraSettings[]): number =>
    list.reduce((low, each) => Math.min(low, each.price), Infinity)
  return [...byStops]
    .sort(([, a], [, b]) => least(a) - least(b))
    .map(([, list]) => ({
      takenStops: list[0]!.apertureStops + list[0]!.ndStops - list[0]!.isoStops,
      settings: list,
      prices: Float64Array.from(list, (each) => each.price),
      slots: Int32Array.from(
        list,
        (each) => each.aperture + (each.ndChanged ? space.apertures.length : 0)
      )
    }))
}
