<script setup lang="ts">
/** Behind the companion: all steps, and how it behaves. */
import { mdiClose } from '@mdi/js'
import type { RunStep } from '@core/run/steps'
import StepList from '@/run/StepList.vue'
import { THEME_NAMES, type ThemeName } from '@/theme/themes'

defineProps<{
  steps: readonly RunStep[]
  due: RunStep['key'] | null
  voice: { readonly able: boolean; readonly on: boolean }
  auto: boolean
  theme: ThemeName
}>()
defineEmits<{
  close: []
  voice: [on: boolean]
  auto: [on: boolean]
  theme: [name: ThemeName]
}>()
const checked = (event: Event): boolean => (event.target as HTMLInputElement).checked
</script>

<template>
  <section class="more" aria-label="Steps and settings">
    <button type="button" class="push close" aria-label="Back to the step" @click="$emit('close')">
      <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiClose" /></svg>
    </button>
    <StepList :steps="steps" :due="due" />
    <div class="group">
      <h2>At the set</h2>
      <label class="tick"
        ><input
          type="checkbox"
          :checked="voice.on"
          :disabled="!voice.able"
          @change="$emit('voice', checked($event))"
        />Read each step aloud{{ voice.able ? '' : ': this browser has no voice' }}</label
      >
      <label class="tick"
        ><input type="checkbox" :checked="auto" @change="$emit('auto', checked($event))" />Take what
        a frame’s file shows without a tap</label
      >
      <div class="themes" role="group" aria-label="Screen">
        <span class="muted">Screen</span>
        <button
          v-for="each in THEME_NAMES"
          :key="each"
          type="button"
          class="push"
          :class="{ main: each === theme }"
          :aria-pressed="each === theme"
          @click="$emit('theme', each)"
        >
          {{ each }}
        </button>
      </div>
    </div>
    <div class="group">
      <h2>Keys, and a Bluetooth remote’s</h2>
      <dl>
        <div>
          <dt>Enter, space, →, Page Down, play</dt>
          <dd>the big button</dd>
        </div>
        <div>
          <dt>S, ←, Page Up</dt>
          <dd>skip the step</dd>
        </div>
        <div>
          <dt>↑ ↓</dt>
          <dd>by eye: brighter, darker</dd>
        </div>
        <div>
          <dt>R</dt>
          <dd>read aloud once</dd>
        </div>
        <div>
          <dt>M</dt>
          <dd>this page</dd>
        </div>
      </dl>
      <p class="small muted">
        A shutter release for phones sends the volume keys; few browsers hand those on to a page. A
        presenter’s buttons send Page Up and Page Down, which all of them do.
      </p>
    </div>
  </section>
</template>

<style scoped>
.more {
  display: grid;
  gap: 1.4rem;
  align-content: start;
  padding: 0.9rem 1.1rem 2rem;
  overflow: auto;
  position: relative;
}
.close {
  position: absolute;
  top: 0.6rem;
  right: 0.8rem;
  min-width: 48px;
  min-height: 56px;
  justify-content: center;
}
.tick {
  display: flex;
  align-items: center;
  gap: 0.8rem;
  min-height: 56px;
}
.tick input {
  width: 22px;
  height: 22px;
  flex: none;
  accent-color: var(--accent);
}
.themes {
  display: flex;
  align-items: center;
  gap: 0.5rem;
}
.themes .push {
  min-height: 56px;
  text-transform: capitalize;
}
dl div {
  display: flex;
  justify-content: space-between;
  gap: 1rem;
  padding: 0.3rem 0;
  border-bottom: 1px solid var(--line);
}
dt {
  color: var(--muted);
}
dd {
  text-align: right;
}
</style>
