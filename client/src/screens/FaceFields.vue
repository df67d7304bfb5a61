<script setup lang="ts">
/** The lit face of a head or modifier. */
import { FACE_FIELDS } from '@/words/kitParts'
import KitField from './KitField.vue'

defineProps<{
  at: (path: string) => unknown
  errorAt: (path: string) => string
  kinds: readonly { readonly value: string; readonly title: string }[]
}>()
const emit = defineEmits<{ put: [path: string, value: unknown] }>()
</script>

<template>
  <fieldset>
    <legend>Lit face</legend>
    <div class="fields">
      <v-select
        :model-value="at('face.kind')"
        :items="[...kinds]"
        item-value="value"
        item-title="title"
        label="Shape"
        :error-messages="errorAt('face')"
        @update:model-value="emit('put', 'face.kind', $event)"
      />
      <KitField
        v-for="spec in FACE_FIELDS[String(at('face.kind'))]"
        :key="`${at('face.kind')}-${spec.path}`"
        :spec="spec"
        :value="at(spec.path)"
        :error="errorAt(spec.path)"
        @change="emit('put', spec.path, $event)"
      />
    </div>
  </fieldset>
</template>
