/** The terms that the cells of ambient light and of strobes have alike. */
import type { Source } from '../colour/sources'
import { closeUpFigures, hiddenCloseUpLoss } from '../plan/lensInUse'
import type { Light, Plan } from '../plan/plan'
import { filterTermsOf } from './sourceColours'
import type { Term, TermKind } from './terms'

export const term = (
  kind: TermKind,
  stops: number,
  figures: Record<string, number> = {},
  name?: string
): Term => ({ kind, stops, figures, ...(name !== undefined && { name }) })

export function cameraTerms(plan: Plan): Term[] {
  const { settings, focus } = plan
  const terms = [
    term('aperture', -settings.apertureStops, { N: 2 ** (settings.apertureStops / 2) })
  ]
  terms.push(
    term('closeUpLoss', 0 - hiddenCloseUpLoss(plan), {
      m: focus.magnification,
      ...closeUpFigures(plan)
    })
  )
  if (settings.isoStops !== 0)
    terms.push(term('iso', settings.isoStops, { S: 100 * 2 ** settings.isoStops }))
  if (settings.ndStops !== 0) terms.push(term('nd', -settings.ndStops, { ND: settings.ndStops }))
  return terms
}

/** What each filter takes of what those before it leave. */
export const filterTerms = (plan: Plan, light: Light | null, source: Source): Term[] =>
  filterTermsOf(source, [...(light?.filters ?? []), ...plan.lensFilters]).map(({ name, stops }) =>
    term('filter', stops, {}, name)
  )
