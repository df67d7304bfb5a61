<script setup lang="ts">
/** Reflectance: a named start, or the user's own figure. */
import { computed } from 'vue'
import { valueAt, type PlanPath } from '@core/plan/path'
import type { ReflectancePreset } from '@core/plan/reflectance'
import { usePlan } from '@/stores/plan'
import { REFLECTANCE_NAMES } from '@/words/names'
import StepField from './StepField.vue'

const props = defineProps<{
  path: PlanPath
  presets: readonly ReflectancePreset[]
  label: string
  about?: string
}>()
const store = usePlan()
const value = computed(() => valueAt(store.plan!, props.path) as number)
const items = computed(() => [
  ...props.presets.map((preset) => ({
    value: preset.id,
    title: `${REFLECTANCE_NAMES[preset.id]}, ${preset.value * 100} %`
  })),
  { value: 'own', title: 'My own figure' }
])
const chosen = computed(
  () => props.presets.find((preset) => Math.abs(preset.value - value.value) < 1e-9)?.id ?? 'own'
)
const choose = (id: string): void => {
  const preset = props.presets.find((each) => each.id === id)
  if (preset) store.set(props.path, preset.value, 'reflectance')
}
</script>

<template>
  <v-select
    :model-value="chosen"
    :items="items"
    item-value="value"
    item-title="title"
    :label="label"
    :disabled="store.isLocked(path)"
    @update:model-value="choose"
  />
  <StepField
    :about="about"
    :path="path"
    kind="reflectance"
    label="Reflectance"
    help="Share of the light a surface sends back. A grey card has 18 %; a surface of 9 % renders one stop darker under the same light."
  />
</template>
