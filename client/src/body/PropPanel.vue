<script setup lang="ts">
/** A small thing beside the subject: what it rests on, where it stands, what it is. */
import { computed } from 'vue'
import { removeProp } from '@core/plan/editProps'
import { RESTS } from '@core/plan/plan'
import { holdsLiquid } from '@core/set/props'
import ProfileEditor from '@/instruments/ProfileEditor.vue'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { REST_NAMES } from '@/words/names'
import BodyFields from './BodyFields.vue'
import BodyLook from './BodyLook.vue'

const props = defineProps<{ id: string }>()
const emit = defineEmits<{ removed: [] }>()
const store = usePlan()
const prop = computed(() => store.plan!.props.find((each) => each.id === props.id)!)
const path = computed(() => `props.${props.id}` as const)
const about = computed(() => prop.value.name)
const rests = computed(() =>
  RESTS.filter(
    (each) => each !== 'afloat' || holdsLiquid(store.plan!.subject) || prop.value.rests === 'afloat'
  ).map((value) => ({ value, title: REST_NAMES[value] }))
)
const remove = (): void => {
  store.replace(removeProp(store.plan!, props.id), `take ${prop.value.name} out`)
  emit('removed')
}
</script>

<template>
  <div v-if="prop" class="prop-panel" :data-prop="id">
    <v-text-field
      :model-value="prop.name"
      :label="`${id}: Name`"
      maxlength="40"
      @change="store.set(`${path}.name`, ($event.target as HTMLInputElement).value, 'name')"
    />
    <v-select
      :model-value="prop.rests"
      :items="rests"
      item-value="value"
      item-title="title"
      :label="`${about}: Rests`"
      @update:model-value="store.set(`${path}.rests`, $event, 'rests')"
    />
    <StepField :about="about" :path="`${path}.xMm`" kind="millimetres" label="x, right" />
    <StepField
      v-if="prop.rests === 'free'"
      :about="about"
      :path="`${path}.yMm`"
      kind="millimetres"
      label="y, up"
    />
    <StepField :about="about" :path="`${path}.zMm`" kind="millimetres" label="z, to the camera" />
    <BodyFields :path="path" :about="about" />
    <BodyLook :path="path" :about="about" />
    <ProfileEditor v-if="prop.shape === 'lathe' || prop.shape === 'vessel'" :path="path" />
    <div>
      <button type="button" class="push bare" @click="remove">Remove {{ about }}</button>
    </div>
  </div>
</template>

<style scoped>
.prop-panel > .v-input {
  padding: 0.2rem 0 0.4rem;
}
</style>
