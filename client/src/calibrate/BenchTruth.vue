<script setup lang="ts">
/** By how much the figures of a made-up bench really are off, and what the run has found of it. */
import { computed } from 'vue'
import type { Truth } from '@core/api/devices'
import { keyOf } from '@core/calibration/figure'
import TruthTable, { type TruthRow } from '@/devices/TruthTable.vue'
import { figureName } from '@/words/calibrationResult'
import type { Bench } from './useBench'

const props = defineProps<{ truth: Truth; bench: Bench }>()
const emit = defineEmits<{ close: [] }>()

/** What the run speaks of; before it is read, what it is to find. */
const rows = computed(() => {
  const { estimates = [], others = [] } = props.bench.result.value ?? {}
  const found = new Map([...estimates, ...others].map((each) => [keyOf(each.figure), each]))
  const known = props.truth.figures.filter((each) => found.has(keyOf(each)))
  const shown =
    known.length > 0 ? known : props.truth.figures.filter(({ kind }) => kind === 'output')
  return shown.map((figure): TruthRow => ({
    key: keyOf(figure),
    source: null,
    name: figureName(figure, props.bench.byId.value),
    real: figure.stops,
    found: found.get(keyOf(figure)) ?? null
  }))
})
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="720"
    aria-labelledby="truth-title"
    @update:model-value="emit('close')"
  >
    <div class="dialog-panel">
      <h2 id="truth-title">What was true on this bench</h2>
      <TruthTable head="Figure" :rows="rows" />
      <p class="small muted">
        Stops by which each is off the kit’s figures, as this bench’s camera shows light.
      </p>
      <div class="row">
        <button type="button" class="push main" @click="emit('close')">Back to the bench</button>
      </div>
    </div>
  </v-dialog>
</template>
