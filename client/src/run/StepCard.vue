<script setup lang="ts">
/** The step to do now in large type, and the one button that carries it out. */
import { mdiCellphone, mdiQrcode } from '@mdi/js'
import { computed, defineAsyncComponent, ref } from 'vue'
import type { NextMove } from '@core/run/moves'
import type { RunStep } from '@core/run/steps'
import PowerRemedies from '@/instruments/PowerRemedies.vue'
import { usePlan } from '@/stores/plan'
import { moveWords } from '@/words/moves'
import { settingsFor, stepName } from '@/words/steps'
import LinkTroubles from './LinkTroubles.vue'
import OutcomeLine from './OutcomeLine.vue'
import PrepareLine from './PrepareLine.vue'
import StepSettings from './StepSettings.vue'
import type { Main } from './useMain'

const props = defineProps<{
  steps: readonly RunStep[]
  step: RunStep | null
  move: NextMove
  main: Main | null
}>()
defineEmits<{ skip: []; finish: [] }>()
const store = usePlan()
/** Only the machine the server runs on lets others in. */
const onPhone = !['localhost', '127.0.0.1', '[::1]'].includes(location.hostname)
const pairing = ref(false)
const PairDialog = defineAsyncComponent(() => import('@/companion/PairDialog.vue'))
const words = computed(() => moveWords(store.plan!, props.move))
const settings = computed(() => settingsFor(store.plan!, props.move))
const place = computed(() => {
  const counted = props.steps.filter(({ key }) => key !== 'recheck')
  const at = counted.findIndex(({ key }) => key === props.step?.key)
  return at < 0 ? '' : `Step ${at + 1} of ${counted.length} · `
})
const name = computed(() =>
  props.step ? stepName(store.plan!, props.step.key) : 'All steps are done'
)
</script>

<template>
  <section class="step" aria-label="Next move" :data-move="move.kind" :data-now="step?.key ?? ''">
    <p class="top small muted">
      {{ place }}{{ name }}
      <span class="ways-in">
        <button v-if="!onPhone" type="button" class="push bare" @click="pairing = true">
          <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiQrcode" /></svg>Phone
        </button>
        <router-link class="push bare" :to="{ name: 'companion', params: $route.params }">
          <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiCellphone" /></svg>At the set
        </router-link>
      </span>
    </p>
    <h2 class="head" aria-live="polite">{{ words.head }}</h2>
    <StepSettings :settings="settings" />
    <LinkTroubles v-if="move.kind === 'test-flash'" />
    <PrepareLine v-if="move.kind === 'prepare'" />
    <p class="detail">{{ words.detail }}</p>
    <OutcomeLine />
    <div class="acts">
      <button v-if="words.act" type="button" class="push main act" @click="main?.act()">
        {{ move.kind === 'test-flash' ? main?.label : words.act }}
      </button>
      <button
        v-if="step?.key === 'variations'"
        type="button"
        class="push act"
        @click="$emit('finish')"
      >
        All frames are taken
      </button>
      <button
        v-if="step && step.key !== 'variations' && step.key !== 'recheck'"
        type="button"
        class="push bare muted"
        @click="$emit('skip')"
      >
        Skip
      </button>
    </div>
    <PairDialog v-if="pairing" @close="pairing = false" />
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
  gap: 0.6rem;
  justify-items: start;
}
.top {
  display: flex;
  width: 100%;
  align-items: center;
  justify-content: space-between;
}
.ways-in {
  display: flex;
  gap: 0.3rem;
}
.head {
  font: 500 clamp(1.75rem, 1.2rem + 2vw, 2.5rem)/1.12 var(--sans);
  color: var(--bright);
}
.detail {
  font-size: 1.0625rem;
  max-width: 56ch;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  width: 100%;
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
    flex: 1 0 100%;
    justify-content: center;
  }
}
</style>
