/** Figures of a picture, worked out when it has stood still a moment: a drag does not wait for them. */
import { watchDebounced } from '@vueuse/core'
import { shallowRef, type Ref, type ShallowRef } from 'vue'
import { factsOf, noiseOf, type Facts } from '@core/picture/facts'
import type { Mix } from './useMix'

/** Still for so long, ms. */
const STILL_MS = 150

export interface KnownFacts extends Facts {
  readonly noiseStops: number
}

export function useFacts(mix: Readonly<Ref<Mix | null>>): ShallowRef<KnownFacts | null> {
  const facts = shallowRef<KnownFacts | null>(null)
  watchDebounced(
    mix,
    (now) => {
      facts.value = now && {
        ...factsOf(now.picture, now.linear),
        noiseStops: noiseOf(now.picture, now.linear, now.factors)
      }
    },
    { debounce: STILL_MS, immediate: true }
  )
  return facts
}
