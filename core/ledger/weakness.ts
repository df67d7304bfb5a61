/**
 * Where a cell is less sure than the arithmetic makes it look, and by how much. Nothing of it counts
 * where a frame has corrected the very cell.
 */
import type { Place, Plan } from '../plan/plan'
import { transportOf } from '../set/remembered'
import { distance } from '../set/vec'
import { correctionFor } from './corrections'
import type { SourceId } from './terms'

export type WeaknessKind = 'penumbra' | 'tube-near' | 'loss-guessed' | 'bounce' | 'correction'
export interface Weakness {
  readonly kind: WeaknessKind
  /** ±, stops */
  readonly stops: number
  /** a modifier's */
  readonly name?: string
}

/**
 * Penumbra, bounce: what the set is off at most, and at 95 of 100 places, against paths followed one
 * by one (docs/physics.md). Tube, loss: common practice, no source.
 */
const OFF = { penumbra: 0.2, bounce: 0.15, tube: 0.5, loss: 0.5 }
/** Shares of a face in sight between which a place lies in a penumbra. */
const [DARK, LIT] = [0.02, 0.98]
/** Nearer to its mouth than so many lengths of a tube its inside counts. */
const NEAR_LENGTHS = 1

export function weaknessesOf(plan: Plan, source: SourceId, place: Place): Weakness[] {
  const correction = correctionFor(plan, source, place)
  const own: Weakness[] = correction
    ? [{ kind: 'correction', stops: correction.uncertaintyStops }]
    : []
  if (source === 'ambient' || correction?.place === place) return own
  const { scene, direct, open, bounce } = transportOf(plan)
  const i = plan.lights.findIndex((light) => light.id === source)
  const j = scene.places.findIndex((each) => each.id === place)
  const light = plan.lights[i]
  if (!light || j < 0 || !light.on) return own
  const at = i * scene.places.length + j
  const arrives = direct[at]! + bounce[at]!
  if (arrives <= 0) return own
  const seen = open[at]! > 0 ? direct[at]! / open[at]! : 1
  if (seen > DARK && seen < LIT) own.push({ kind: 'penumbra', stops: OFF.penumbra })
  if (bounce[at]! > arrives / 2) own.push({ kind: 'bounce', stops: OFF.bounce })
  const { tube, mouth } = scene.heads[i]!.emitters[0]
  if (
    tube &&
    direct[at]! > 0 &&
    distance(mouth, scene.places[j]!.at) < NEAR_LENGTHS * tube.lengthMm
  )
    own.push({ kind: 'tube-near', stops: OFF.tube })
  if (!correction)
    for (const { name, lossStops, measured } of light.modifiers)
      if (lossStops > 0 && measured.length === 0)
        own.push({ kind: 'loss-guessed', stops: OFF.loss, name })
  return own
}

/** All of them together, in quadrature; 0 for none. */
export const offByAtMost = (found: readonly Weakness[]): number =>
  Math.hypot(...found.map((each) => each.stops))
