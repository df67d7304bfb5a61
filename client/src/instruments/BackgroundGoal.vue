<script setup lang="ts">
/** What the background may have at most and, where surroundings are wanted, at least. */
import { computed } from 'vue'
import { levelTo8Bit } from '@core/ambient/blackScale'
import { usePlan } from '@/stores/plan'
import { stops } from '@/words/format'
import StepField from './StepField.vue'

defineProps<{ about?: string; noLock?: boolean }>()
const store = usePlan()
const goals = computed(() => store.plan!.goals)
const shown = (level: number): string =>
  `A grey card at ${stops(level)} is ${levelTo8Bit(level)} of 255 in the file.`
/** A stop below what it may have at most is where people start. */
const ask = (): void =>
  void store.set('goals.backgroundLeastStops', goals.value.backgroundStops - 1, 'background goal')
const drop = (): void => void store.set('goals.backgroundLeastStops', null, 'background goal')
</script>

<template>
  <StepField
    path="goals.backgroundStops"
    kind="stops"
    label="Background at most"
    :about="about"
    :no-lock="noLock"
    :note="shown(goals.backgroundStops)"
    help="Level in stops against mid-grey. −3 is dark but there, −5 near black, −7 black in an 8-bit file."
  />
  <template v-if="goals.backgroundLeastStops !== null">
    <StepField
      path="goals.backgroundLeastStops"
      kind="stops"
      label="Background at least"
      :about="about"
      :no-lock="noLock"
      :note="shown(goals.backgroundLeastStops)"
      help="So that the surroundings stay in the picture."
    />
    <button type="button" class="push bare" @click="drop">
      No lower limit: the darker the better
    </button>
  </template>
  <button v-else type="button" class="push bare" @click="ask">
    Surroundings wanted: set a lower limit
  </button>
</template>
