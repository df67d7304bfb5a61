/** Mixes the sources of a picture: linear light, and what a screen shows of it. */
import { toneTable, TONE_SHIFT, type Curve } from './tone'

/** How much of each row of the picture a source reaches; null: all alike. */
export type Rows = readonly (Float64Array | null)[]

/** How much of red, green and blue of each source is mixed: [source × 3]. */
export type Factors = Float64Array

/** A source and how much of it is mixed. */
interface Part {
  readonly light: Float32Array
  readonly red: number
  readonly green: number
  readonly blue: number
}

/** Puts a mix of three into a range of whole pixels, or adds it to what is there. */
function addThree(
  [a, b, c]: readonly [Part, Part, Part],
  out: Float32Array,
  add: boolean,
  first: number,
  last: number
): void {
  const la = a.light
  const lb = b.light
  const lc = c.light
  const { red: ar, green: ag, blue: ab } = a
  const { red: br, green: bg, blue: bb } = b
  const { red: cr, green: cg, blue: cb } = c
  for (let i = first; i < last; i += 3) {
    out[i] = (add ? out[i]! : 0) + ar * la[i]! + br * lb[i]! + cr * lc[i]!
    out[i + 1] = (add ? out[i + 1]! : 0) + ag * la[i + 1]! + bg * lb[i + 1]! + cg * lc[i + 1]!
    out[i + 2] = (add ? out[i + 2]! : 0) + ab * la[i + 2]! + bb * lb[i + 2]! + cb * lc[i + 2]!
  }
}

/** Mixes parts into a range of the picture, three at a time: memory is what it waits for. */
function mixRange(parts: readonly Part[], out: Float32Array, first: number, last: number): void {
  const given = parts.filter(({ red, green, blue }) => red > 0 || green > 0 || blue > 0)
  if (given.length === 0) out.fill(0, first, last)
  for (let k = 0; k < given.length; k += 3) {
    const a = given[k]!
    const none = { light: a.light, red: 0, green: 0, blue: 0 }
    addThree([a, given[k + 1] ?? none, given[k + 2] ?? none], out, k > 0, first, last)
  }
}

/**
 * @param light [source × pixel × 3] mean light of each source
 * @param factors [source × 3] of `factorsOf`
 * @param out [pixel × 3] filled: linear, 1 being level 0
 * @param rows [source] of `rowsOf`
 */
export function mixed(
  light: Float32Array,
  factors: Factors,
  out: Float32Array,
  rows: Rows = []
): void {
  const size = out.length
  const partOf = (s: number, share: number): Part => ({
    light: light.subarray(s * size, (s + 1) * size),
    red: factors[3 * s]! * share,
    green: factors[3 * s + 1]! * share,
    blue: factors[3 * s + 2]! * share
  })
  const sources = Array.from({ length: factors.length / 3 }, (_, s) => s)
  const many = rows.reduce((most, each) => Math.max(most, each?.length ?? 0), 0)
  if (many === 0)
    return mixRange(
      sources.map((s) => partOf(s, 1)),
      out,
      0,
      size
    )
  const long = size / many
  for (let y = 0; y < many; y++)
    mixRange(
      sources.map((s) => partOf(s, rows[s]?.[y] ?? 1)),
      out,
      y * long,
      (y + 1) * long
    )
}

/** What a picture was mixed from last, so that one light's step costs one light. */
export interface Mixed {
  light: Float32Array | null
  factors: Factors
  even: boolean
  /** the curve it was drawn with; null: it was not */
  curve: Curve | null
  /** how often it was only brought up to date */
  times: number
}
export const notMixed = (): Mixed => ({
  light: null,
  factors: new Float64Array(),
  even: true,
  curve: null,
  times: 0
})
/** Differences add up their rounding: after so many it is mixed anew. */
const MOST_TIMES = 60

/** What a screen shows of a mix, kept up to date with it. */
export interface Drawn {
  /** [pixel × 4] filled, opaque */
  readonly rgba: Uint8ClampedArray
  readonly curve: Curve
}

/**
 * The same as `mixed`; where few factors differ from the last time only they are worked in.
 * @param last filled with what it was mixed from
 * @param drawn filled as by `developed`
 * @returns whether anything had changed
 */
