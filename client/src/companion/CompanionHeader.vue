<script setup lang="ts">
/** Whose shoot it is, how far the run has come, and the way to everything else. */
import type { RunStep } from '@core/run/steps'
import { usePlan } from '@/stores/plan'
import { useSaving } from '@/stores/saving'
import { useFrames } from '@/stores/frames'
import { useTicks } from '@/stores/ticks'
import { computed } from 'vue'

const props = defineProps<{
  steps: readonly RunStep[]
  due: RunStep['key'] | null
  icon: string
  opened: boolean
}>()
defineEmits<{ more: [] }>()
const store = usePlan()
const saving = useSaving()
const frames = useFrames()
const ticks = useTicks()
const done = computed(() => props.steps.filter(({ state }) => state !== 'open').length)
/** What has not reached the server yet. */
const waiting = computed(
  () => frames.waiting.length + ticks.waiting + (saving.state === 'offline' ? 1 : 0)
)
</script>

<template>
  <header>
    <router-link
      class="back"
      :to="{ name: 'run', params: $route.params }"
      aria-label="Back to the run"
      >‹</router-link
    >
    <h1>{{ store.plan!.title }}</h1>
    <span v-if="waiting" class="near small" role="status" title="Kept here, sent when it answers"
      >{{ waiting }} kept here</span
    >
    <span
      class="dots"
      role="progressbar"
      :aria-label="`${done} of ${steps.length} steps`"
      :aria-valuenow="done"
      :aria-valuemax="steps.length"
      aria-valuemin="0"
    >
      <i
        v-for="each in steps"
        :key="each.key"
        :class="each.key === due ? 'now' : each.state"
        aria-hidden="true"
      />
    </span>
    <button
      type="button"
      class="push bare"
      aria-label="Steps and settings"
      :aria-expanded="opened"
      @click="$emit('more')"
    >
      <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="icon" /></svg>
    </button>
  </header>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 0.6rem;
  min-height: 56px;
  padding: 0 0.4rem 0 0;
}
.back {
  min-width: 56px;
  min-height: 56px;
  align-content: center;
  text-align: center;
  font-size: 1.6rem;
  text-decoration: none;
  color: var(--muted);
}
h1 {
  font: 500 1.0625rem var(--sans);
  color: var(--bright);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  flex: 1;
}
.dots {
  display: flex;
  gap: 4px;
  flex: none;
}
.dots i {
  width: clamp(6px, 2.4vw, 14px);
  height: 4px;
  border-radius: 2px;
  background: var(--rule);
}
.dots .done {
  background: var(--ok);
}
.dots .skipped {
  background: var(--muted);
}
.dots .now {
  background: var(--accent);
}
header .push {
  min-width: 48px;
  min-height: 56px;
  justify-content: center;
}
</style>
