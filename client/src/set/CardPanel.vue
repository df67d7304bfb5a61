<script setup lang="ts">
/** The picked card or flag: its size, what it throws back, where it stands and faces. */
import { computed } from 'vue'
import { removeCard } from '@core/plan/edit'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { CARD_NAMES } from '@/words/names'
import AimField from './AimField.vue'
import { useSelection } from './selection'
import PositionFields from './PositionFields.vue'

const props = defineProps<{ id: string }>()
const store = usePlan()
const selection = useSelection()
const card = computed(() => store.plan!.cards.find((each) => each.id === props.id)!)
const path = computed(() => `cards.${props.id}` as const)
const remove = (): void => {
  selection.pick('light', store.plan!.lights[0]!.id)
  store.replace(removeCard(store.plan!, props.id), `take ${props.id} out`)
}
</script>

<template>
  <section class="group" :aria-label="`${CARD_NAMES[card.kind]} ${id}`">
    <div class="top">
      <h2>{{ id }} {{ CARD_NAMES[card.kind] }}</h2>
      <v-switch
        :model-value="card.on"
        hide-details
        density="compact"
        :aria-label="`${id} in place`"
        @update:model-value="store.set(`${path}.on`, Boolean($event), 'switch')"
      />
    </div>
    <StepField :path="`${path}.widthMm`" kind="length" label="Width" />
    <StepField :path="`${path}.heightMm`" kind="length" label="Height" />
    <StepField
      v-if="card.kind === 'card'"
      :path="`${path}.reflectance`"
      kind="reflectance"
      label="Reflectance"
      help="White card about 85 %, grey 18 %, silver acts as a mirror and is not in the model."
    />
    <PositionFields :path="path" />
    <AimField :path="path" label="Faces" />
    <div><button type="button" class="push bare" @click="remove">Remove</button></div>
  </section>
</template>

<style scoped>
.top {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-bottom: 1px solid var(--line);
}
</style>
