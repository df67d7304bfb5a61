<script setup lang="ts">
/** A second change since the last frame: made only when the user says so. */
import { usePlan } from '@/stores/plan'
import { changesWords } from '@/words/changes'
import { useOneChange } from './useOneChange'

const store = usePlan()
const { held, answer } = useOneChange()
</script>

<template>
  <v-dialog
    :model-value="held !== null"
    max-width="520"
    aria-labelledby="second-title"
    @update:model-value="answer(false)"
  >
    <div v-if="held" class="dialog-panel">
      <h2 id="second-title">Two changes at once?</h2>
      <p>
        Since the last frame:
        <span class="bright">{{ changesWords(store.plan!, held.made) }}</span>. With
        <span class="bright">{{ changesWords(store.plan!, held.added) }}</span> as well, the next
        frame does not tell which of them did what.
      </p>
      <div class="dialog-acts">
        <button type="button" class="push main" @click="answer(false)">Take a frame first</button>
        <button type="button" class="push" @click="answer(true)">Change both</button>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.dialog-acts .push {
  min-height: 52px;
}
</style>
