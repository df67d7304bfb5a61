/** What a background looks like at a spot of it: its picture, and how ambient falls off across it. */
import { srgbDecode } from '../ambient/blackScale'
import { LUMINANCE } from '../light/luminance'
import { PICTURE_HIGH, PICTURE_WIDE, type Background } from '../plan/background'
import { toRad } from './vec'

/** Browsers and Node alike have it. */
declare const atob: (base64: string) => string

type Print = NonNullable<Background['picture']>
const read = new WeakMap<Print, Float32Array>()

/** [pixel × 3] linear, its luminance 1 on the mean; all 1 where the picture is black. */
function linearOf(print: Print): Float32Array {
  const known = read.get(print)
  if (known) return known
  const made = Float32Array.from(atob(print.pixels), (letter: string) =>
    srgbDecode(letter.charCodeAt(0) / 255)
  )
  const mean =
    made.reduce((sum, value, i) => sum + value * LUMINANCE[i % 3]!, 0) / (made.length / 3)
  const scaled = mean > 1e-6 ? made.map((value) => value / mean) : made.fill(1)
  read.set(print, scaled)
  return scaled
}

const within = (value: number, most: number): number => Math.min(most, Math.max(0, value))

/**
 * What a background prints at a spot of it against its reflectance, red, green, blue.
 * @param u,v −1 to 1 across and up
 */
export type Printed = (u: number, v: number, into: Float64Array) => void

/** @returns null where it has no picture */
export function printedBy({ picture }: Background): Printed | null {
  if (!picture) return null
  const rows = linearOf(picture)
  return (u, v, into) => {
    const x = within(((u + 1) / 2) * PICTURE_WIDE - 0.5, PICTURE_WIDE - 1)
    const y = within(((1 - v) / 2) * PICTURE_HIGH - 0.5, PICTURE_HIGH - 1)
    const left = Math.min(PICTURE_WIDE - 2, Math.floor(x))
    const top = Math.min(PICTURE_HIGH - 2, Math.floor(y))
    const o = (top * PICTURE_WIDE + left) * 3
    const below = o + PICTURE_WIDE * 3
    const across = x - left
    const down = y - top
    for (let k = 0; k < 3; k++)
      into[k] =
        (rows[o + k]! * (1 - across) + rows[o + 3 + k]! * across) * (1 - down) +
        (rows[below + k]! * (1 - across) + rows[below + 3 + k]! * across) * down
  }
}

const printed = new Float64Array(3)
/** What it throws back at a spot, 0.001 to 1. */
export function printedReflectance(background: Background, u: number, v: number): number {
  const by = printedBy(background)
  if (!by) return background.reflectance
  by(u, v, printed)
  const share = LUMINANCE.reduce<number>((sum, weight, k) => sum + weight * printed[k]!, 0)
  return Math.min(1, Math.max(0.001, share * background.reflectance))
}

/**
 * Ambient at a spot against what was read for the background, stops: even from edge to edge.
 * @param u,v −1 to 1 across and up
 */
export function gradientStopsAt(
  { gradientStops, gradientDeg }: Background,
  u: number,
  v: number
): number {
  const toward = toRad(gradientDeg)
  return (gradientStops / 2) * (u * Math.cos(toward) + v * Math.sin(toward))
}
