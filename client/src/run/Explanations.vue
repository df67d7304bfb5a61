<script setup lang="ts">
/** What explains a frame that is off, the likeliest first; one tap shows what it would change. */
import { computed, ref, watch } from 'vue'
import type { Frame } from '@core/run/frame'
import { accept, isLookedFor } from '@core/run/accept'
import { causesOf } from '@core/run/causes'
import { explain, type Explanation, type Found } from '@core/run/explain'
import { nextMove } from '@core/run/steps'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { acceptWords, causeWords, lookFor, otherSettings, shareWords } from '@/words/causes'
import { stopCount } from '@/words/format'
import { moveWords } from '@/words/moves'

const props = defineProps<{
  frame: Frame
  found: readonly Found[]
}>()
const emit = defineEmits<{ accept: [explanation: Explanation] }>()
const store = usePlan()
const frames = useFrames()

const MOST = 5
/** Kept while the patch moves. */
const causes = computed(() => causesOf(props.frame, store.plan!))
const list = computed(() => explain(causes.value, props.found).slice(0, MOST))
const settings = computed(() => otherSettings(store.plan!, props.frame.plan))
const clipped = computed(() => props.found.some(({ limit }) => limit === 'at-least'))
const open = ref(-1)
watch(
  () => props.frame.id,
  () => (open.value = -1)
)
const words = ({ cause }: Explanation): string => causeWords(props.frame.plan, cause)

/** What the run would ask for next if it were so. */
const next = (explanation: Explanation): string => {
  const { plan, frame } = accept(store.plan!, props.frame, explanation, 'preview')
  const run = frames.frames.map((each) => (each.id === frame.id ? frame : each))
  return moveWords(plan, nextMove(plan, run)).head
}
const canAccept = ({ cause }: Explanation): boolean =>
  cause.kind !== 'as-expected' && !isLookedFor(cause)
</script>

<template>
  <details v-if="list.length" class="small" data-explanations>
    <summary>
      What explains it
      <span class="muted">{{ words(list[0]!) }}, {{ shareWords(list[0]!.share) }}</span>
    </summary>
    <p v-if="settings" class="near">{{ settings }}</p>
    <p v-if="clipped" class="muted">A clipped patch counts as at least as bright as it reads.</p>
    <ol>
      <li v-for="(each, i) in list" :key="each.cause.kind + i" :data-cause="each.cause.kind">
        <button
          type="button"
          class="cause"
          :aria-expanded="open === i"
          @click="open = open === i ? -1 : i"
        >
          <span class="bar" aria-hidden="true"
            ><i :style="{ width: `${each.share * 100}%` }"
          /></span>
          <b class="num">{{ shareWords(each.share) }}</b>
          <span>{{ words(each) }}</span>
        </button>
        <div v-if="open === i" class="more">
          <p>
            Half of the places read would then be off by
            {{ stopCount(each.leftStops) }} at most<template v-if="each.uncertaintyStops > 0.02"
              >, its own figure ± {{ each.uncertaintyStops.toFixed(1) }} stop</template
            >.
          </p>
          <template v-if="canAccept(each)">
            <p class="muted">Next would be: {{ next(each) }}</p>
            <button type="button" class="push main" @click="emit('accept', each)">
              {{ acceptWords(frame.plan, each.cause) }}
            </button>
          </template>
          <p v-else class="muted">{{ lookFor(each.cause) }}</p>
        </div>
      </li>
    </ol>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  padding: 0.3rem 0;
}
ol {
  max-width: 520px;
  padding-top: 0.3rem;
}
.cause {
  display: grid;
  grid-template-columns: 4.5rem 3.2rem minmax(0, 1fr);
  gap: 0.7rem;
  align-items: center;
  width: 100%;
  min-height: 36px;
  text-align: left;
  border-top: 1px solid var(--line);
}
.cause:hover {
  color: var(--bright);
}
b {
  font-weight: 400;
  text-align: right;
}
.bar {
  height: 4px;
  background: var(--line);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--accent);
}
.more {
  display: grid;
  gap: 0.4rem;
  justify-items: start;
  padding: 0 0 0.7rem 5.2rem;
}
@media (pointer: coarse), (max-width: 760px) {
  summary,
  .cause {
    min-height: 44px;
  }
  .more {
    padding-left: 0;
  }
}
</style>
