/**
 * Where a cell is less sure than the arithmetic makes it look, and by how much. Nothing of it counts
 * where a frame has corrected the very cell.
 */
import {
  filterUncertainty,
  highSpeedUncertaintyOf,
  lossUncertainty,
  markUncertaintyOf,
  outputUncertainty
} from '../kit/sureness'
import type { Light, Place, Plan } from '../plan/plan'
import { firedStops, usesHighSpeedSync } from '../plan/sync'
import { transportOf } from '../set/remembered'
import { isInVapour } from '../set/vapour'
import { distance } from '../set/vec'
import { correctionFor } from './corrections'
import { cellAt, type Ledger } from './ledger'
import { isAmbientPart, type RowId } from './terms'

export type WeaknessKind =
  | 'penumbra'
  | 'tube-near'
  | 'bounce'
  | 'correction'
  | 'output'
  | 'mark'
  | 'loss'
  | 'highSpeed'
  | 'vapour'
export interface Weakness {
  readonly kind: WeaknessKind
  /** ±, stops */
  readonly stops: number
  /** a modifier's */
  readonly name?: string
  /** whether a figure of the kit was measured, or is as it came */
  readonly measured?: boolean
}

/**
 * Penumbra, bounce: what the set is off at most, and at 95 of 100 places, against paths followed one
 * by one (docs/physics.md). Tube: common practice, no source.
 */
const OFF = { penumbra: 0.2, bounce: 0.15, tube: 0.5 }
/** Shares of a face in sight between which a place lies in a penumbra. */
const [DARK, LIT] = [0.02, 0.98]
/** Vapour nobody has photographed yet; common practice, no source. */
const VAPOUR_UNSURE = 1
/** Nearer to its mouth than so many lengths of a tube its inside counts. */
const NEAR_LENGTHS = 1

/** How sure the kit's figures behind a light are. */
function ofKit(plan: Plan, light: Light): Weakness[] {
  const { strobe, modifiers } = light
  const { shutterStops } = plan.settings
  const found: Weakness[] = [
    {
      kind: 'output',
      stops: outputUncertainty(strobe),
      measured: strobe.outputUncertaintyStops !== null
    },
    {
      kind: 'mark',
      stops: markUncertaintyOf(strobe, firedStops(plan, light)),
      measured: strobe.marks.length > 0
    },
    ...modifiers.map((each) => ({
      kind: 'loss' as const,
      stops: lossUncertainty(each),
      name: each.name,
      measured: each.lossUncertaintyStops !== null || each.measured.length > 0
    }))
  ]
  for (const each of [...light.filters, ...plan.lensFilters])
    found.push({
      kind: 'loss',
      stops: filterUncertainty(each),
      name: each.name,
      measured: each.lossUncertaintyStops !== null
    })
  if (usesHighSpeedSync(plan, light))
    found.push({
      kind: 'highSpeed',
      stops: highSpeedUncertaintyOf(strobe, shutterStops),
      measured: strobe.highSpeedLosses.length > 0
    })
  return found.filter(({ stops }) => stops > 0)
}

export function weaknessesOf(plan: Plan, source: RowId, place: Place): Weakness[] {
  if (isAmbientPart(source)) return []
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
  if (isInVapour(plan, scene.places[j]!.on) && !correction)
    own.push({
      kind: 'vapour',
      stops: plan.subject.vapour.uncertaintyStops ?? VAPOUR_UNSURE,
      measured: plan.subject.vapour.uncertaintyStops !== null
    })
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
  return correction ? own : [...own, ...ofKit(plan, light)]
}

/** All of them together, in quadrature; 0 for none. */
export const offByAtMost = (found: readonly Weakness[]): number =>
  Math.hypot(...found.map((each) => each.stops))

/**
 * ± of all the light at a place, stops: that of each source by its share of the light, in quadrature.
 * Source: propagation of independent errors.
 */
export function uncertaintyAt(plan: Plan, ledger: Ledger, place: Place): number {
  const total = ledger.totals[place]
  if (total === undefined || !Number.isFinite(total)) return 0
  return Math.hypot(
    ...ledger.rows.map(({ source }) => {
      const level = cellAt(ledger, source, place)?.level ?? -Infinity
      if (!Number.isFinite(level)) return 0
      return 2 ** (level - total) * offByAtMost(weaknessesOf(plan, source, place))
    })
  )
}
