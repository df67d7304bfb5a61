/** Straight light of a head on a patch, the mean over it. */
import { putBall } from './between'
import type { Emitter } from './emitter'
import { glance, mayStandBetween, narrowBeam } from './gather'
import type { Head } from './heads'
import type { Patch } from './patches'
import { FOUR, shadedMean, SIXTEEN } from './patchShade'
import { FlatShape } from './patchShape'
import type { Surfaces } from './surface'

/** How often a patch is halved at most: for a near lamp, and for a shadow in a narrow beam. */
const HALVINGS = 9
const FOR_SHADOW = 2
/** Where a piece's path begins: of a whole patch; of one so small that few rays will do. */
const WHOLE = 1
const SMALL = 8

/** What may stand between the whole patch and the face in hand, and between a piece and that. */
const around = new Int32Array(64)
let many = 0
const near = new Int32Array(64)
const balls = new Float64Array(8)

/**
 * @param known what has been found of this head's light; added to
 * @returns relative as the transport's own
 */
export function lightOnPatch(
  head: Head,
  surfaces: Surfaces,
  patch: Patch,
  known: Map<Patch, number>
): number {
  let light = known.get(patch)
  if (light === undefined) {
    light = 0
    for (const emitter of head.emitters) {
      many = mayStandBetween(emitter, surfaces, patch.at, patch.radiusMm, patch.on, around)
      light +=
        emitter.share *
        mean(emitter, surfaces, patch, HALVINGS, patch.path === WHOLE ? FOR_SHADOW : 1)
    }
    known.set(patch, light)
  }
  return light
}

/** Halves of flat pieces: filled anew at every depth, since no lamp asks for them again. */
const pairs = Array.from(
  { length: HALVINGS + FOR_SHADOW + 1 },
  () => [new FlatShape(), new FlatShape()] as const
)
function halvesOf(
  piece: Patch | FlatShape,
  depth: number
): readonly [Patch | FlatShape, Patch | FlatShape] {
  if (!(piece instanceof FlatShape))
    return piece.flat ? halvesOf(piece.flat, depth) : piece.passingHalves()
  // For a shadow it goes on below 0.
  const pair = pairs[depth + FOR_SHADOW]!
  piece.halveInto(...pair)
  return pair
}

/** The mean over both halves of a piece. */
function overHalves(
  emitter: Emitter,
  surfaces: Surfaces,
  piece: Patch | FlatShape,
  halvings: number,
  forShadow: number
): number {
  const [a, b] = halvesOf(piece, halvings)
  return (
    (mean(emitter, surfaces, a, halvings - 1, forShadow) * a.areaMm2 +
      mean(emitter, surfaces, b, halvings - 1, forShadow) * b.areaMm2) /
    (a.areaMm2 + b.areaMm2)
  )
}

function mean(
  emitter: Emitter,
  surfaces: Surfaces,
  piece: Patch | FlatShape,
  halvings: number,
  forShadow: number
): number {
  const { at, normal, radiusMm } = piece
  const dx = emitter.at[0] - at[0]
  const dy = emitter.at[1] - at[1]
  const dz = emitter.at[2] - at[2]
  const ahead = -(dx * emitter.axis[0] + dy * emitter.axis[1] + dz * emitter.axis[2])
  if (ahead + radiusMm <= 0) return 0
  if (dx * normal[0] + dy * normal[1] + dz * normal[2] + emitter.radiusMm + radiusMm <= 0) return 0
  const d = Math.sqrt(dx * dx + dy * dy + dz * dz)
  const off = Math.sqrt(Math.max(0, d * d - ahead * ahead))
  const spot = Math.max(0, ahead) * emitter.limitTan
  const reach = radiusMm + emitter.radiusMm
  if (off - reach >= (ahead + radiusMm) * emitter.limitTan) return 0
  if (halvings > 0) {
    // A beam's light falls off over its own width, or over the face's where that is wider.
    const soft = Math.max(1e-6, ahead * emitter.smoothTan, emitter.radiusMm)
    const inBeam = off - radiusMm < 3 * soft
    const edge = off + reach > spot && radiusMm > 0.25 * Math.max(spot, emitter.radiusMm)
    if (radiusMm > 0.35 * d || edge || (inBeam && radiusMm > 0.6 * soft))
      return overHalves(emitter, surfaces, piece, halvings, forShadow)
  }
  putBall(balls, 0, at, radiusMm)
  putBall(balls, 1, emitter.at, emitter.radiusMm)
  const count = many === 0 ? 0 : surfaces.between(balls, -1, near, around, many)
  if (narrowBeam(emitter, spot)) {
    if (count > 0 && forShadow > 0 && radiusMm > 0.05 * d)
      return overHalves(emitter, surfaces, piece, halvings, forShadow - 1)
    return glance(emitter, surfaces, at, normal, -1, d, near, count)
  }
  const { path } = piece
  if (count === 0 && path !== WHOLE && (piece instanceof FlatShape || piece.flat))
    return glance(emitter, surfaces, at, normal, -1, d, near, 0)
  return shadedMean(path < SMALL ? SIXTEEN : FOUR, emitter, surfaces, piece, near, count)
}
