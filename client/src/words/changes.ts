/** What changed, in words, with units: used for frames, remedies and the next move. */
import { formatPower } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'
import type { Plan } from '@core/plan/plan'
import type { Change } from '@core/run/changes'
import { mm, plain, ratio, stops } from './format'
import { CONTROL_NAMES } from './names'

/** A control's position in its own notation; powers speak the dial of the strobe in the plan. */
export function controlValue(
  plan: Plan,
  control: Change['control'],
  value: number | string | boolean,
  light: string | null = null
): string {
  if (typeof value === 'boolean') return value ? 'on' : 'off'
  if (typeof value === 'string') return value || 'none'
  switch (control) {
    case 'aperture':
    case 'shutter':
    case 'iso':
      return nameOf(control, value)
    case 'power':
      return formatPower(
        (plan.lights.find((each) => each.id === light) ?? plan.lights[0]!).strobe.dial,
        value
      )
    case 'distance':
      return mm(value)
    case 'nd':
      return value === 0 ? 'none' : `${plain(value)} stops`
    case 'magnification':
      return ratio(value)
    default:
      return plain(value)
  }
}

export function changeWords(plan: Plan, change: Change): string {
  const effect = change.stops === null ? '' : ` (${stops(change.stops)})`
  const whose = change.light === null || plan.lights.length === 1 ? '' : `${change.light}: `
  if (change.control === 'switch')
    return (
      `${plan.lights.length === 1 ? 'Strobe' : change.light} switched ` +
      `${change.to ? 'on' : 'off'}`
    )
  return (
    `${whose}${CONTROL_NAMES[change.control]} ` +
    `${controlValue(plan, change.control, change.from, change.light)} → ` +
    `${controlValue(plan, change.control, change.to, change.light)}${effect}`
  )
}

export const changesWords = (plan: Plan, changes: readonly Change[]): string =>
  changes.length === 0
    ? 'Nothing was changed'
    : changes.map((change) => changeWords(plan, change)).join(', ')
