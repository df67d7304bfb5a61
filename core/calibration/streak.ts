/** The length of a streak from marks on a picture of it. Plane geometry; the picture is not distorted. */

/** A spot on a picture, shares of its width and height. */
interface Spot {
  readonly x: number
  readonly y: number
}

/**
 * Vector between two spots, in widths of the picture.
 * @param aspect width over height of the picture
 */
const between = (a: Spot, b: Spot, aspect: number): readonly [number, number] => [
  b.x - a.x,
  (b.y - a.y) / aspect
]
const length = ([x, y]: readonly [number, number]): number => Math.hypot(x, y)

/**
 * On a turning disc: the angle of the streak's ends about the middle, times the radius. No scale is
 * needed. The shorter way round.
 * @param radiusMm of the mark on the disc, mm
 * @returns mm, 0 to π·radius; 0 where an end lies on the middle
 */
export function streakOnDisc(
  middle: Spot,
  [one, other]: readonly [Spot, Spot],
  aspect: number,
  radiusMm: number
): number {
  const [a, b] = [between(middle, one, aspect), between(middle, other, aspect)]
  if (length(a) === 0 || length(b) === 0) return 0
  return radiusMm * Math.abs(Math.atan2(a[0] * b[1] - a[1] * b[0], a[0] * b[0] + a[1] * b[1]))
}

/** By how much the ends of a streak on a disc lie at different radii, a share of the larger. */
export function radiiApart(
  middle: Spot,
  [one, other]: readonly [Spot, Spot],
  aspect: number
): number {
  const [a, b] = [length(between(middle, one, aspect)), length(between(middle, other, aspect))]
  return Math.abs(a - b) / Math.max(a, b, 1e-9)
}

/**
 * Beside something whose length is known.
 * @param knownMm between the two marks of the scale, mm
 * @returns mm; null where the scale's marks are one
 */
export function streakByScale(
  [one, other]: readonly [Spot, Spot],
  [from, to]: readonly [Spot, Spot],
  aspect: number,
  knownMm: number
): number | null {
  const scale = length(between(from, to, aspect))
  return scale < 1e-6 ? null : (knownMm * length(between(one, other, aspect))) / scale
}
