<script setup lang="ts">
/**
 * One figure on a line: typed in any sensible notation, stepped with the arrow keys, locked. Wrong
 * text stays and is explained.
 */
import { useId } from 'vue'
import HelpTip from './HelpTip.vue'
import LockButton from './LockButton.vue'
import WhatIf from './WhatIf.vue'
import { useFigure, type FigureProps } from './useFigure'

const props = defineProps<
  FigureProps & { help?: string; note?: string; noLock?: boolean; about?: string; whatIf?: boolean }
>()
const id = useId()
const { error, locked, step, inputProps, toggleLock } = useFigure(props)
</script>

<template>
  <div class="step-field" :class="{ locked, wrong: error }">
    <span class="name"
      ><label :for="id"
        ><span v-if="about" class="hidden-label">{{ about }}: </span>{{ label }}</label
      ><HelpTip v-if="help" :text="help" :about="label" /><WhatIf
        v-if="whatIf && path"
        :id="`${id}-what`"
        inline
        :path="path"
        :label="label"
        note="±"
    /></span>
    <div class="control">
      <button
        type="button"
        tabindex="-1"
        class="nudge"
        :disabled="locked"
        :aria-label="`${label} down`"
        @click="step(-1)"
      >
        −
      </button>
      <input
        :id="id"
        class="num"
        v-bind="inputProps"
        :aria-describedby="error ? `${id}-error` : note ? `${id}-note` : undefined"
      />
      <button
        type="button"
        tabindex="-1"
        class="nudge"
        :disabled="locked"
        :aria-label="`${label} up`"
        @click="step(1)"
      >
        +
      </button>
      <LockButton v-if="!noLock" :locked="locked" :label="label" @toggle="toggleLock" />
    </div>
    <p v-if="error" :id="`${id}-error`" role="alert" class="error small">{{ error }}</p>
    <p v-else-if="note" :id="`${id}-note`" class="note small">{{ note }}</p>
  </div>
</template>

<style scoped>
.step-field {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
  column-gap: 0.5rem;
  min-height: 38px;
}
.name {
  display: flex;
  align-items: center;
}
.control {
  display: flex;
  align-items: center;
}
input {
  width: 6.9rem;
  height: 30px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: transparent;
  text-align: center;
  color: var(--bright);
  font-size: 0.9375rem;
  padding: 0 0.15rem;
}
input:focus {
  outline: 0;
  border-bottom: 2px solid var(--accent);
  background: var(--raised);
}
.wrong input {
  border-bottom-color: var(--miss);
}
.locked input {
  border-bottom: 3px double var(--rule);
  color: var(--text);
}
.nudge {
  width: 26px;
  height: 30px;
  color: var(--muted);
  font-size: 1.05rem;
}
.nudge:hover:not(:disabled) {
  color: var(--bright);
}
.nudge:disabled {
  opacity: 0.35;
  cursor: default;
}
.error,
.note {
  grid-column: 1 / -1;
  justify-self: end;
  text-align: right;
  max-width: 24rem;
}
.error {
  color: var(--miss);
}
.note {
  color: var(--muted);
}
@media (hover: hover) {
  .step-field:not(.locked):not(:hover):not(:focus-within) :deep(.lock) {
    opacity: 0;
  }
}
@media (pointer: coarse), (max-width: 760px) {
  .step-field {
    min-height: 46px;
  }
  input {
    height: 40px;
    width: 6.6rem;
    font-size: 1rem;
  }
  .nudge {
    height: 44px;
    width: 40px;
  }
}
</style>
