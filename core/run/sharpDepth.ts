/** Where along the depth a frame is sharpest, by the blur of its edges. */

export interface BlurAtDepth {
  /** behind the plane the plan focuses on; < 0 nearer, mm */
  readonly behindMm: number
  /** width of the blur, px */
  readonly blurPx: number
}
export interface SharpDepth {
  /** middle blur of each step of depth, nearest first */
  readonly steps: readonly (BlurAtDepth & { readonly tiles: number })[]
  /** where it is sharpest; null where too little of the depth has edges */
  readonly sharpest: BlurAtDepth | null
}

const STEPS = 12
/** Tiles a step needs. */
const LEAST_TILES = 2
/** Steps a statement on the sharpest needs. */
const LEAST_STEPS = 3

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!

/** @param tiles each with the blur of its edges */
export function sharpDepth(tiles: readonly BlurAtDepth[]): SharpDepth {
  if (tiles.length === 0) return { steps: [], sharpest: null }
  const depths = tiles.map(({ behindMm }) => behindMm)
  const [near, far] = [Math.min(...depths), Math.max(...depths)]
  const size = (far - near) / STEPS || 1
  const steps = Array.from({ length: STEPS }, (_, i) => {
    const inside = tiles.filter(
      ({ behindMm }) => Math.min(STEPS - 1, Math.floor((behindMm - near) / size)) === i
    )
    return inside.length < LEAST_TILES
      ? null
      : {
          behindMm: median(inside.map(({ behindMm }) => behindMm)),
          blurPx: median(inside.map(({ blurPx }) => blurPx)),
          tiles: inside.length
        }
  }).filter((step) => step !== null)
  if (steps.length < LEAST_STEPS) return { steps, sharpest: null }
  const { behindMm, blurPx } = steps.reduce((a, b) => (b.blurPx < a.blurPx ? b : a))
  return { steps, sharpest: { behindMm, blurPx } }
}
