/** Where ambient light was read that a place has. */
import type { Place, ReadPlace } from './light'

/**
 * Ambient is read at two places; the others have the light of the nearer kind: what belongs to the
 * background its, all else the subject's.
 */
export const readPlaceOf = (place: Place): ReadPlace =>
  place.startsWith('background') ? 'background' : 'subject'
