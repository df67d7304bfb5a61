/** Mixes the sources of a picture: linear light, and what a screen shows of it. */
import { TONE_LAST, TONE_SCALE, toneTable, type Curve } from './tone'

/** How much of each row of the picture a source reaches; null: all alike. */
export type Rows = readonly (Float64Array | null)[]

/** Adds a source, or puts it where none has been yet. */
function addSource(
  light: Float32Array,
  from: number,
  factor: number,
  out: Float32Array,
  range: readonly [number, number],
  begun: boolean
): void {
  const [first, last] = range
  if (begun) for (let i = first; i < last; i++) out[i] = out[i]! + factor * light[from + i]!
  else for (let i = first; i < last; i++) out[i] = factor * light[from + i]!
}

/**
 * @param light [source × pixel × 3] mean light of each source
 * @param factors [source] of `factorsOf`
 * @param out [pixel × 3] filled: linear, 1 being level 0
 * @param rows [source] of `rowsOf`
 */
export function mixed(
  light: Float32Array,
  factors: Float64Array,
  out: Float32Array,
  rows: Rows = []
): void {
  const size = out.length
  let begun = false
  for (let s = 0; s < factors.length; s++) {
    const factor = factors[s]!
    if (!(factor > 0)) continue
    const byRow = rows[s]
    if (!byRow) addSource(light, s * size, factor, out, [0, size], begun)
    else {
      const long = size / byRow.length
      byRow.forEach((share, y) =>
        addSource(light, s * size, factor * share, out, [y * long, (y + 1) * long], begun)
      )
    }
    begun = true
  }
  if (!begun) out.fill(0)
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
  for (let i = 0, o = 0; i < linear.length; i += 3, o += 4) {
    for (let k = 0; k < 3; k++) {
      const step = Math.sqrt(linear[i + k]!) * TONE_SCALE
      rgba[o + k] = step < TONE_LAST ? table[(step + 0.5) | 0]! : 255
    }
    rgba[o + 3] = 255
  }
}
