/**
 * Black tubes: a snoot is one, a grid many beside each other. What goes in at one end and does not
 * meet a wall leaves at the other.
 */

/**
 * Share of a disc that an equal one, moved sideways, still covers: what a round cell or tube whose
 * end is filled with light lets through at an angle.
 * @param x how far it is moved, in diameters, ≥ 0: for a cell tan θ over the tangent of its cut
 * @returns 1 at 0, 0 from 1 on; 0.391 (−1.35 stop) at a half
 * Source: math, area of the lens between two equal circles.
 */
export const sharedByDiscs = (x: number): number =>
  x >= 1 ? 0 : (2 / Math.PI) * (Math.acos(x) - x * Math.sqrt(1 - x * x))

/** Half angle a tube or cell cuts to, degrees. Source: geometry of a black tube. */
export const tubeHalfDeg = (diameterMm: number, depthMm: number): number =>
  (Math.atan(diameterMm / depthMm) * 180) / Math.PI

/** Depth of a grid's cell over its width, by the full angle it cuts to, degrees. */
export const cellDepthOverWidth = (fullDeg: number): number =>
  1 / Math.tan((fullDeg * Math.PI) / 360)

/** Rings a tube's wall is cut into. */
const RINGS = 16
/**
 * Share of what meets a tube's wall that leaves by its mouth after any number of matt reflections,
 * the light of an even face at its back; what goes back to the head is lost.
 * @param radiusMm of the tube,
 * @param lengthMm its length
 * @param reflectance of its inside, 0 to below 1
 * Source: radiosity (Goral et al. 1984, from memory) between rings of the wall; view factor of two
 * equal coaxial discs, catalogues of radiation view factors (from memory).
 */
export function wallGlow(radiusMm: number, lengthMm: number, reflectance: number): number {
  const height = lengthMm / RINGS
  /** Share that a disc sends to an equal one so many rings away. */
  const across = Array.from({ length: RINGS + 1 }, (_, k) => {
    const x = 2 + ((k * height) / radiusMm) ** 2
    return (x - Math.sqrt(x * x - 4)) / 2
  })
  // Reciprocity: a disc has r/2h of a ring's area.
  const area = radiusMm / (2 * height)
  const toDisc = (rings: number): number => area * (across[rings]! - across[rings + 1]!)
  const toRing = (rings: number): number =>
    rings === 0 ? 1 - 2 * toDisc(0) : toDisc(rings - 1) - toDisc(rings)
  const first = Array.from({ length: RINGS }, (_, i) => across[i]! - across[i + 1]!)
  const wall = 1 - across[RINGS]!
  let sent = first.map(() => 0)
  for (let turn = 0; turn < 200; turn++)
    sent = first.map(
      (own, i) =>
        reflectance * (own + sent.reduce((sum, each, k) => sum + each * toRing(Math.abs(i - k)), 0))
    )
  return sent.reduce((sum, each, i) => sum + each * toDisc(RINGS - 1 - i), 0) / wall
}
