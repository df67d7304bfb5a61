/** What `evaluate` prints of a plan, as plain JSON. −∞ becomes null with a state that says why. */
import { checkSet } from '../core/checks/checks'
import { dialMarks, formatPower } from '../core/scales/dial'
import { nameOf } from '../core/scales/marks'
import type { Plan } from '../core/plan/plan'
import { cellTerms } from '../core/ledger/cellTerms'
import { evaluate } from '../core/ledger/evaluate'
import { cellsOf } from '../core/ledger/ledger'
import { ratiosOf } from '../core/ledger/ratios'
import { TERM_FORMULAS } from '../core/ledger/terms'
import { applyChange } from '../core/solve/change'
import { judgeGoals, type GoalResult } from '../core/solve/goals'
import { nearestWay, relaxations } from '../core/solve/relax'
import { findWays } from '../core/solve/ways'

/** What is left of zero after adding floats. */
const DUST = 1e-12
/** Figures for JSON: four decimals, small ones to four digits; what is not finite as null. */
const round = (value: number): number | null =>
  !Number.isFinite(value)
    ? null
    : Math.abs(value) < DUST
      ? 0
      : Number(Math.abs(value) < 0.1 ? value.toPrecision(4) : value.toFixed(4))
const figures = (record: Readonly<Record<string, number>>): Record<string, number | null> =>
  Object.fromEntries(Object.entries(record).map(([key, value]) => [key, round(value)]))

export function report(plan: Plan) {
  const result = evaluate(plan)
  const ratios = ratiosOf(plan, result.ledger)
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
      limit: cell.limit,
      terms: cellTerms(plan, cell.source, cell.place).map((term) => ({
        kind: term.kind,
        ...(term.name !== undefined && { name: term.name }),
        stops: round(term.stops),
        formula: TERM_FORMULAS[term.kind].formula,
        figures: figures(term.figures)
      }))
    })),
    totals: Object.fromEntries(
      result.ledger.places.map((place) => [place, round(result.ledger.totals[place]!)])
    ),
    verdicts: result.verdicts.map(({ id, state, reason, value, limit, figures: raw }) => ({
      id,
      state,
      reason,
      value: value === null ? null : round(value),
      limit: limit === null ? null : round(limit),
      figures: figures(raw)
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
    ratios: {
      keyFill: ratios.keyFill === null ? null : round(ratios.keyFill),
      litShadow: ratios.litShadow === null ? null : round(ratios.litShadow)
    },
    goals: judgeGoals(plan, result).map(goalLine),
    flags: result.flags
  }
}

const goalLine = ({
  id,
  kind,
  hard,
  ok,
  known,
  value,
  limit,
  toleranceStops,
  missStops
}: GoalResult) => ({
  id,
  kind,
  hard,
  ok,
  known,
  value: round(value),
  limit: round(limit),
  toleranceStops: round(toleranceStops),
  missStops: round(missStops)
})

const settingsLine = (plan: Plan) => ({
  aperture: nameOf('aperture', plan.settings.apertureStops),
  shutter: nameOf('shutter', plan.settings.shutterStops),
  iso: nameOf('iso', plan.settings.isoStops),
  ndStops: plan.settings.ndStops,
  shadeStops: plan.ambient.shadeStops,
  lights: plan.lights
    .filter((light) => light.on)
    .map((light) => ({
      id: light.id,
      power: formatPower(light.strobe.dial, light.powerStops),
      distanceMm: light.at.distanceMm,
      modifiers: light.modifiers.map((each) => each.name)
    }))
})

/**
 * The ways there are, best first; where there are none, the smallest changes that would make one.
 * What `evaluate --ways` adds.
 */
export function waysReport(plan: Plan) {
  const ways = findWays(plan)
  const relaxed = ways.length ? [] : relaxations(plan)
  const nearest = ways.length || relaxed.length ? null : nearestWay(plan)
  return {
    ways: ways.map((way) => ({
      group: way.group,
      settings: settingsLine(applyChange(plan, way.change)),
      binding: way.binding.id,
      price: Object.fromEntries(
        Object.entries(way.price).map(([key, value]) => [key, value === null ? null : round(value)])
      ),
      score: round(way.score),
      goals: way.goals.map(goalLine)
    })),
    relaxations: relaxed.map((each) =>
      each.kind === 'goal'
        ? {
            kind: each.kind,
            goal: goalLine(each.goal),
            settings: settingsLine(applyChange(plan, each.change))
          }
        : {
            kind: each.kind,
            ...('path' in each
              ? { path: each.path }
              : { from: round(each.from), to: round(each.to) }),
            ...('light' in each && { light: each.light }),
            settings: settingsLine(each.after)
          }
    ),
    nearest: nearest && {
      settings: settingsLine(applyChange(plan, nearest.change)),
      goals: nearest.goals.map(goalLine)
    }
  }
}

/** The checks of a set; remedies come from the modifiers in the plan's own bag. */
export const checksReport = (plan: Plan) =>
  checkSet(plan, plan.bag.modifiers).map(
    ({ kind, state, light, card, place, figures: raw, remedies }) => ({
      kind,
      state,
      ...(card === undefined ? { light } : { card }),
      place,
      figures: figures(raw),
      remedies: remedies.map((remedy) => ({
        kind: remedy.kind,
        ...(remedy.name !== undefined && { name: remedy.name }),
        figures: figures(remedy.figures),
        effectStops: remedy.effectStops === null ? null : round(remedy.effectStops)
      }))
    })
  )
