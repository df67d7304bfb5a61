/** What explains a frame, in words, and what accepting it does. */
import { formatPower } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'
import type { LightId, Plan } from '@core/plan/plan'
import type { Cause } from '@core/run/causes'
import { mm, stopCount, stops } from './format'

const lightIn = (plan: Plan, id: LightId) => plan.lights.find((light) => light.id === id)!

/** @param plan the one the frame was taken with */
export function causeWords(plan: Plan, cause: Cause): string {
  switch (cause.kind) {
    case 'as-expected':
      return 'Nothing is wrong: it lies within what is not known of the set'
    case 'not-fired':
      return `${cause.light} did not fire`
    case 'other-mark': {
      const { strobe, powerStops } = lightIn(plan, cause.light)
      return (
        `${cause.light} stood at ${formatPower(strobe.dial, cause.powerStops)}, not at ` +
        formatPower(strobe.dial, powerStops)
      )
    }
    case 'output':
      return (
        `${cause.light} gives ${stopCount(cause.stops)} ${cause.stops < 0 ? 'less' : 'more'} ` +
        'than its figures say'
      )
    case 'modifier':
      return (
        `What is on ${cause.light} takes ${stopCount(cause.stops)} ` +
        `${cause.stops < 0 ? 'more' : 'less'} than its figures say`
      )
    case 'distance': {
      const { distanceMm } = lightIn(plan, cause.light).at
      return `${cause.light} stood at ${mm(cause.distanceMm)}, not at ${mm(distanceMm)}`
    }
    case 'ambient':
      return cause.read
        ? `The ambient was ${stopCount(cause.stops)} ${cause.stops < 0 ? 'under' : 'over'} what was read`
        : `Ambient that nobody read, at level ${stops(cause.stops)}`
    case 'exposure':
      return (
        `All light is ${stopCount(cause.stops)} ${cause.stops < 0 ? 'darker' : 'brighter'} than ` +
        'the settings make it: aperture, ISO or filter was not as noted'
      )
  }
}

/** What to do where the plan cannot be put right. */
export function lookFor(cause: Cause): string {
  if (cause.kind === 'as-expected') return 'Use the reading as it is.'
  return cause.kind === 'ambient'
    ? 'Take a frame with the strobes off: it measures what the ambient does.'
    : 'Look at the lens, the filter and the ISO, and take the frame again.'
}

/** What the button that accepts it says. */
export function acceptWords(plan: Plan, cause: Cause): string {
  switch (cause.kind) {
    case 'not-fired':
      return `Log it without ${cause.light}`
    case 'other-mark':
      return `Log it at ${formatPower(lightIn(plan, cause.light).strobe.dial, cause.powerStops)}`
    case 'output':
    case 'modifier':
      return `Correct ${cause.light} by ${stops(cause.stops)}`
    case 'distance':
      return `Put ${cause.light} at ${mm(cause.distanceMm)}`
    default:
      return `Correct the ambient by ${stops('stops' in cause ? cause.stops : 0)}`
  }
}

/** "96 %", never 100: nothing is certain */
export const shareWords = (share: number): string =>
  share > 0.99 ? '> 99 %' : `${Math.round(share * 100)} %`

const AXES = ['aperture', 'shutter', 'iso'] as const

/** Where a frame's settings are not the plan's now; '' where they agree. */
export function otherSettings(now: Plan, then: Plan): string {
  const off = AXES.filter(
    (axis) => Math.abs(then.settings[`${axis}Stops`] - now.settings[`${axis}Stops`]) > 0.1
  )
  const named = (plan: Plan): string =>
    off
      .map(
        (axis) => `${axis === 'iso' ? 'ISO ' : ''}${nameOf(axis, plan.settings[`${axis}Stops`])}`
      )
      .join(', ')
  return off.length === 0
    ? ''
    : `Taken at ${named(then)}, where the plan has ${named(now)}. It is held against what it was ` +
        'taken at.'
}
