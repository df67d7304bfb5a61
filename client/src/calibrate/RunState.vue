<script setup lang="ts">
/** Undo and redo of a calibration, and how its saving stands. */
import { mdiRedoVariant, mdiUndoVariant } from '@mdi/js'
import type { RunInHand } from './useRunDraft'

defineProps<{ inHand: RunInHand }>()
const WORDS = {
  new: 'Nothing read yet',
  saved: 'Saved',
  saving: 'Saving …',
  waiting: 'Not saved yet',
  'changed-elsewhere': 'Changed elsewhere',
  refused: 'Not saved'
}
</script>

<template>
  <div class="state">
    <button
      type="button"
      class="push bare"
      aria-label="Undo"
      :disabled="!inHand.canUndo.value"
      @click="inHand.undo()"
    >
      <svg class="icon" viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiUndoVariant" /></svg>
    </button>
    <button
      type="button"
      class="push bare"
      aria-label="Redo"
      :disabled="!inHand.canRedo.value"
      @click="inHand.redo()"
    >
      <svg class="icon" viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiRedoVariant" /></svg>
    </button>
    <span class="small muted" role="status">{{ WORDS[inHand.state.value] }}</span>
    <p v-if="inHand.failure.value" class="small near" role="alert">
      {{ inHand.failure.value }}
      <template v-if="inHand.state.value === 'changed-elsewhere'">
        <button type="button" class="push" @click="inHand.saveOver">Save mine over it</button>
        <button type="button" class="push" @click="inHand.showTheirs">Show theirs</button>
      </template>
    </p>
  </div>
</template>

<style scoped>
.state {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 0.5rem;
}
p {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  align-items: center;
}
</style>
