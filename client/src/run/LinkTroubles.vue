<script setup lang="ts">
/** Before the test flash: which lights will not fire, and why. */
import type { Check } from '@core/checks/check'
import { usePlan } from '@/stores/plan'
import { linkCheckWords } from '@/words/links'
import type { SetWorker } from '@/workers/set.worker'
import { setWorker } from '@/workers/setWorker'
import { useWorkerQuery } from '@/workers/useWorkerQuery'

const store = usePlan()
const { answer } = useWorkerQuery<SetWorker, readonly Check[]>({
  host: setWorker,
  plan: () => store.plan,
  ask: (api, change) => api.links(change),
  nothing: [],
  delayMs: 0
})
const MARKS = { miss: '✕', near: '▲', info: '·' } as const
</script>

<template>
  <ul v-if="answer.length" class="links" aria-label="What may not fire">
    <li v-for="check in answer" :key="`${check.light} ${check.trouble}`" :data-link="check.trouble">
      <span :class="check.state" aria-hidden="true">{{ MARKS[check.state] }}</span>
      <span class="source-mark" :class="`hue-${check.light}`" aria-hidden="true">{{
        check.light
      }}</span>
      <span>{{ linkCheckWords(store.plan!, check) }}</span>
    </li>
  </ul>
</template>

<style scoped>
.links {
  display: grid;
  gap: 0.5rem;
  max-width: 60ch;
}
li {
  display: grid;
  grid-template-columns: auto auto minmax(0, 1fr);
  gap: 0.5rem;
  align-items: start;
}
</style>
