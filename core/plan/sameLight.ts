/** Lights compared by what is on them and by where they stand, whatever objects say so. */
import type { Light, Position } from './light'

export const near = (a: number, b: number): boolean => Math.abs(a - b) < 1e-6

/** Parts of a document, told apart by what they hold. */
export const sameParts = (a: unknown, b: unknown): boolean =>
  a === b || JSON.stringify(a) === JSON.stringify(b)

export const samePosition = (a: Position, b: Position): boolean =>
  near(a.distanceMm, b.distanceMm) &&
  near(a.azimuthDeg, b.azimuthDeg) &&
  near(a.elevationDeg, b.elevationDeg)

/**
 * Whether a light carries this strobe and these modifiers, in this order.
 */
export const carries = (
  light: Pick<Light, 'strobe' | 'modifiers'>,
  strobeId: string | null,
  modifierIds: readonly string[]
): boolean =>
  light.strobe.id === strobeId &&
  light.modifiers.length === modifierIds.length &&
  light.modifiers.every((each, i) => each.id === modifierIds[i])

export const modifierIdsOf = (light: Pick<Light, 'modifiers'>): string[] =>
  light.modifiers.map((each) => each.id)

/** Whether two lights carry the same strobe and modifiers. */
export const sameKit = (a: Light, b: Light): boolean => carries(b, a.strobe.id, modifierIdsOf(a))
