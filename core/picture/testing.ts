/** What the tests of the picture share. */
import { AMBIENT_SOURCES } from './film'
import { LUMINANCE } from '../light/luminance'
import { fresnelShare } from '../set/specular'
import type { Tracer } from './trace'

/** Mean light of a source at a spot of the frame, and its standard error. */
export function meanAt(
  tracer: Tracer,
  source: number,
  samples: number,
  x = 0,
  y = 0,
  seed = 1
): { readonly mean: number; readonly error: number } {
  let sum = 0
  let squares = 0
  for (let i = 0; i < samples; i++) {
    tracer.through(x, y, seed, i)
    let bright = 0
    for (let c = 0; c < 3; c++) bright += LUMINANCE[c as 0] * tracer.got[source * 3 + c]!
    sum += bright
    squares += bright * bright
  }
  const mean = sum / samples
  return { mean, error: Math.sqrt(Math.max(0, squares / samples - mean * mean) / samples) }
}

/** Source of the first light. */
export const FIRST_LIGHT = AMBIENT_SOURCES

/** What a layer lets through and throws back, from either side. Source: Fresnel's equations. */
interface Layer {
  readonly through: number
  readonly back: number
}
export const face = (from: number, to: number): Layer => {
  const back = from === to ? 0 : fresnelShare(1, Math.max(from, to) / Math.min(from, to))
  return { through: 1 - back, back }
}
/** Two layers with what lies between them taking its share each time it is crossed. */
export const joined = (a: Layer, b: Layer, crossed = 1): Layer => {
  const again = 1 / (1 - a.back * b.back * crossed ** 2)
  return {
    through: a.through * crossed * b.through * again,
    back: a.back + a.through ** 2 * crossed ** 2 * b.back * again
  }
}
