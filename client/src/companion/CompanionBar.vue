<script setup lang="ts">
/** Under the thumb: the settings as they are, and two targets. */
import { computed } from 'vue'
import { nameOf } from '@core/scales/marks'
import type { Main } from '@/run/useMain'
import { usePlan } from '@/stores/plan'
import { STATE_MARKS, STATE_WORDS, VERDICT_NAMES } from '@/words/names'

const props = defineProps<{
  big: Main | null
  /** what the buttons do has just changed */
  settling: boolean
  /** what a device is at; '' for nothing */
  busy: string
  /** what passing the step over is called; '' where it cannot be */
  skip: string
  canFinish: boolean
}>()
const emit = defineEmits<{ skip: []; finish: []; waitNoLonger: [] }>()
const act = (): void => void (props.settling || props.big?.act())
const skipIt = (): void => void (props.settling || emit('skip'))
const store = usePlan()
const settings = computed(() => {
  const { apertureStops, shutterStops, isoStops } = store.plan!.settings
  return [
    nameOf('aperture', apertureStops),
    nameOf('shutter', shutterStops),
    nameOf('iso', isoStops)
  ].join(' · ')
})
/** The three that a frame cannot put right afterwards. */
const SHOWN = ['background', 'depth', 'sync']
const verdicts = computed(() => store.evaluation!.verdicts.filter(({ id }) => SHOWN.includes(id)))
</script>

<template>
  <footer>
    <p class="line">
      <span class="num">{{ settings }}</span>
      <span class="verdicts small">
        <span v-for="each in verdicts" :key="each.id" :class="each.state"
          ><span aria-hidden="true">{{ STATE_MARKS[each.state] }}</span>
          {{ VERDICT_NAMES[each.id].toLowerCase()
          }}<span class="hidden-label">: {{ STATE_WORDS[each.state] }}</span></span
        >
      </span>
    </p>
    <div class="acts">
      <template v-if="busy">
        <span class="busy" role="status">{{ busy }} …</span>
        <button type="button" class="push" @click="$emit('waitNoLonger')">Do not wait</button>
      </template>
      <template v-else>
        <button
          v-if="skip"
          type="button"
          class="push side"
          :aria-disabled="settling"
          @click="skipIt"
        >
          {{ skip }}
        </button>
        <button v-if="canFinish" type="button" class="push side" @click="$emit('finish')">
          Finish
        </button>
        <button
          type="button"
          class="push main big"
          :disabled="!big"
          :aria-disabled="settling"
          @click="act"
        >
          {{ big?.label ?? 'At the desk first' }}
        </button>
      </template>
    </div>
  </footer>
</template>

<style scoped>
footer {
  border-top: 1px solid var(--line);
  padding: 0.6rem 0.9rem calc(0.9rem + env(safe-area-inset-bottom));
  display: grid;
  gap: 0.6rem;
}
.line {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0.2rem 1rem;
  min-height: 1.6rem;
  align-items: baseline;
}
.line > .num {
  font-size: 1rem;
  color: var(--text);
}
.verdicts {
  display: flex;
  gap: 0.7rem;
}
.acts {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 0.6rem;
  min-height: 76px;
}
.acts > :only-child {
  grid-column: 1 / -1;
}
.push {
  min-height: 76px;
  justify-content: center;
  font-size: 1.125rem;
}
.side {
  min-width: 88px;
}
.big {
  background: color-mix(in srgb, var(--accent) 14%, transparent);
  color: var(--bright);
  font-size: 1.5rem;
  white-space: normal;
  line-height: 1.1;
}
.big:disabled {
  background: transparent;
  font-size: 1.125rem;
}
.busy {
  align-self: center;
  min-width: 0;
}
</style>
