<script setup lang="ts">
/** Levels from mid-grey down to black, as the file shows them, with what lies where. */
import { computed } from 'vue'
import { levelTo8Bit } from '@core/ambient/blackScale'
import { usePlan } from '@/stores/plan'
import { limitSign, stops } from '@/words/format'
import { backgroundWords } from '@/words/goals'

const FROM = 1
const TO = -11
const store = usePlan()
const across = (level: number): number =>
  ((FROM - Math.min(FROM, Math.max(TO, level))) / (FROM - TO)) * 100
const steps = Array.from({ length: FROM - TO }, (_, i) => FROM - i - 0.5).map((middle) => ({
  middle,
  value: levelTo8Bit(middle)
}))
const names = [
  { at: -3, name: 'dark, still there' },
  { at: -5, name: 'near black' },
  { at: -7, name: 'black in 8 bits' }
]

const marks = computed(() => {
  const { ledger } = store.evaluation!
  return (['subject', 'background'] as const).map((place) => {
    const cell = ledger.ambient[place]!
    return {
      place,
      known: cell.state === 'known',
      level: cell.level,
      limit: cell.limit,
      at: across(cell.level),
      turned: place === 'background' ? across(cell.level) > 14 : across(cell.level) > 75
    }
  })
})
const goal = computed(() => store.plan!.goals.backgroundStops)
const least = computed(() => store.plan!.goals.backgroundLeastStops)
const words = computed(
  () =>
    marks.value
      .map(
        (mark) => `Ambient at the ${mark.place} ${mark.known ? stops(mark.level) : 'not read yet'}`
      )
      .join('; ') + `; background wanted at ${backgroundWords(store.plan!)}.`
)
</script>

<template>
  <figure class="black-scale" role="img" :aria-label="words">
    <div class="row above">
      <template v-for="mark in marks" :key="mark.place">
        <span
          v-if="mark.known"
          class="pin"
          :class="[mark.place, { late: mark.turned }]"
          :style="{ left: `${mark.at}%` }"
        >
          {{ mark.place }}
          <b class="num">{{ limitSign(mark.limit) }}{{ stops(mark.level) }}</b>
        </span>
      </template>
    </div>
    <div class="tones">
      <span
        v-for="step in steps"
        :key="step.middle"
        :style="{ background: `rgb(${step.value},${step.value},${step.value})` }"
      />
      <i class="goal" :style="{ left: `${across(goal)}%` }" />
      <i v-if="least !== null" class="goal" :style="{ left: `${across(least)}%` }" />
    </div>
    <div class="row below small">
      <span
        v-for="at in [0, -2, -4, -6, -8, -10]"
        :key="at"
        class="num tick"
        :style="{ left: `${across(at)}%` }"
        >{{ stops(at, 0) }}</span
      >
    </div>
    <div class="row names small">
      <span
        v-for="each in names"
        :key="each.at"
        class="tick"
        :style="{ left: `${across(each.at)}%` }"
        >{{ each.name }}</span
      >
    </div>
  </figure>
</template>

<style scoped>
.black-scale {
  display: grid;
  padding: 0 0.2rem;
}
.row {
  position: relative;
  height: 1.5rem;
}
.above {
  height: 3.2rem;
}
.pin {
  position: absolute;
  bottom: 0;
  padding: 0 0.35rem 0.15rem;
  border-left: 2px solid var(--ambient);
  color: var(--text);
  white-space: nowrap;
  line-height: 1.2;
}
.pin.late {
  transform: translateX(-100%);
  border-left: 0;
  border-right: 2px solid var(--ambient);
}
.pin.subject {
  bottom: 1.6rem;
}
.pin.subject::after {
  content: '';
  position: absolute;
  left: -2px;
  top: 100%;
  height: 1.6rem;
  border-left: 2px dotted var(--ambient);
}
.pin.subject.late::after {
  left: auto;
  right: -2px;
}
.pin b {
  color: var(--bright);
  font-weight: 500;
}
.tones {
  display: flex;
  height: 38px;
  position: relative;
  border: 1px solid var(--line);
}
.tones span {
  flex: 1;
}
.goal {
  position: absolute;
  top: -5px;
  bottom: -5px;
  width: 0;
  border-left: 3px solid var(--accent);
}
.tick {
  position: absolute;
  transform: translateX(-50%);
  color: var(--muted);
  white-space: nowrap;
}
.names {
  color: var(--muted);
}
@media (max-width: 760px) {
  .names .tick:nth-child(2) {
    display: none;
  }
}
</style>
