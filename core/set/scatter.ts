/**
 * Where a ray goes on from a surface, by chance: evenly by Lambert's law, mirrored, bent, or spread
 * by a rough one. Rows of numbers are filled in place. Sources: Lambert's cosine law; law of
 * reflection; Snell's and Fresnel's laws; microfacets of Trowbridge and Reitz (GGX) as in Walter et
 * al. 2007, those seen by a ray drawn as in Heitz, JCGT 2018; basis as in Duff et al., JCGT 2017.
 */
/** Two directions square to a unit normal, at 3 and 6 of a row whose first three are the normal. */
export function putBasis(basis: Float64Array): void {
  const x = basis[0]!
  const y = basis[1]!
  const z = basis[2]!
  const sign = z >= 0 ? 1 : -1
  const a = -1 / (sign + z)
  const b = x * y * a
  basis[3] = 1 + sign * x * x * a
  basis[4] = sign * b
  basis[5] = -sign * x
  basis[6] = b
  basis[7] = sign + y * y * a
  basis[8] = -y
}

/** From the basis into the set: x, y, z along its two directions and the normal. */
function put(basis: Float64Array, x: number, y: number, z: number, ray: Float64Array): void {
  for (let k = 0; k < 3; k++) ray[3 + k] = x * basis[3 + k]! + y * basis[6 + k]! + z * basis[k]!
}

/** A direction by Lambert's law over a normal. */
export function evenly(basis: Float64Array, spot: Float64Array, ray: Float64Array): void {
  const r = Math.sqrt(spot[0]!)
  const angle = 2 * Math.PI * spot[1]!
  put(basis, r * Math.cos(angle), r * Math.sin(angle), Math.sqrt(Math.max(0, 1 - spot[0]!)), ray)
}

/**
 * How often a ray is mirrored in a coat rather than let through to what lies under it.
 * @param own what the coat mirrors
 * @param under what lies under it throws back
 */
export function coatOften(own: number, under: number): number {
  return Math.min(0.75, Math.max(0.25, own / (own + under)))
}

/** Smith's share of facets that are seen, height by height: Λ of a direction's cosine. */
function lambda(cos: number, alpha2: number): number {
  const tan2 = (1 - cos * cos) / (cos * cos)
  return (Math.sqrt(1 + alpha2 * tan2) - 1) / 2
}
const density = (cosHalf: number, alpha2: number): number => {
  const d = cosHalf * cosHalf * (alpha2 - 1) + 1
  return alpha2 / (Math.PI * d * d)
}
/** What a metal mirrors of one colour: its own share head on, all at grazing. Source: Schlick 1994. */
export const metalShare = (own: number, cos: number): number => own + (1 - own) * (1 - cos) ** 5

/**
 * What a rough metal sends to a ray of light from a direction.
 * @param line the way the light comes from, from 3 on, of any length
 * @param cosOut of the ray
 * @param out [2] filled: the facets' share per steradian without the metal's own reflectance, and
 *   how likely `facet` would have gone that way
 * @returns cosine between a facet that mirrors one into the other and either, 0 where none does
 */
export function fromFacets(
  basis: Float64Array,
  ray: Float64Array,
  cosOut: number,
  line: Float64Array,
  alpha: number,
  out: Float64Array
): number {
  const length = Math.sqrt(line[3]! * line[3]! + line[4]! * line[4]! + line[5]! * line[5]!)
  let x = line[3]! / length
  let y = line[4]! / length
  let z = line[5]! / length
  const cosIn = x * basis[0]! + y * basis[1]! + z * basis[2]!
  if (cosIn <= 0) return 0
  x -= ray[3]!
  y -= ray[4]!
  z -= ray[5]!
  const half = Math.sqrt(x * x + y * y + z * z)
  const cosHalf = (x * basis[0]! + y * basis[1]! + z * basis[2]!) / half
  const alpha2 = alpha * alpha
  const d = density(cosHalf, alpha2)
  const lambdaOut = lambda(cosOut, alpha2)
  out[0] = d / (1 + lambdaOut + lambda(cosIn, alpha2)) / (4 * cosIn * cosOut)
  out[1] = facetChance(cosHalf, cosOut, alpha2)
  return -(x * ray[3]! + y * ray[4]! + z * ray[5]!) / half
}

/**
 * Draws one of a rough surface's facets that a ray sees.
 * @param cosOut of the ray as it comes
 * @param facet [3] filled with its normal, along the basis's two directions and its normal
 * @returns cosine between the facet and the ray
 */
