/** Apertures, ISOs and filters: what each costs by itself, sorted by how much light they take. */
import { pixelPitchMm } from '../kit/kit'
import type { Plan } from '../plan/plan'
import { depthOf, endBlur, neededDepthMm } from '../set/optic'
import { missCost, type Asked } from './asked'
import { framePrice } from './score'
import type { Space } from './space'

export interface Frame {
  /** index among the apertures of the space */
  readonly aperture: number
  readonly apertureStops: number
  readonly isoStops: number
  readonly ndStops: number
  readonly price: number
  readonly ndChanged: boolean
}

/** Frames that take the same light, laid out for a quick look at which could be worth it. */
export interface SameLight {
  /** aperture + ND − ISO, stops */
  readonly takenStops: number
  readonly frames: readonly Frame[]
  readonly prices: Float64Array
  /** index of the aperture, counted on past all apertures where the ND is changed */
  readonly slots: Int32Array
}

/** Apertures, ISOs and filters that keep the goals they decide alone, by how much light they take together. */
export const framesByStops = (from: Plan, space: Space, asked: readonly Asked[]): SameLight[] => {
  const by = (id: string) => asked.find((each) => each.goal.id === id)
  const pitch = pixelPitchMm(from.camera)
  const need = neededDepthMm(from)
  const frames = new Map<number, Frame[]>()
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
        const frame = {
          aperture,
          apertureStops,
          isoStops,
          ndStops,
          price: sharp + noise + framePrice(from, apertureStops, isoStops, ndStops, edgePx),
          ndChanged: Math.abs(ndStops - from.settings.ndStops) > 1e-6
        }
        const list = frames.get(key)
        if (list) list.push(frame)
        else frames.set(key, [frame])
      }
    }
  }
  // Cheapest first, so that what is kept early cuts off much.
  const least = (list: readonly Frame[]): number =>
    list.reduce((low, frame) => Math.min(low, frame.price), Infinity)
  return [...frames]
    .sort(([, a], [, b]) => least(a) - least(b))
    .map(([, list]) => ({
      takenStops: list[0]!.apertureStops + list[0]!.ndStops - list[0]!.isoStops,
      frames: list,
      prices: Float64Array.from(list, (frame) => frame.price),
      slots: Int32Array.from(
        list,
        (frame) => frame.aperture + (frame.ndChanged ? space.apertures.length : 0)
      )
    }))
}
