<script setup lang="ts">
/** Keeps a version's picture and says how it is held against the one in hand. */
import { changeWords } from '@/words/picture'
import ChangeScale from './ChangeScale.vue'
import { useKeptPicture, type Comparing } from './kept'
import type { Compare } from './useCompare'

defineProps<{ compare: Compare; ready: boolean }>()
const versions = useKeptPicture()
const WAYS: readonly { readonly how: Comparing; readonly name: string; readonly about: string }[] =
  [
    {
      how: 'wipe',
      name: 'Wipe',
      about: 'What you kept on the left, the picture in hand on the right'
    },
    { how: 'beside', name: 'Side by side', about: 'Both whole' },
    { how: 'change', name: 'Change', about: 'Where and by how many stops they differ' }
  ]
</script>

<template>
  <div class="compare">
    <div class="row" role="group" aria-label="Compare">
      <button
        type="button"
        class="tool"
        :disabled="!ready"
        title="Keeps this version and its picture, to hold changes against"
        @click="compare.keep()"
      >
        {{ compare.kept.value ? 'Keep this instead' : 'Keep to compare' }}
      </button>
      <template v-if="compare.kept.value">
        <button
          v-for="way in WAYS"
          :key="way.how"
          type="button"
          class="tool"
          :title="way.about"
          :aria-pressed="compare.comparing.value === way.how"
          @click="versions.comparing = compare.comparing.value === way.how ? 'off' : way.how"
        >
          {{ way.name }}
        </button>
        <button type="button" class="tool" @click="compare.goBack()">Go back to it</button>
        <button type="button" class="tool" @click="versions.letGo()">Let it go</button>
      </template>
    </div>
    <label v-if="compare.comparing.value === 'wipe'" class="wipe small"
      ><span class="muted">kept</span
      ><input
        v-model.number="versions.wipe"
        type="range"
        min="0"
        max="1"
        step="0.01"
        aria-label="How much shows what was kept"
      /><span class="muted">now</span></label
    >
    <ChangeScale v-if="compare.comparing.value === 'change'" />
    <p v-if="compare.change.value" class="small words" role="status" data-change>
      {{ changeWords(compare.change.value) }}
    </p>
  </div>
</template>

<style scoped>
.compare {
  display: grid;
  gap: 0.35rem;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.25rem;
}
.wipe {
  display: flex;
  gap: 0.5rem;
  align-items: center;
}
.wipe input {
  flex: 1;
  accent-color: var(--accent);
}
.words {
  margin: 0;
}
</style>