export function remixed(
  light: Float32Array,
  factors: Factors,
  out: Float32Array,
  rows: Rows,
  last: Mixed,
  drawn: Drawn | null = null
): boolean {
  const even = rows.every((each) => each === null)
  const changed = Array.from({ length: factors.length / 3 }, (_, s) => s).filter((s) =>
    [3 * s, 3 * s + 1, 3 * s + 2].some((k) => factors[k] !== last.factors[k])
  )
  const size = out.length
  const same = last.light === light && last.even && even && last.factors.length === factors.length
  const drawnSo = drawn === null || last.curve === drawn.curve
  if (same && changed.length === 0 && drawnSo) return false
  if (same && changed.length <= 2 && last.times < MOST_TIMES) {
    changed.forEach((s, i) => {
      const part = light.subarray(s * size, (s + 1) * size)
      const by = [0, 1, 2].map(
        (k) => factors[3 * s + k]! - last.factors[3 * s + k]!
      ) as unknown as Three
      // Worked in and drawn in one go: memory is what either waits for.
      if (drawn && i === changed.length - 1) addAndDevelop(part, by, out, drawn)
      else addOne(part, by, out)
    })
    if (drawn && changed.length === 0) developed(out, drawn.rgba, drawn.curve)
    last.times++
  } else {
    mixed(light, factors, out, even ? [] : rows)
    if (drawn) developed(out, drawn.rgba, drawn.curve)
    last.times = 0
  }
  last.light = light
  last.factors = factors.slice()
  last.even = even
  last.curve = drawn?.curve ?? null
  return true
}

type Three = readonly [number, number, number]

/** Adds a difference; light does not get less than none. Pixel by pixel, which is quicker. */
function addOne(light: Float32Array, [byRed, byGreen, byBlue]: Three, out: Float32Array): void {
  for (let i = 0; i < out.length; i += 3) {
    const red = out[i]! + byRed * light[i]!
    const green = out[i + 1]! + byGreen * light[i + 1]!
    const blue = out[i + 2]! + byBlue * light[i + 2]!
    out[i] = red > 0 ? red : 0
    out[i + 1] = green > 0 ? green : 0
    out[i + 2] = blue > 0 ? blue : 0
  }
}

/** Opaque, in the order bytes lie in memory here. */
const OPAQUE = 0xff000000 | 0

/** The first bits of a number are its logarithm, and so an index into a table by stops. */
const bitsOf = ({ buffer, byteOffset, length }: Float32Array): Int32Array =>
  new Int32Array(buffer, byteOffset, length)
const pixelsOf = ({ buffer, byteOffset, length }: Uint8ClampedArray): Int32Array =>
  new Int32Array(buffer, byteOffset, length / 4)

/** Adds a difference and draws what comes of it. */
function addAndDevelop(
  light: Float32Array,
  [byRed, byGreen, byBlue]: Three,
  out: Float32Array,
  drawn: Drawn
): void {
  const table = toneTable(drawn.curve)
  const bits = bitsOf(out)
  const pixels = pixelsOf(drawn.rgba)
  for (let p = 0, i = 0; p < pixels.length; p++, i += 3) {
    const red = out[i]! + byRed * light[i]!
    const green = out[i + 1]! + byGreen * light[i + 1]!
    const blue = out[i + 2]! + byBlue * light[i + 2]!
    out[i] = red > 0 ? red : 0
    out[i + 1] = green > 0 ? green : 0
    out[i + 2] = blue > 0 ? blue : 0
    pixels[p] =
      table[bits[i]! >>> TONE_SHIFT]! |
      (table[bits[i + 1]! >>> TONE_SHIFT]! << 8) |
      (table[bits[i + 2]! >>> TONE_SHIFT]! << 16) |
      OPAQUE
  }
}

/**
 * @param linear [pixel × 3]
 * @param rgba [pixel × 4] filled, opaque
 */
export function developed(
  linear: Float32Array,
  rgba: Uint8ClampedArray,
  curve: Curve = 'plain'
): void {
  const table = toneTable(curve)
  const bits = bitsOf(linear)
  const pixels = pixelsOf(rgba)
  for (let p = 0, i = 0; p < pixels.length; p++, i += 3)
    pixels[p] =
      table[bits[i]! >>> TONE_SHIFT]! |
      (table[bits[i + 1]! >>> TONE_SHIFT]! << 8) |
      (table[bits[i + 2]! >>> TONE_SHIFT]! << 16) |
      OPAQUE
}
