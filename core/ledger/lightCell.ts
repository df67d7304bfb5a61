/** One light at one place as a level: on what is there, and on the water before it. */
import type { Plan } from '../plan/plan'
import { vapourGain } from '../set/vapour'
import type { Transport } from '../set/transport'
import { correctionFor } from './corrections'
import { lightHueStops, lightWaterStops } from './sourceColours'
import type { Cell, CellState } from './terms'
import { showsVeil, veilAt } from './veil'
import { passedOf } from './water'

/** Light that arrives less than this share of what it would straight on counts as none. */
const NOTHING = 2 ** -24

/** What a light adds at a place by straight light and bounces, against lightStops; 0 for none. */
function arrivingAt(plan: Plan, transport: Transport, i: number, j: number): number {
  const at = i * transport.scene.places.length + j
  const gain = vapourGain(plan, transport.scene, i, j)
  const arrives = transport.direct[at]! * gain + transport.bounce[at]!
  return arrives < NOTHING ? 0 : arrives
}
/** What it becomes on the surface there, through the water, stops. */
function surfaceStopsOf(plan: Plan, transport: Transport, i: number, j: number): number {
  const light = plan.lights[i]!
  const passed = passedOf(plan, transport, i, j)
  return (
    transport.scene.placeStops[j]! +
    lightWaterStops(plan, light, passed) +
    lightHueStops(plan, light, transport.scene.places[j]!, passed)
  )
}

/** A light at a place against lightStops: on what is there, and on the water before that; linear. */
interface Parts {
  readonly surface: number
  readonly veil: number
}
/**
 * @param i index of the light
 * @param j of the place in the transport
 */
export function partsAt(plan: Plan, transport: Transport, i: number, j: number): Parts {
  const arrives = arrivingAt(plan, transport, i, j)
  const veil = veilAt(plan, transport, i, j).light
  if (arrives > 0) return { veil, surface: arrives * 2 ** surfaceStopsOf(plan, transport, i, j) }
  const shows = veil > NOTHING && showsVeil(transport.scene.places[j]!)
  return { veil: shows ? veil : 0, surface: 0 }
}

/** How much of a light's level at a place is the veil of the water before it, 0 to 1. */
export function waterVeilShare(plan: Plan, transport: Transport, i: number, j: number): number {
  if (plan.medium.kind === 'air') return 0
  const { surface, veil } = partsAt(plan, transport, i, j)
  return veil === 0 ? 0 : veil / (surface + veil)
}

/** Why none of a light arrives at a place. */
function darkState(transport: Transport, i: number, j: number): CellState {
  const { places, heads } = transport.scene
  const place = places[j]!
  if (transport.open[i * places.length + j]! > NOTHING) return 'shadowed'
  const head = heads[i]!
  const facing =
    place.normal === null
      ? 1
      : (head.at[0] - place.at[0]) * place.normal[0] +
        (head.at[1] - place.at[1]) * place.normal[1] +
        (head.at[2] - place.at[2]) * place.normal[2]
  return facing <= 0 ? 'behind' : 'outside'
}

/**
 * A light at a place.
 * @param i index of the light,
 * @param j of the place in the transport
 * @param base lightStops
 */
export function lightCell(
  plan: Plan,
  transport: Transport,
  i: number,
  j: number,
  base: number
): Cell {
  const light = plan.lights[i]!
  const place = transport.scene.places[j]!
  const none = (state: CellState): Cell => ({
    source: light.id,
    place: place.id,
    state,
    level: -Infinity,
    limit: 'exact'
  })
  if (!light.on) return none('off')
  const { surface, veil } = partsAt(plan, transport, i, j)
  if (surface + veil === 0) return none(darkState(transport, i, j))
  const correction = correctionFor(plan, light.id, place.id)
  return {
    source: light.id,
    place: place.id,
    state: 'known',
    level: base + Math.log2(surface + veil) + (correction?.stops ?? 0),
    limit: correction?.limit ?? 'exact'
  }
}
