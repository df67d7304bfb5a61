<script setup lang="ts">
/** How bright a source itself may show in the picture. */
import { computed } from 'vue'
import type { AmbientSource } from '@core/plan/plan'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'

const props = defineProps<{ source: AmbientSource }>()
const store = usePlan()
const path = computed(() => `ambient.sources.${props.source.id}` as const)
const set = (wanted: AmbientSource['wanted']): void =>
  void store.set(`${path.value}.wanted`, wanted, `${props.source.name} wanted`)
</script>

<template>
  <div class="wanted">
    <template v-if="source.wanted">
      <h3>How bright it may show</h3>
      <StepField
        :path="`${path}.wanted.leastStops`"
        kind="stops"
        label="At least"
        help="Level of the lit face itself in the picture, stops against mid-grey: 0 is grey, +2.5 white."
        no-lock
      />
      <StepField :path="`${path}.wanted.mostStops`" kind="stops" label="At most" no-lock />
      <button type="button" class="push bare" @click="set(null)">As bright as it is</button>
    </template>
    <button v-else type="button" class="push bare" @click="set({ leastStops: -1, mostStops: 2 })">
      It shows in the picture: say how bright
    </button>
  </div>
</template>

<style scoped>
.wanted {
  display: grid;
  gap: 0.35rem;
  justify-items: start;
}
.wanted > :deep(.step-field) {
  width: 100%;
}
</style>
