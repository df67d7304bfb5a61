/**
 * How to freeze more, in the order of what it costs: less power nearer, more heads, a wider
 * aperture, less ambient; in high-speed sync a faster shutter, or a single flash at sync.
 */
import { evaluate } from '../ledger/evaluate'
import { freezeOf, GHOST_LEVEL, type Freeze } from '../ledger/freeze'
import type { Plan } from '../plan/plan'
import { flashMoves } from './freezeFlash'
import { highSpeedMoves } from './freezeHighSpeed'
import type { FreezeMove } from './freezeMove'

export interface Freezing {
  readonly freeze: Freeze
  readonly enough: boolean
  readonly moves: readonly FreezeMove[]
}

/**
 * @returns moves for the light that smears most, cheapest first; none when all is frozen and no
 *   ghost shows
 */
export function freezing(plan: Plan): Freezing {
  const { ledger } = evaluate(plan)
  const freeze = freezeOf(plan, ledger)
  const limit = plan.goals.blurPx
  const moves: FreezeMove[] = []
  const { worst } = freeze
  const smears = worst.blurPx > limit
  const ghosts = freeze.ghostPx > (plan.goals.ghostPx ?? limit)
  if (plan.subject.speedMmS > 0 && smears) {
    const index = plan.lights.findIndex((light) => light.id === worst.id)
    moves.push(...(worst.highSpeed ? highSpeedMoves(plan, index) : flashMoves(plan, index)))
  }
  if (plan.subject.speedMmS > 0 && ghosts)
    moves.push({
      kind: 'ambient',
      stops: freeze.ambientLevel - GHOST_LEVEL,
      after: null,
      ghostPx: freeze.ghostPx
    })
  return { freeze, enough: !smears && !ghosts, moves }
}
