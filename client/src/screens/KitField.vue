<script setup lang="ts">
/** One figure or choice of a kit item. Text that cannot be read stays, with the reason. */
import { ref, watch } from 'vue'
import type { FieldSpec } from '@/words/fieldSpec'

const props = defineProps<{ spec: FieldSpec; value: unknown; error: string }>()
const emit = defineEmits<{ change: [value: unknown] }>()

const show = (): string =>
  props.spec.type === 'figure' && typeof props.value === 'number'
    ? props.spec.show!(props.value)
    : String(props.value ?? '')
const text = ref(show())
watch(
  () => props.value,
  () => {
    if (props.value === null) text.value = ''
    else if (
      props.spec.type !== 'figure' ||
      (typeof props.value === 'number' && props.spec.parse!(text.value) !== props.value)
    )
      text.value = show()
  }
)
const read = (typed: string): void => {
  text.value = typed
  if (props.spec.optional && !typed.trim()) return void emit('change', null)
  // What cannot be read goes on as text, so that the schema refuses it at this field.
  emit('change', props.spec.type === 'figure' ? (props.spec.parse!(typed) ?? typed) : typed)
}
</script>

<template>
  <v-switch
    v-if="spec.type === 'switch'"
    :model-value="Boolean(value)"
    :label="spec.label"
    :messages="spec.help"
    @update:model-value="emit('change', Boolean($event))"
  />
  <v-select
    v-else-if="spec.type === 'choice'"
    :model-value="value as string"
    :items="[...(spec.choices ?? [])]"
    item-value="value"
    item-title="title"
    :label="spec.label"
    :error-messages="error"
    :hint="spec.help"
    persistent-hint
    @update:model-value="emit('change', $event)"
  />
  <v-textarea
    v-else-if="spec.type === 'notes'"
    :model-value="text"
    :label="spec.label"
    rows="2"
    auto-grow
    maxlength="2000"
    @update:model-value="read"
  />
  <v-text-field
    v-else
    :model-value="text"
    :label="spec.label"
    :suffix="spec.unit"
    :error-messages="error"
    :hint="spec.help"
    persistent-hint
    maxlength="80"
    @update:model-value="read"
  />
</template>
