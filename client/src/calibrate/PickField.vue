<script setup lang="ts">
/** An item of the kit picked by name; none where that may be. */
import { useId } from 'vue'

defineProps<{
  label: string
  value: string | null
  items: readonly { readonly id: string; readonly name: string }[]
  /** what stands for none; left out: one must be picked */
  none?: string
}>()
const emit = defineEmits<{ change: [id: string | null] }>()
const id = useId()
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <select
      :id="id"
      :value="value ?? ''"
      @change="emit('change', ($event.target as HTMLSelectElement).value || null)"
    >
      <option v-if="none !== undefined" value="">{{ none }}</option>
      <option v-for="item in items" :key="item.id" :value="item.id">{{ item.name }}</option>
    </select>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 0.15rem;
  align-content: start;
}
label {
  color: var(--muted);
  font-size: 0.8125rem;
}
select {
  height: 36px;
  width: 100%;
  max-width: 14rem;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: var(--background);
  color: var(--bright);
}
@media (pointer: coarse), (max-width: 760px) {
  select {
    height: 44px;
  }
}
</style>
