<script setup lang="ts">
/** Checks of the set: what, why, and what would cure it with its effect in stops. */
import { computed, watch } from 'vue'
import type { Check, Cure } from '@core/checks/checks'
import { useKit } from '@/stores/kit'
import { usePlan } from '@/stores/plan'
import { checkWords, cureWords } from '@/words/checks'
import { useSelection } from './selection'
import { plain, useAway } from './useAway'

const store = usePlan()
const selection = useSelection()
const kit = useKit()
const {
  answer: checks,
  busy,
  failure
} = useAway<readonly Check[]>(
  () => [store.plan, kit.modifiers],
  (api) => (store.plan ? api.checkSet(plain(store.plan), plain(kit.modifiers)) : null),
  []
)
const MARKS = { miss: '✕', near: '▲', info: '·' } as const
const WORDS = { miss: 'trouble', near: 'watch', info: 'to know' } as const
const pick = (check: Check): void =>
  check.light ? selection.pick('light', check.light) : selection.pick('card', check.card!)
const take = (cure: Cure): void => void store.replace(cure.after!, 'cure')
const emit = defineEmits<{ trouble: [count: number] }>()
watch(checks, (found) => emit('trouble', found.filter((check) => check.state !== 'info').length), {
  immediate: true
})
const says = computed(() =>
  checks.value.length === 0
    ? 'Nothing to warn of: no light in the frame, none into the lens, none on the ground past its goal.'
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
          <p v-for="(cure, k) in check.cures" :key="k" class="cure small">
            {{ cureWords(check, cure) }}
            <button
              v-if="cure.after"
              type="button"
              class="push bare"
              :disabled="busy"
              :aria-label="`Do it: ${cureWords(check, cure)}`"
              :data-cure="cure.kind"
              @click="take(cure)"
            >
              Do it
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
.cure {
  color: var(--muted);
  padding-top: 0.15rem;
}
.cure .push {
  min-height: 26px;
  color: var(--accent);
  font-size: 0.8125rem;
  padding: 0 0.3rem;
}
@media (pointer: coarse), (max-width: 760px) {
  .cure .push {
    min-height: 44px;
  }
}
</style>
