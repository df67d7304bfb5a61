/** How a picture is drawn: as a photograph, as a map of stops, with what is black and clipped marked. */
import { BLACK, luminanceOf, WHITE } from '@core/picture/facts'
import { developed } from '@core/picture/mix'
import type { Curve } from '@core/picture/tone'

export type Drawn = 'photograph' | 'stops'

/** The map of stops: dark to light all the way, so that hue is not needed to read it. */
export const MAP_LEAST = -10
export const MAP_MOST = 3
const RAMP = [
  [6, 9, 30],
  [20, 39, 92],
  [33, 78, 120],
  [52, 112, 124],
  [88, 146, 118],
  [146, 178, 104],
  [212, 205, 108],
  [250, 238, 190]
] as const

/** Red, green, blue of a whole stop of the map. */
export function mapColour(level: number): readonly [number, number, number] {
  const band = Math.max(MAP_LEAST, Math.min(MAP_MOST, Math.floor(level)))
  const x = ((band - MAP_LEAST) / (MAP_MOST - MAP_LEAST)) * (RAMP.length - 1)
  const i = Math.min(RAMP.length - 2, Math.floor(x))
  const on = (k: 0 | 1 | 2): number =>
    Math.round(RAMP[i]![k] + (RAMP[i + 1]![k] - RAMP[i]![k]) * (x - i))
  return [on(0), on(1), on(2)]
}

/** The map of a change: blue where it is darker, orange where brighter, by how light it is too. */
export const CHANGE_MOST = 3
const [DARKER, SAME, BRIGHTER] = [
  [58, 128, 214],
  [24, 25, 28],
  [244, 160, 72]
] as const

/** Red, green, blue of a change, stops. */
export function changeColour(stops: number): readonly [number, number, number] {
  const share = Math.min(1, Math.abs(stops) / CHANGE_MOST) ** 0.7
  const end = stops < 0 ? DARKER : BRIGHTER
  const on = (k: 0 | 1 | 2): number => Math.round(SAME[k] + share * (end[k] - SAME[k]))
  return [on(0), on(1), on(2)]
}

/** @param stops [pixel] of changeStops */
export function drawChange(stops: Float32Array, rgba: Uint8ClampedArray): void {
  // In tenths, so that a colour is worked out once.
  const tenths = CHANGE_MOST * 10
  const colours = Array.from({ length: 2 * tenths + 1 }, (_, i) => changeColour((i - tenths) / 10))
  for (let p = 0; p < stops.length; p++) {
    const at = Math.max(-tenths, Math.min(tenths, Math.round(stops[p]! * 10)))
    const colour = colours[at + tenths]!
    rgba[p * 4] = colour[0]
    rgba[p * 4 + 1] = colour[1]
    rgba[p * 4 + 2] = colour[2]
    rgba[p * 4 + 3] = 255
  }
}

function drawMap(linear: Float32Array, rgba: Uint8ClampedArray): void {
  const colours = Array.from({ length: MAP_MOST - MAP_LEAST + 1 }, (_, i) =>
    mapColour(MAP_LEAST + i)
  )
  for (let p = 0; p * 4 < rgba.length; p++) {
    const level = luminanceOf(linear, p)
    const band = level > 0 ? Math.floor(Math.log2(level)) - MAP_LEAST : 0
    const colour = colours[Math.max(0, Math.min(colours.length - 1, band))]!
    rgba[p * 4] = colour[0]
    rgba[p * 4 + 1] = colour[1]
    rgba[p * 4 + 2] = colour[2]
    rgba[p * 4 + 3] = 255
  }
}

/** Hatches over what clips, one way, and what is black, the other way. */
function drawMarks(linear: Float32Array, rgba: Uint8ClampedArray, width: number): void {
  for (let p = 0; p * 4 < rgba.length; p++) {
    const most = Math.max(linear[p * 3]!, linear[p * 3 + 1]!, linear[p * 3 + 2]!)
    const [x, y] = [p % width, Math.floor(p / width)]
    const mark =
      most >= WHITE && (x + y) % 6 < 3
        ? CLIPPED
        : most <= BLACK && (((x - y) % 8) + 8) % 8 < 1
          ? DARK
          : null
    if (mark) for (let c = 0; c < 3; c++) rgba[p * 4 + c] = mark[c]!
  }
}
const CLIPPED = [226, 106, 60] as const
const DARK = [38, 66, 110] as const

/** Where the noise left is more than this, stops, it is marked. */
export const NOISY_STOPS = 0.3
/** Dots over what is still noisy or only guessed. */
export function drawDoubt(
  doubt: (p: number) => boolean,
  rgba: Uint8ClampedArray,
  width: number
): void {
  for (let p = 0; p * 4 < rgba.length; p++) {
    const [x, y] = [p % width, Math.floor(p / width)]
    if (x % 4 !== 0 || y % 4 !== 0 || !doubt(p)) continue
    rgba[p * 4] = 196
    rgba[p * 4 + 1] = 150
    rgba[p * 4 + 2] = 235
  }
}

/**
 * @param linear [pixel × 3] of `mixed`
 * @param rgba [pixel × 4] filled
 */
export function draw(
  linear: Float32Array,
  rgba: Uint8ClampedArray,
  width: number,
  how: {
    readonly drawn: Drawn
    readonly marks: boolean
    readonly curve: Curve
    /** the photograph, where it was drawn before */
    readonly ready?: Uint8ClampedArray | null
  }
): void {
  if (how.drawn === 'stops') drawMap(linear, rgba)
  else if (how.ready) rgba.set(how.ready)
  else developed(linear, rgba, how.curve)
  if (how.marks) drawMarks(linear, rgba, width)
}
