/** Light on its way: what filters leave of a source's spectrum. */
import { product, type Spectrum } from './bands'
import { DAYLIGHT_K, type Source } from './sources'

const known = new WeakMap<Spectrum, WeakMap<Spectrum, Spectrum>>()

/** Light after what lets through so much of it; the same spectra give the same object. */
export function through(light: Spectrum, transmitted: Spectrum | null): Spectrum {
  if (transmitted === null) return light
  const before = known.get(light) ?? new WeakMap<Spectrum, Spectrum>()
  known.set(light, before)
  const made = before.get(transmitted) ?? product(light, transmitted)
  before.set(transmitted, made)
  return made
}

/** Light all surfaces are described in: nothing has to be worked out for it. */
export const isWhite = (source: Source): boolean =>
  source.kind === 'daylight' && source.kelvin === DAYLIGHT_K
