/** One change a frame: what has been changed since the last one, and whether more would be. */
import type { Plan } from '../plan/plan'
import { changesBetween, type Change } from './changes'
import type { Frame } from './frame'

const keyOf = ({ control, light }: Change): string => `${light ?? ''} ${control}`

/**
 * What was changed on the set since a frame. Switching lights on and off is how steps are worked
 * and is no change; nor is what a light that did not fire for the frame stands at, which the frame
 * does not show.
 */
function changesSince(frame: Frame, plan: Plan): Change[] {
  const fired = new Set(frame.plan.lights.filter(({ on }) => on).map(({ id }) => id as string))
  // With some of its modifiers off, on purpose, a light is at another power too.
  const inParts = new Set(
    frame.plan.lights
      .filter(({ id, modifiers }) => {
        const now = plan.lights.find((light) => light.id === id)
        return now !== undefined && modifiers.length < now.modifiers.length
      })
      .map(({ id }) => id as string)
  )
  return changesBetween(frame.plan, plan).filter(
    ({ control, light }) =>
      control !== 'switch' && (light === null || (fired.has(light) && !inParts.has(light)))
  )
}

export interface SecondChange {
  /** what has been changed already since the last frame */
  readonly made: readonly Change[]
  /** what would be changed besides */
  readonly added: readonly Change[]
}

/**
 * Whether a step would be a second change since the last frame: of the next frame nobody could say
 * which of them did what.
 * @param frames the run so far, oldest first
 * @returns null when it is the first, goes on with it, or takes something back
 */
export function secondChange(
  frames: readonly Frame[],
  before: Plan,
  after: Plan
): SecondChange | null {
  const last = frames.at(-1)
  if (!last) return null
  const made = changesSince(last, before)
  const known = new Set(made.map(keyOf))
  const added = changesSince(last, after).filter((change) => !known.has(keyOf(change)))
  return made.length > 0 && added.length > 0 ? { made, added } : null
}
