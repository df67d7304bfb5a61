<script setup lang="ts">
/**
 * The colour of every light and of what they make together, beside the picture; the white balance;
 * gels that bring lights and lamps together.
 */
import { useMediaQuery } from '@vueuse/core'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { channelClip } from '@core/ledger/colourVerdict'
import { mixColour } from '@core/ledger/colours'
import type { Place } from '@core/plan/plan'
import BalanceFields from '@/colour/BalanceFields.vue'
import ColourGoals from '@/colour/ColourGoals.vue'
import ColourSources from '@/colour/ColourSources.vue'
import ColourWaysPanel from '@/colour/ColourWaysPanel.vue'
import LightColourLine from '@/colour/LightColourLine.vue'
import PicturePanel from '@/picture/PicturePanel.vue'
import { sourceOfMost } from '@/picture/sourceOfMost'
import { usePlan } from '@/stores/plan'
import { clipWords } from '@/words/colour'
import { placeName } from '@/words/names'

const store = usePlan()
const route = useRoute()
const router = useRouter()
const narrow = useMediaQuery('(max-width: 760px)')
const plan = computed(() => store.plan!)
const ledger = computed(() => store.evaluation!.ledger)
const TOGETHER: readonly Place[] = ['subject', 'shadow', 'background', 'foreground']
const together = computed(() =>
  TOGETHER.filter((place) => ledger.value.places.includes(place)).map((place) => ({
    place,
    colour: mixColour(plan.value, ledger.value, place)
  }))
)
const clip = computed(() => channelClip(plan.value, ledger.value))
/** A place picked in the picture leads to its sum. */
const open = (place: Place): void =>
  void router.push({
    name: 'light',
    params: route.params,
    query: { cell: `${sourceOfMost(ledger.value, place)}-${place}` }
  })
</script>

<template>
  <div class="stage colour-stage">
    <h1 class="hidden-label">Colour</h1>
    <div class="main">
      <div class="seen">
        <PicturePanel v-if="!narrow" @open="open" />
        <section class="group" aria-labelledby="together-title">
          <h2 id="together-title">All light together</h2>
          <ul class="together">
            <li v-for="{ place, colour } in together" :key="place" :data-together="place">
              <h3>{{ placeName(plan, place) }}</h3>
              <LightColourLine v-if="colour" :colour="colour" />
              <p v-else class="muted">no light</p>
            </li>
          </ul>
          <p v-if="clip" class="near" data-clip>▲ {{ clipWords(plan, clip) }}</p>
        </section>
      </div>
      <ColourSources />
      <ColourWaysPanel />
    </div>
    <aside><BalanceFields /><ColourGoals /></aside>
  </div>
</template>

<style scoped>
.colour-stage {
  grid-template-columns: minmax(0, 1fr) minmax(270px, 20rem);
  gap: 1rem 1.6rem;
}
.main,
aside {
  display: grid;
  gap: 1.1rem;
  align-content: start;
  min-width: 0;
}
.seen {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 12.5rem;
  gap: 0.8rem 1.4rem;
  align-items: start;
}
.together {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(10rem, 1fr));
  gap: 0.6rem 1rem;
}
h3 {
  color: var(--muted);
  font-size: 0.8125rem;
}
@media (max-width: 1000px) {
  .colour-stage {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 760px) {
  .seen {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
