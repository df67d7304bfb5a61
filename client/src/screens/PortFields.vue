<script setup lang="ts">
/** What a housing's lens looks through. */
import { PORT_FIELDS, PORT_KINDS } from '@/words/kitParts'
import KitField from './KitField.vue'

defineProps<{ at: (path: string) => unknown; errorAt: (path: string) => string }>()
const emit = defineEmits<{ put: [path: string, value: unknown] }>()
</script>

<template>
  <fieldset>
    <legend>Port</legend>
    <div class="fields">
      <v-select
        :model-value="at('port.kind')"
        :items="PORT_KINDS"
        item-value="value"
        item-title="title"
        label="Port"
        @update:model-value="emit('put', 'port.kind', $event)"
      />
      <KitField
        v-for="spec in PORT_FIELDS[String(at('port.kind'))]"
        :key="`${at('port.kind')}-${spec.path}`"
        :spec="spec"
        :value="at(spec.path)"
        :error="errorAt(spec.path)"
        @change="emit('put', spec.path, $event)"
      />
    </div>
  </fieldset>
</template>
