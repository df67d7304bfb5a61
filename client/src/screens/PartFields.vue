<script setup lang="ts">
/** A part of a kit item that comes in kinds, each with figures of its own: a lit face, a port. */
import type { FieldSpec } from '@/words/fieldSpec'
import KitField from './KitField.vue'

const props = defineProps<{
  at: (path: string) => unknown
  errorAt: (path: string) => string
  /** where the part stands in the item */
  path: string
  legend: string
  label: string
  kinds: readonly { readonly value: string; readonly title: string }[]
  fields: Readonly<Record<string, readonly FieldSpec[]>>
}>()
const emit = defineEmits<{ put: [path: string, value: unknown] }>()
const kind = (): string => String(props.at(`${props.path}.kind`))
</script>

<template>
  <fieldset>
    <legend>{{ legend }}</legend>
    <div class="fields">
      <v-select
        :model-value="kind()"
        :items="[...kinds]"
        item-value="value"
        item-title="title"
        :label="label"
        :error-messages="errorAt(path)"
        @update:model-value="emit('put', `${path}.kind`, $event)"
      />
      <KitField
        v-for="spec in fields[kind()]"
        :key="`${kind()}-${spec.path}`"
        :spec="spec"
        :value="at(spec.path)"
        :error="errorAt(spec.path)"
        @change="emit('put', spec.path, $event)"
      />
    </div>
  </fieldset>
</template>
