/**
 * The sum: every source at every place, totals, verdicts and the power to set. Pure and quick: it runs on every key press.
 */
import { PLACES, type Place, type Plan } from '../plan/plan'
import { ambientCell, strobeCell } from './cells'
import { findFlags } from './flags'
import { suggestFromCells, type Suggestion } from './suggest'
import type { Cell, Flag } from './terms'
import { judge, type Verdict } from './verdicts'

export interface Ledger {
  readonly ambient: Readonly<Record<Place, Cell>>
  readonly strobe: Readonly<Record<Place, Cell>>
  /** stops; −Infinity when nothing lights the place */
  readonly totals: Readonly<Record<Place, number>>
}

export interface Evaluation {
  readonly ledger: Ledger
  readonly verdicts: readonly Verdict[]
  readonly suggestion: Suggestion
  readonly flags: readonly Flag[]
}

const total = (a: Cell, b: Cell): number => Math.log2(2 ** a.level + 2 ** b.level)

/** Places × sources for a plan. */
export const ledgerOf = (plan: Plan): Ledger => {
  const ambient = { subject: ambientCell(plan, 'subject'), ground: ambientCell(plan, 'ground') }
  const strobe = { subject: strobeCell(plan, 'subject'), ground: strobeCell(plan, 'ground') }
  return {
    ambient,
    strobe,
    totals: { subject: total(ambient.subject, strobe.subject), ground: total(ambient.ground, strobe.ground) }
  }
}

export const evaluate = (plan: Plan): Evaluation => {
  const ledger = ledgerOf(plan)
  const suggestion = suggestFromCells(plan, ledger.ambient.subject, ledger.strobe.subject)
  return { ledger, suggestion, verdicts: judge(plan, ledger), flags: findFlags(plan) }
}

/** The cells in reading order: ambient first, then the strobe. */
export const cellsOf = (ledger: Ledger): readonly Cell[] => [
  ...PLACES.map((place) => ledger.ambient[place]),
  ...PLACES.map((place) => ledger.strobe[place])
]
