/**
 * Argument checks shared by the core's functions: nonsense is refused by name, never clamped.
 */
export function positive(value: number, name: string): number {
  if (!(value > 0) || value === Infinity)
    throw new RangeError(`${name} must be a finite number above 0, got ${value}`)
  return value
}

export function notNegative(value: number, name: string): number {
  if (!(value >= 0) || value === Infinity)
    throw new RangeError(`${name} must be a finite number of 0 or more, got ${value}`)
  return value
}
