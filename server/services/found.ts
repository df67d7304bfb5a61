import type { Shoot } from '@core/api/api'
import { notFound, unreadable } from '../http/problem'
import type { Found } from '../store/shoots'

/**
 * The shoot that was looked for.
 * @throws ProblemError 404 where there is none, 422 where what is stored cannot be read
 */
export function found(result: Found): Shoot {
  if (result.kind === 'missing') throw notFound('shoot')
  if (result.kind === 'unreadable') throw unreadable('shoot', result.faults)
  return result.shoot
}
