/** Mixes the sources of a picture: linear light, and what a screen shows of it. */
import { TONE_LAST, TONE_SCALE, toneTable } from './tone'

/**
 * @param light [source × pixel × 3] mean light of each source
 * @param factors [source] of `factorsOf`
 * @param out [pixel × 3] filled: linear, 1 being level 0
 */
export function mixed(light: Float32Array, factors: Float64Array, out: Float32Array): void {
  const size = out.length
  let begun = false
  for (let s = 0; s < factors.length; s++) {
    const factor = factors[s]!
    if (!(factor > 0)) continue
    const from = s * size
    if (begun) for (let i = 0; i < size; i++) out[i] = out[i]! + factor * light[from + i]!
    else for (let i = 0; i < size; i++) out[i] = factor * light[from + i]!
    begun = true
  }
  if (!begun) out.fill(0)
}

/**
 * @param linear [pixel × 3]
 * @param rgba [pixel × 4] filled, opaque
 */
export function developed(linear: Float32Array, rgba: Uint8ClampedArray): void {
  const table = toneTable()
  for (let i = 0, o = 0; i < linear.length; i += 3, o += 4) {
    for (let k = 0; k < 3; k++) {
      const step = Math.sqrt(linear[i + k]!) * TONE_SCALE
      rgba[o + k] = step < TONE_LAST ? table[(step + 0.5) | 0]! : 255
    }
    rgba[o + 3] = 255
  }
}
