<script setup lang="ts">
/**
 * When one frame cannot hold the depth: how many, how far apart, how long, and where the rail
 * stands for each.
 */
import { computed } from 'vue'
import { depthOf, neededDepthMm } from '@core/plan/lensInUse'
import { recycleSeconds } from '@core/light/strobe'
import { focusStack, stackSeconds, type FocusStack } from '@core/optics/stack'
import { secondsAt } from '@core/scales/marks'
import { keptNumber } from '@/kept/keptNumber'
import { saveText } from '@/api/saveFile'
import { usePlan } from '@/stores/plan'
import { csvOf } from '@/words/csv'
import { duration, mm, percent } from '@/words/format'
import StepField from './StepField.vue'

const store = usePlan()
const plan = computed(() => store.plan!)
/** Habits of the hand, kept in this browser: no part of the picture. */
const overlap = keptNumber('fine-spark-stack-overlap', 0.25, 0, 0.9)
const settle = keptNumber('fine-spark-stack-settle', 2, 0, 600)
const depth = computed(() => depthOf(plan.value).totalMm)
const result = computed<{ stack: FocusStack | null; fault: string }>(() => {
  try {
    return { stack: focusStack(neededDepthMm(plan.value), depth.value, overlap.value), fault: '' }
  } catch (error) {
    return { stack: null, fault: (error as Error).message.replace(/^\w+: /, '') }
  }
})
const lit = computed(() => plan.value.lights.filter((light) => light.on))
const recycle = computed(() =>
  Math.max(0, ...lit.value.map((light) => recycleSeconds(light.powerStops, light.strobe)))
)
const seconds = computed(() =>
  result.value.stack
    ? stackSeconds(
        result.value.stack.frames,
        recycle.value,
        settle.value,
        secondsAt(plan.value.settings.shutterStops)
      )
    : 0
)
const setShare = (value: number) => {
  if (!(value >= 0 && value <= 0.9)) return [{ path: '', message: 'must be from 0 % to 90 %' }]
  overlap.value = value
  return []
}
const setSettle = (value: number) => {
  if (!(value >= 0 && value <= 600)) return [{ path: '', message: 'must be from 0 to 600 s' }]
  settle.value = value
  return []
}
const save = (): void => {
  const stack = result.value.stack!
  saveText(
    csvOf([
      ['frame', 'focus from the near end, mm', 'rail forward, mm'],
      ...stack.positionsMm.map((p, i) => [
        i + 1,
        Number(p.toFixed(3)),
        Number((p - stack.positionsMm[0]!).toFixed(3))
      ])
    ]),
    'text/csv',
    `${plan.value.title} stack.csv`
  )
}
</script>

<template>
  <section class="group stack" aria-labelledby="stack-title">
    <h2 id="stack-title">Focus stack</h2>
    <p v-if="result.fault" class="near small" role="status">{{ result.fault }}</p>
    <p v-else-if="result.stack!.frames === 1" class="lead small">
      One frame holds the {{ mm(plan.subject.sharpDepthMm) }} you need: no stack.
    </p>
    <p v-else data-stack>
      <b class="num">{{ result.stack!.frames }}</b> frames,
      <b class="num">{{ mm(result.stack!.stepMm) }}</b> apart, each
      <span class="num">{{ mm(depth) }}</span> deep; about {{ duration(seconds) }} with the strobes’
      recycle, {{ result.stack!.frames }} flashes of each of {{ lit.length }} light{{
        lit.length === 1 ? '' : 's'
      }}. Overlap {{ percent(result.stack!.overlap) }}.
      <button type="button" class="push bare" @click="save">Rail positions as CSV</button>
    </p>
    <StepField
      kind="reflectance"
      label="Overlap, at least"
      :value="overlap"
      :set="setShare"
      no-lock
      help="Share of each frame’s depth that the next one covers again. A quarter is common practice."
    />
    <StepField
      kind="seconds"
      label="Rest after a move"
      :value="settle"
      :set="setSettle"
      no-lock
      help="For the rail to come to rest. The slower of this and the recycle time counts."
    />
  </section>
</template>

<style scoped>
.stack {
  max-width: 34rem;
}
b {
  font-weight: 500;
  color: var(--bright);
  font-size: 1.0625rem;
}
</style>
