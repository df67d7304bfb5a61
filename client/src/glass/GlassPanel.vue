<script setup lang="ts">
/** A clear subject: what shows through it and at its rims, and what would change that. */
import { computed } from 'vue'
import { glassLook, glassVariants } from '@core/advise/glass'
import { asBrightField, asDarkField } from '@core/advise/glassSets'
import { leaks } from '@core/advise/leak'
import { addFacet, addLabel } from '@core/advise/onGlass'
import type { Plan } from '@core/plan/plan'
import { fieldAt } from '@core/set/camera'
import { transportOf } from '@core/set/remembered'
import { useSelection } from '@/set/selection'
import { usePlan } from '@/stores/plan'
import { behindWords, edgeWords, leakWords, variantWords } from '@/words/glass'
import { mm, plain } from '@/words/format'
import AcrossChart from './AcrossChart.vue'
import FlagChoices from './FlagChoices.vue'
import SeenList from './SeenList.vue'

const store = usePlan()
const selection = useSelection()
const plan = computed(() => store.plan!)
const look = computed(() => glassLook(plan.value))
const variants = computed(() => glassVariants(plan.value))
const strips = computed(() => leaks(plan.value))
const tidy = (value: number): number => Number(value.toPrecision(3))
const field = computed(() => {
  const { distanceMm, widthMm } = plan.value.background
  const seen = fieldAt(transportOf(plan.value).scene.pose, distanceMm).widthMm
  return (
    `${mm(tidy(distanceMm))} behind it the picture is ${mm(tidy(seen))} wide; the background is ` +
    `${mm(tidy(widthMm))}, ${plain(widthMm / seen)} × that.`
  )
})
const faceted = computed(() => addFacet(plan.value))
const labelled = computed(() => addLabel(plan.value))
const add = (next: Plan): void => {
  const { id, name } = next.places.at(-1)!
  store.replace(next, `add ${name}`)
  selection.pick('place', id)
}
const setUp = (on: 'bright' | 'black'): void =>
  void store.replace(
    on === 'bright' ? asBrightField(plan.value) : asDarkField(plan.value),
    `set up on ${on}`
  )
</script>

<template>
  <section v-if="look" class="group glass" aria-labelledby="glass-title">
    <h2 id="glass-title">Through the glass</h2>
    <SeenList :places="look.places" :shows="(each) => behindWords(plan, each)" />
    <AcrossChart :look="look" />
    <p class="small" data-edges>
      Left edge {{ edgeWords(look.edges.left) }}; right edge {{ edgeWords(look.edges.right) }}.
      {{ field }}
    </p>
    <p
      v-for="{ variant, stops: by } in variants"
      :key="variant"
      class="small"
      :data-variant="variant"
    >
      {{ variantWords(variant, by) }}
    </p>
    <p v-for="leak in strips" :key="leak.light + leak.side" class="near small" data-leak>
      ▲ {{ leakWords(leak) }}
    </p>
    <FlagChoices />
    <div class="sets" role="group" aria-label="Places on it">
      <button type="button" class="push" :disabled="faceted === plan" @click="add(faceted)">
        Add a facet
      </button>
      <button type="button" class="push" :disabled="labelled === plan" @click="add(labelled)">
        Put a label on it
      </button>
      <span class="small muted"
        >Either is a place of its own in the sum; move it under its name in the list.</span
      >
    </div>
    <div class="sets" role="group" aria-label="Set up anew">
      <button type="button" class="push" @click="setUp('bright')">Set up on bright</button>
      <button type="button" class="push" @click="setUp('black')">Set up on black</button>
      <span class="small muted"
        >Puts panel, black and lights anew round the subject; what is locked stays. One undo.</span
      >
    </div>
  </section>
</template>

<style scoped>
.glass {
  display: grid;
  gap: 0.5rem;
}
.sets {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 0.8rem;
  align-items: center;
}
.push {
  min-height: 40px;
}
@media (pointer: coarse), (max-width: 760px) {
  .push {
    min-height: 44px;
  }
}
</style>
