<script setup lang="ts">
/** The next move in large type, and the one button that carries it out. */
import { computed } from 'vue'
import type { NextMove } from '@core/run/moves'
import PowerRemedies from '@/instruments/PowerRemedies.vue'
import { usePlan } from '@/stores/plan'
import { CONTROL_NAMES } from '@/words/names'
import { moveWords } from '@/words/moves'

const props = defineProps<{ move: NextMove }>()
const store = usePlan()
const words = computed(() => moveWords(store.plan!, props.move))

const act = (): void => {
  if (props.move.kind === 'set-power') store.replace(props.move.after, `power ${props.move.light}`)
  else if (props.move.kind === 'darken' && props.move.move)
    store.replace(props.move.move.after, CONTROL_NAMES[props.move.move.control].toLowerCase())
  else if (props.move.kind === 'ride')
    store.replace(props.move.move.after, CONTROL_NAMES[props.move.move.control].toLowerCase())
}
</script>

<template>
  <section class="step" aria-label="Next move" :data-move="move.kind">
    <p class="small muted">Next</p>
    <h2 class="head" aria-live="polite">{{ words.head }}</h2>
    <p class="detail">{{ words.detail }}</p>
    <button v-if="words.act" type="button" class="push main act" @click="act">
      {{ words.act }}
    </button>
    <PowerRemedies
      v-if="move.kind === 'no-power-fits' || move.kind === 'power-locked'"
      :id="move.light"
    />
    <router-link
      v-if="['no-power-fits', 'power-locked', 'goal-missed'].includes(move.kind)"
      class="push"
      :to="{ name: 'ways', params: $route.params }"
      >All ways to the goals</router-link
    >
  </section>
</template>

<style scoped>
.step {
  border-left: 3px solid var(--accent);
  padding: 0.2rem 0 0.4rem 1.1rem;
  display: grid;
  gap: 0.5rem;
  justify-items: start;
}
.head {
  font: 500 clamp(1.75rem, 1.2rem + 2vw, 2.5rem)/1.12 var(--sans);
  color: var(--bright);
}
.detail {
  font-size: 1.0625rem;
  max-width: 56ch;
}
.act {
  min-height: 52px;
  padding: 0 1.6rem;
  font-size: 1.125rem;
}
.step :deep(.ways) {
  width: 100%;
}
@media (max-width: 760px) {
  .act {
    width: 100%;
    justify-content: center;
  }
}
</style>