export function drawFacet(
  basis: Float64Array,
  ray: Float64Array,
  cosOut: number,
  alpha: number,
  spot: Float64Array,
  facet: Float64Array
): number {
  // The ray backwards, in the basis, stretched so that the facets are those of a ball.
  const vx = -(ray[3]! * basis[3]! + ray[4]! * basis[4]! + ray[5]! * basis[5]!)
  const vy = -(ray[3]! * basis[6]! + ray[4]! * basis[7]! + ray[5]! * basis[8]!)
  const length = Math.sqrt(alpha * alpha * (vx * vx + vy * vy) + cosOut * cosOut)
  const sx = (alpha * vx) / length
  const sy = (alpha * vy) / length
  const sz = cosOut / length
  const flat = sx * sx + sy * sy
  const tx = flat > 0 ? -sy / Math.sqrt(flat) : 1
  const ty = flat > 0 ? sx / Math.sqrt(flat) : 0
  const r = Math.sqrt(spot[0]!)
  const angle = 2 * Math.PI * spot[1]!
  const a = r * Math.cos(angle)
  const s = (1 + sz) / 2
  const b = (1 - s) * Math.sqrt(1 - a * a) + s * r * Math.sin(angle)
  const c = Math.sqrt(Math.max(0, 1 - a * a - b * b))
  // Second direction: the first turned about the stretched ray.
  const ux = -sz * ty
  const uy = sz * tx
  const uz = sx * ty - sy * tx
  const hx = alpha * (a * tx + b * ux + c * sx)
  const hy = alpha * (a * ty + b * uy + c * sy)
  const hz = Math.max(1e-9, b * uz + c * sz)
  const size = Math.sqrt(hx * hx + hy * hy + hz * hz)
  facet[0] = hx / size
  facet[1] = hy / size
  facet[2] = hz / size
  return vx * facet[0] + vy * facet[1] + cosOut * facet[2]
}

/** How likely `drawFacet` and a mirror in it would have gone a way, per steradian. */
const facetChance = (cosFacetOff: number, cosOut: number, alpha2: number): number =>
  density(cosFacetOff, alpha2) / (1 + lambda(cosOut, alpha2)) / (4 * cosOut)

const facet = new Float64Array(3)
/**
 * Sends a ray on by one of a rough surface's facets that it sees, mirrored.
 * @param cosOut of the ray as it comes
 * @param out [2] filled: what it keeps without the surface's own reflectance, and how likely it went
 *   this way
 * @returns cosine between the facet and the ray; 0 where the light goes under the surface
 */
export function byFacet(
  basis: Float64Array,
  ray: Float64Array,
  cosOut: number,
  alpha: number,
  spot: Float64Array,
  out: Float64Array
): number {
  const cosFacet = drawFacet(basis, ray, cosOut, alpha, spot, facet)
  return mirrorInFacet(basis, ray, cosOut, cosFacet, alpha, facet, out) ? cosFacet : 0
}

/**
 * Mirrors a ray in a facet it sees.
 * @param out as of byFacet
 * @returns false where the light goes under the surface: the ray stays
 */
export function mirrorInFacet(
  basis: Float64Array,
  ray: Float64Array,
  cosOut: number,
  cosFacet: number,
  alpha: number,
  by: Float64Array,
  out: Float64Array
): boolean {
  const hx = by[0]!
  const hy = by[1]!
  const hz = by[2]!
  const cosIn = 2 * cosFacet * hz - cosOut
  if (cosIn <= 1e-6 || cosFacet <= 0) return false
  const vx = -(ray[3]! * basis[3]! + ray[4]! * basis[4]! + ray[5]! * basis[5]!)
  const vy = -(ray[3]! * basis[6]! + ray[4]! * basis[7]! + ray[5]! * basis[8]!)
  put(basis, 2 * cosFacet * hx - vx, 2 * cosFacet * hy - vy, cosIn, ray)
  const alpha2 = alpha * alpha
  const lambdaOut = lambda(cosOut, alpha2)
  out[0] = (1 + lambdaOut) / (1 + lambdaOut + lambda(cosIn, alpha2))
  out[1] = facetChance(hz, cosOut, alpha2)
  return true
}

/**
 * Bends a ray through a facet it sees.
 * @param cosFacet between the facet and the ray as it comes
 * @param over refractive index behind over that before
 * @returns what it keeps of what the facet lets through, by the facets that hide the way on; 0 where
 *   it does not come out behind: the ray stays. Source: Walter et al. 2007, shadowing by either side.
 */
export function bendInFacet(
  basis: Float64Array,
  ray: Float64Array,
  cosFacet: number,
  over: number,
  alpha: number,
  by: Float64Array
): number {
  const hx = by[0]!
  const hy = by[1]!
  const hz = by[2]!
  const under = 1 - (1 - cosFacet * cosFacet) / (over * over)
  if (under <= 0) return 0
  const on = cosFacet / over - Math.sqrt(under)
  const dx = ray[3]! * basis[3]! + ray[4]! * basis[4]! + ray[5]! * basis[5]!
  const dy = ray[3]! * basis[6]! + ray[4]! * basis[7]! + ray[5]! * basis[8]!
  const dz = ray[3]! * basis[0]! + ray[4]! * basis[1]! + ray[5]! * basis[2]!
  const z = dz / over + on * hz
  if (z >= -1e-6) return 0
  put(basis, dx / over + on * hx, dy / over + on * hy, z, ray)
  return 1 / (1 + lambda(-z, alpha * alpha))
}
