<script setup lang="ts">
/**
 * One control on the strip: its name, its value in large figures, a step either way, a lock and a
 * line beneath.
 */
import { useId } from 'vue'
import LockButton from './LockButton.vue'
import WhatIf from './WhatIf.vue'
import { useFigure, type FigureProps } from './useFigure'

const props = defineProps<
  FigureProps & { note: string; mark?: string; warn?: boolean; shown?: string }
>()
const id = useId()
const { error, locked, step, inputProps, toggleLock } = useFigure(props)
</script>

<template>
  <div class="strip-dial" :class="{ locked, wrong: error, light: mark }">
    <div class="top">
      <span v-if="mark" class="source-mark" :class="`hue-${mark}`" aria-hidden="true">{{
        mark
      }}</span>
      <label :for="id"
        ><template v-if="shown"
          ><span aria-hidden="true" class="shown">{{ shown }}</span
          ><span class="hidden-label">{{ label }}</span></template
        ><template v-else>{{ label }}</template></label
      >
      <LockButton :locked="locked" :label="label" @toggle="toggleLock" />
    </div>
    <div class="value">
      <button
        type="button"
        tabindex="-1"
        :disabled="locked"
        :aria-label="`${label} down`"
        @click="step(-1)"
      >
        ‹
      </button>
      <input
        :id="id"
        class="num"
        :class="{ long: inputProps.value.length > 8 }"
        v-bind="inputProps"
        :aria-describedby="`${id}-note`"
      />
      <button
        type="button"
        tabindex="-1"
        :disabled="locked"
        :aria-label="`${label} up`"
        @click="step(1)"
      >
        ›
      </button>
    </div>
    <p v-if="error" :id="`${id}-note`" class="small miss" role="alert">{{ error }}</p>
    <WhatIf
      v-else-if="path"
      :id="`${id}-note`"
      :path="path"
      :label="label"
      :note="note"
      :warn="warn"
    />
  </div>
</template>

<style scoped>
.strip-dial {
  contain: layout;
  padding: 0.3rem 0.5rem 0.45rem;
  border-right: 1px solid var(--line);
  display: grid;
  align-content: center;
  min-width: 0;
}
.top {
  display: flex;
  align-items: center;
  gap: 0.4rem;
  color: var(--muted);
  font-size: 0.8125rem;
  padding-left: 0.4rem;
}
.top :deep(.lock) {
  margin-left: auto;
  height: 24px;
}
.shown {
  display: block;
  max-width: 5rem;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.value {
  display: flex;
  align-items: center;
}
.value button {
  width: 26px;
  height: 34px;
  color: var(--muted);
  font-size: 1.25rem;
  flex: none;
}
.value button:hover:not(:disabled) {
  color: var(--bright);
}
.value button:disabled {
  opacity: 0.3;
}
input {
  flex: 1;
  min-width: 0;
  width: 6.4rem;
  height: 32px;
  border: 0;
  border-bottom: 2px solid transparent;
  background: transparent;
  text-align: center;
  color: var(--bright);
  font-size: 1.1875rem;
  padding: 0;
}
.strip-dial input.long {
  font-size: 0.9375rem;
}
input:focus {
  outline: 0;
  border-bottom-color: var(--accent);
}
.locked input {
  border-bottom-color: var(--accent);
}
p {
  text-align: center;
  color: var(--muted);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  min-height: 1.1em;
}
@media (max-width: 760px) {
  /* In the dark the lights are what the hand is on: they come first. */
  .light {
    order: -1;
  }
  .top :deep(.lock) {
    height: 36px;
    width: 44px;
  }
  .value button {
    width: 40px;
    height: 44px;
  }
  input {
    width: 100%;
    height: 40px;
    font-size: 1rem;
  }
}
</style>
