<script setup lang="ts">
/** The black frame, strobes off, as it is and brightened until what is in it shows. */
import { computed, onBeforeUnmount, watch } from 'vue'
import { usePicture } from '@/stores/picture'
import { usePlan } from '@/stores/plan'
import { stopCount } from '@/words/format'
import PictureCanvas from './PictureCanvas.vue'
import { useAsked } from './useAsked'
import { useMix } from './useMix'

const store = usePlan()
const picture = usePicture()
/** Brought up to a stop under mid-grey at the brighter of the two places, at most so far. */
const MOST_STOPS = 14
const levels = computed(() => {
  const { ambient } = store.evaluation!.ledger
  return [ambient.subject!.level, ambient.background!.level].filter(Number.isFinite)
})
const brighten = computed(() =>
  Math.round(Math.min(MOST_STOPS, Math.max(0, -1 - Math.max(...levels.value))))
)
const plain = useMix('ambient')
const bright = useMix('ambient', false, brighten)
const { asked, ask } = useAsked()
let away = (): void => undefined
watch(
  asked,
  (now) => {
    if (now) away = picture.look()
  },
  { immediate: true }
)
onBeforeUnmount(() => away())
</script>

<template>
  <section class="group" aria-labelledby="black-frame">
    <h2 id="black-frame">The black frame</h2>
    <p v-if="levels.length === 0" class="lead">
      Ambient has not been read: nothing can be said of it yet.
    </p>
    <button v-else-if="!asked" type="button" class="push" @click="ask">Show it</button>
    <div v-else class="pair">
      <figure>
        <PictureCanvas :mix="plain" label="The frame with strobes off, as it comes out" />
        <figcaption class="small">Strobes off, as it comes out</figcaption>
      </figure>
      <figure>
        <PictureCanvas :mix="bright" :label="`The same, brightened by ${stopCount(brighten)}`" />
        <figcaption class="small">
          {{
            brighten > 0
              ? `The same, brightened by ${stopCount(brighten)}`
              : 'It needs no brightening to show'
          }}
        </figcaption>
      </figure>
    </div>
  </section>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 20rem));
  gap: 0.9rem;
}
figure {
  display: grid;
  gap: 0.25rem;
}
</style>
