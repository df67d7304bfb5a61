/** The picture mixed for the plan in hand, again whenever that or the picture changes. */
import { computed, type ComputedRef, type MaybeRefOrGetter, toValue } from 'vue'
import { notMixed, remixed, type Factors } from '@core/picture/mix'
import type { Picture } from '@core/picture/picture'
import { rowsOf } from '@core/picture/rows'
import { factorsOf, type Shown } from '@core/picture/sources'
import { usePicture } from '@/stores/picture'
import { usePlan } from '@/stores/plan'
import { usePictureView } from './view'

export interface Mix {
  readonly picture: Picture
  readonly factors: Factors
  /** [pixel × 3] linear, 1 being level 0. The same array again and again: read it at once */
  readonly linear: Float32Array
  /** the same as the screen shows it, [pixel × 4]; null: not drawn so */
  readonly rgba: Uint8ClampedArray | null
}

/**
 * @param shown which sources
 * @param raw as traced, with its noise
 * @param brightenStops for the dark to be seen
 */
export function useMix(
  shown: MaybeRefOrGetter<Shown>,
  raw: MaybeRefOrGetter<boolean> = false,
  brightenStops: MaybeRefOrGetter<number> = 0
): ComputedRef<Mix | null> {
  const store = usePicture()
  const plans = usePlan()
  const view = usePictureView()
  let linear = new Float32Array(0)
  let rgba = new Uint8ClampedArray(0)
  let last = notMixed()
  let mix: Mix | null = null
  return computed(() => {
    const { traced } = store
    if (!traced || !plans.plan) return null
    const { picture } = traced
    const size = picture.width * picture.height * 3
    if (linear.length !== size) {
      linear = new Float32Array(size)
      rgba = new Uint8ClampedArray((size / 3) * 4)
      last = notMixed()
    }
    const factors = factorsOf(traced.plan, plans.plan, toValue(shown))
    const bright = 2 ** toValue(brightenStops)
    for (let s = 0; s < factors.length; s++) factors[s]! *= bright
    const rows = rowsOf(traced.plan, plans.plan, picture.height)
    const source = toValue(raw) ? picture.raw : picture.light
    const drawn = view.drawn === 'photograph' ? { rgba, curve: view.curve } : null
    // The same object as long as nothing in it changed: a drag draws the old light no second time.
    if (remixed(source, factors, linear, rows, last, drawn) || mix?.picture !== picture)
      mix = { picture, factors, linear, rgba: drawn && rgba }
    return mix
  })
}
