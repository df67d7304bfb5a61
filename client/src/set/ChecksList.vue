<script setup lang="ts">
/** Checks of the set: what, why, and what would remedy it with its effect in stops. */
import { computed, watch } from 'vue'
import type { Check, Remedy } from '@core/checks/check'
import { useKit } from '@/stores/kit'
import { usePlan } from '@/stores/plan'
import { checkWords, remedyWords } from '@/words/checks'
import { useSelection } from './selection'
import { patched } from '@/workers/planChange'
import type { SetWorker } from '@/workers/set.worker'
import { setWorker } from '@/workers/setWorker'
import { useWorkerQuery } from '@/workers/useWorkerQuery'

const store = usePlan()
const selection = useSelection()
const kit = useKit()
const {
  answer: checks,
  state,
  failure,
  look
} = useWorkerQuery<SetWorker, readonly Check[]>({
  host: setWorker,
  plan: () => store.plan,
  besides: () => kit.modifiers,
  ask: async (api, change, plan) =>
    (await api.checkSet(change, kit.modifiers)).map((check) => ({
      ...check,
      remedies: check.remedies.map((remedy) => ({
        ...remedy,
        after: remedy.after && patched(plan, remedy.after)
      }))
    })),
  nothing: [],
  delayMs: 120
})
const busy = computed(() => state.value === 'looking')
const MARKS = { miss: '✕', near: '▲', info: '·' } as const
const WORDS = { miss: 'problem', near: 'watch', info: 'note' } as const
const pick = (check: Check): void =>
  check.light ? selection.pick('light', check.light) : selection.pick('card', check.card!)
const take = (remedy: Remedy): void => void store.replace(remedy.after!, 'remedy')
const emit = defineEmits<{ trouble: [count: number] }>()
watch(checks, (found) => emit('trouble', found.filter((check) => check.state !== 'info').length), {
  immediate: true
})
const says = computed(() =>
  checks.value.length === 0
    ? 'Nothing to warn of: no light in the picture, none into the lens, none on the ' +
      'background past its goal.'
    : ''
)
</script>

<template>
  <section class="group" aria-labelledby="checks-title">
    <h2 id="checks-title">
      Checks <span v-if="busy" class="small muted" role="status">looking …</span>
    </h2>
    <p v-if="failure" role="alert" class="miss small">
      The checks could not be worked out: {{ failure }}
      <button type="button" class="push" @click="look()">Try again</button>
    </p>
    <p v-else-if="says && !busy" class="small muted">{{ says }}</p>
    <ul :class="{ busy }">
      <li
        v-for="(check, i) in checks"
        :key="i"
        :data-check="check.kind"
        :data-light="check.light ?? check.card"
        :class="check.light && `hue-${check.light}`"
      >
        <span class="mark" :class="check.state" :title="WORDS[check.state]" aria-hidden="true">{{
          MARKS[check.state]
        }}</span>
        <div>
          <p>
            <span class="hidden-label">{{ WORDS[check.state] }}: </span
            ><button
              type="button"
              class="letter"
              :aria-label="`Pick ${check.light ?? check.card}`"
              @click="pick(check)"
            >
              <span class="source-mark">{{ check.light ?? check.card }}</span>
            </button>
            {{ checkWords(store.plan!, check) }}
          </p>
          <p v-for="(remedy, k) in check.remedies" :key="k" class="remedy small">
            {{ remedyWords(check, remedy) }}
            <button
              v-if="remedy.after"
              type="button"
              class="push bare"
              :disabled="busy"
              :aria-label="`Apply: ${remedyWords(check, remedy)}`"
              :data-remedy="remedy.kind"
              @click="take(remedy)"
            >
              Apply
            </button>
          </p>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  display: grid;
  gap: 0.5rem;
  padding-top: 0.2rem;
}
ul.busy {
  opacity: 0.7;
}
li {
  display: grid;
  grid-template-columns: 1.1rem minmax(0, 1fr);
  gap: 0.3rem;
  font-size: 0.875rem;
}
.mark {
  text-align: center;
  color: var(--muted);
}
.mark.miss {
  color: var(--miss);
}
.mark.near {
  color: var(--near);
}
.letter {
  vertical-align: -3px;
}
.remedy {
  color: var(--muted);
  padding-top: 0.15rem;
}
.remedy .push {
  min-height: 26px;
  color: var(--accent);
  font-size: 0.8125rem;
  padding: 0 0.3rem;
}
@media (pointer: coarse), (max-width: 760px) {
  .remedy .push {
    min-height: 44px;
  }
}
</style>
