<script setup lang="ts">
/** The strip on a phone: settings, the light in hand and the worst verdict on one line. */
import { computed } from 'vue'
import type { Verdict } from '@core/ledger/verdict'
import { formatPower } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'
import { useSelection } from '@/set/selection'
import { usePlan } from '@/stores/plan'
import { STATE_MARKS, STATE_WORDS, VERDICT_NAMES } from '@/words/names'
import { verdictValue } from '@/words/verdicts'

const opened = defineModel<boolean>({ required: true })
const store = usePlan()
const selection = useSelection()
const settings = computed(() => {
  const { apertureStops, shutterStops, isoStops } = store.plan!.settings
  return [
    nameOf('aperture', apertureStops),
    nameOf('shutter', shutterStops),
    `ISO ${nameOf('iso', isoStops)}`
  ]
})
const light = computed(() => {
  const lit = store.plan!.lights.filter((each) => each.on)
  return lit.find((each) => selection.is('light', each.id)) ?? lit[0] ?? null
})
const WORST: readonly Verdict['state'][] = ['miss', 'near', 'unknown', 'ok', 'idle']
const worst = computed(() =>
  store.evaluation!.verdicts.reduce((bad, each) =>
    WORST.indexOf(each.state) < WORST.indexOf(bad.state) ? each : bad
  )
)
</script>

<template>
  <button
    type="button"
    class="line"
    :aria-expanded="opened"
    aria-label="Settings and verdicts in full"
    @click="opened = !opened"
  >
    <span v-for="each in settings" :key="each" class="num">{{ each }}</span>
    <span v-if="light" class="num"
      ><span class="source-mark" :class="`hue-${light.id}`">{{ light.id }}</span>
      {{ formatPower(light.strobe.dial, light.powerStops) }}</span
    >
    <span class="verdict" :data-worst="worst.id" :data-state="worst.state"
      ><span :class="['mark', worst.state]" aria-hidden="true">{{ STATE_MARKS[worst.state] }}</span>
      {{ VERDICT_NAMES[worst.id] }} <span class="num">{{ verdictValue(worst) }}</span><span
        class="hidden-label"
        >: {{ STATE_WORDS[worst.state] }}</span
      ></span
    >
  </button>
</template>

<style scoped>
.line {
  display: flex;
  width: 100%;
  min-height: 48px;
  align-items: center;
  gap: 0.42rem;
  padding: 0 0.45rem;
  position: relative;
  white-space: nowrap;
  overflow: hidden;
  font-size: 0.8125rem;
  color: var(--bright);
}
.verdict {
  margin-left: auto;
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
