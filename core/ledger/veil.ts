/**
 * What the water before a place sends to the lens of a light: a veil over what is there. Source:
 * single scattering along the ray, ∫ E·b·p(θ)·e^(−c·way) dx, against a card's E·ρ/π.
 */
import { GREY } from '../light/luminance'
import { particlePhase } from '../medium/particles'
import type { Spectrum } from '../colour/bands'
import type { Medium, Water } from '../medium/water'
import type { Plan } from '../plan/plan'
import { readPlaceOf } from '../plan/readPlace'
import type { PlacePoint } from '../set/places'
import type { Scene } from '../set/scene'
import type { Transport } from '../set/transport'
import { distance, scale, sub } from '../set/vec'
import { lightSpectrum } from './sourceColours'
import { alongRay, keptBy } from './waterRay'

const STEPS = 16

export interface Veil {
  /**
   * on the scale light falls on a grey card there: 1 is as bright as a grey card one metre before a
   * head of guide number 1
   */
  readonly light: number
  /** how far its light has come through the water, the mean, m */
  readonly wayM: number
}
const NONE: Veil = { light: 0, wayM: 0 }

interface Known {
  readonly medium: Medium
  readonly light: Spectrum
  readonly kept: (wayM: number) => number
  /** by place */
  readonly veils: Veil[]
}
const known = new WeakMap<Transport, (Known | undefined)[]>()

/** What is known of a light's veils in a set: they go when the water or the lamp is another. */
function knownOf(plan: Plan, medium: Water, transport: Transport, i: number): Known {
  const all = known.get(transport) ?? []
  known.set(transport, all)
  const before = all[i]
  const light = lightSpectrum(plan, plan.lights[i]!)
  if (before?.medium === medium && before.light === light) return before
  return (all[i] = { medium, light, kept: keptBy(plan, medium, plan.lights[i]!), veils: [] })
}

/** Whether a veil is seen over a place: not where it is a place on the lens itself, or seen by way of
 * something else. */
const veiled = ({ id, seen }: PlacePoint): boolean => id !== 'lens' && !seen

/**
 * The veil of a light over a place.
 * @param i index of the light
 * @param j of the place in the transport
 * @returns none in air, and where nothing scatters
 */
export function veilAt(plan: Plan, transport: Transport, i: number, j: number): Veil {
  const { medium } = plan
  if (medium.kind === 'air' || medium.scatterPerM === 0) return NONE
  const { scene } = transport
  const place = scene.places[j]!
  if (!veiled(place)) return NONE
  const { veils, kept } = knownOf(plan, medium, transport, i)
  return (veils[j] ??= along(scene, i, place, kept, medium))
}

function along(
  scene: Scene,
  i: number,
  { at }: PlacePoint,
  kept: (wayM: number) => number,
  { scatterPerM }: Water
): Veil {
  const { pupil } = scene.pose
  const end = distance(pupil, at)
  const way = scale(sub(at, pupil), 1 / end)
  let [sum, ways] = [0, 0]
  alongRay(
    scene,
    i,
    kept,
    { way, end, steps: STEPS, closely: false },
    ({ light, cosine, stepMm, wayMm }) => {
      const sent = light * particlePhase(cosine) * stepMm
      sum += sent
      ways += sent * wayMm
    }
  )
  if (sum === 0) return NONE
  return { light: (sum * (scatterPerM / 1000) * Math.PI) / GREY, wayM: ways / sum / 1000 }
}

/** A veil alone makes a level only of what stands behind: elsewhere a light that misses is none. */
export const showsVeil = ({ id }: PlacePoint): boolean => readPlaceOf(id) === 'background'
