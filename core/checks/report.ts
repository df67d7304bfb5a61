/** The checks of a set as plain JSON: what `evaluate` prints of them. Cures come from the plan's own bag; −∞ becomes null. */
import type { Plan } from '../plan/plan'
import { figures, round } from '../solve/report'
import { checkSet } from './checks'

export const checksReport = (plan: Plan) =>
  checkSet(plan, plan.bag.modifiers).map(
    ({ kind, state, light, card, place, figures: raw, cures }) => ({
      kind,
      state,
      ...(card === undefined ? { light } : { card }),
      place,
      figures: figures(raw),
      cures: cures.map((cure) => ({
        kind: cure.kind,
        ...(cure.name !== undefined && { name: cure.name }),
        figures: figures(cure.figures),
        effectStops: cure.effectStops === null ? null : round(cure.effectStops)
      }))
    })
  )
