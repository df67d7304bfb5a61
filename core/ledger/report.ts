/**
 * An evaluation as plain JSON: what `evaluate` prints. −∞ becomes null with a state that says why.
 */
import { dialMarks } from '../scales/dial'
import { nameOf } from '../scales/marks'
import type { Plan } from '../plan/plan'
import { cellsOf, evaluate } from './evaluate'
import { TERM_FORMULAS } from './terms'

const round = (value: number): number | null => (Number.isFinite(value) ? Number(value.toFixed(4)) : null)
const figures = (record: Readonly<Record<string, number>>): Record<string, number | null> =>
  Object.fromEntries(Object.entries(record).map(([key, value]) => [key, round(value)]))

export const report = (plan: Plan) => {
  const result = evaluate(plan)
  const { suggestion } = result
  const light = plan.lights[0]
  return {
    plan: plan.title,
    settings: {
      aperture: nameOf('aperture', plan.settings.apertureStops),
      shutter: nameOf('shutter', plan.settings.shutterStops),
      iso: nameOf('iso', plan.settings.isoStops),
      ndStops: plan.settings.ndStops
    },
    ledger: cellsOf(result.ledger).map((cell) => ({
      source: cell.source,
      place: cell.place,
      state: cell.state,
      level: round(cell.level),
      bound: cell.bound,
      terms: cell.terms.map((term) => ({
        kind: term.kind,
        stops: round(term.stops),
        formula: TERM_FORMULAS[term.kind].formula,
        figures: figures(term.figures)
      }))
    })),
    totals: { subject: round(result.ledger.totals.subject), ground: round(result.ledger.totals.ground) },
    verdicts: result.verdicts.map(({ id, state, reason, value, limit, figures: raw }) => ({
      id, state, reason, value: value === null ? null : round(value), limit: limit === null ? null : round(limit), figures: figures(raw)
    })),
    suggestedPower: {
      source: light.id,
      state: suggestion.state,
      wantedStops: suggestion.wantedStops === null ? null : round(suggestion.wantedStops),
      mark: suggestion.choice?.mark.label ?? null,
      markStops: suggestion.choice ? round(suggestion.choice.mark.stops) : null,
      roundingErrorStops: suggestion.choice ? round(suggestion.choice.errorStops) : null,
      missStops: round(suggestion.missStops),
      dialEnds: [dialMarks(light.strobe.dial)[0]!.label, dialMarks(light.strobe.dial).at(-1)!.label]
    },
    flags: result.flags
  }
}
