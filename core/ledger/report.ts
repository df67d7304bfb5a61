/**
 * An evaluation as plain JSON: what `evaluate` prints. −∞ becomes null with a state that says why.
 */
import { dialMarks } from '../scales/dial'
import { nameOf } from '../scales/marks'
import type { Plan } from '../plan/plan'
import { cellTerms } from './cellTerms'
import { evaluate } from './evaluate'
import { cellsOf } from './ledger'
import { TERM_FORMULAS } from './terms'

const round = (value: number): number | null => (Number.isFinite(value) ? Number(value.toFixed(4)) : null)
const figures = (record: Readonly<Record<string, number>>): Record<string, number | null> =>
  Object.fromEntries(Object.entries(record).map(([key, value]) => [key, round(value)]))

export const report = (plan: Plan) => {
  const result = evaluate(plan)
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
      terms: cellTerms(plan, cell.source, cell.place).map((term) => ({
        kind: term.kind,
        ...(term.name !== undefined && { name: term.name }),
        stops: round(term.stops),
        formula: TERM_FORMULAS[term.kind].formula,
        figures: figures(term.figures)
      }))
    })),
    totals: Object.fromEntries(result.ledger.places.map((place) => [place, round(result.ledger.totals[place]!)])),
    verdicts: result.verdicts.map(({ id, state, reason, value, limit, figures: raw }) => ({
      id, state, reason, value: value === null ? null : round(value), limit: limit === null ? null : round(limit), figures: figures(raw)
    })),
    suggestedPower: plan.lights.flatMap((light) => {
      const suggestion = result.suggestions[light.id]
      if (!suggestion) return []
      const marks = dialMarks(light.strobe.dial)
      return [
        {
          source: light.id,
          place: suggestion.place,
          state: suggestion.state,
          wantedStops: suggestion.wantedStops === null ? null : round(suggestion.wantedStops),
          mark: suggestion.choice?.mark.label ?? null,
          markStops: suggestion.choice ? round(suggestion.choice.mark.stops) : null,
          roundingErrorStops: suggestion.choice ? round(suggestion.choice.errorStops) : null,
          missStops: round(suggestion.missStops),
          dialEnds: [marks[0]!.label, marks.at(-1)!.label]
        }
      ]
    }),
    flags: result.flags
  }
}
