/**
 * How the shutter lets a flash into each row of the picture: nothing in the band it leaves past
 * sync, less of a slow flash where it closes first. The row that opens first is the lowest of the
 * picture, as it stands upside down on the sensor and curtains run downward (common practice, no
 * source).
 */
import { cutStops } from '../light/pulse'
import { pulseOf } from '../light/strobe'
import { darkShare } from '../optics/shutter'
import type { Light, Plan } from '../plan/plan'
import { shutterOf } from '../plan/shutterInUse'
import { isPastSync, openTimesOf, usesHighSpeedSync } from '../plan/sync'
import { secondsAt } from '../scales/marks'
import { AMBIENT_SOURCES, WHOLE, type Window } from './film'
import type { Rows } from './mix'

/**
 * @returns what each row gets of a light against what the ledger counts on, from the top; null where
 *   all get the same
 */
function rowsOfLight(
  plan: Plan,
  light: Light,
  rows: number,
  { top, bottom }: Window
): Float64Array | null {
  if (usesHighSpeedSync(plan, light)) return null
  /** how far up from the row that opens first, 0 to 1 */
  const up = (y: number): number => (1 + top + ((bottom - top) * (y + 0.5)) / rows) / 2
  if (isPastSync(plan)) {
    const dark = darkShare(
      secondsAt(plan.settings.shutterStops),
      secondsAt(shutterOf(plan).syncStops)
    )
    return Float64Array.from({ length: rows }, (_, y) => (up(y) < dark ? 0 : 1))
  }
  const { firstS, middleS, lastS } = openTimesOf(plan, light)
  const pulse = pulseOf(light.powerStops, light.strobe)
  const middle = cutStops(pulse, middleS)
  if (cutStops(pulse, firstS) === cutStops(pulse, lastS) || middle === -Infinity) return null
  return Float64Array.from(
    { length: rows },
    (_, y) => 2 ** (cutStops(pulse, firstS + (lastS - firstS) * up(y)) - middle)
  )
}

/**
 * @param traced the plan the picture was traced of: its lights, in their order
 * @param part of the frame that the rows lie in
 */
export const rowsOf = (traced: Plan, plan: Plan, rows: number, part: Window = WHOLE): Rows => [
  ...Array<null>(AMBIENT_SOURCES).fill(null),
  ...traced.lights.map(({ id }) => {
    const light = plan.lights.find((each) => each.id === id)
    return light ? rowsOfLight(plan, light, rows, part) : null
  })
]
