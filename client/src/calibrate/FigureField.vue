<script setup lang="ts">
/** A figure of the bench: typed, checked as it is left, what cannot be read stays with the reason. */
import { ref, useId, watch } from 'vue'

const props = defineProps<{
  label: string
  value: number
  unit?: string
  parse: (text: string) => number | null
  show: (value: number) => string
  least: number
  most: number
}>()
const emit = defineEmits<{ change: [value: number] }>()
const id = useId()
const text = ref(props.show(props.value))
const fault = ref('')
watch(
  () => props.value,
  (value) => {
    text.value = props.show(value)
    fault.value = ''
  }
)
const put = (): void => {
  const value = props.parse(text.value)
  fault.value =
    value === null
      ? 'not understood'
      : value < props.least || value > props.most
        ? `from ${props.show(props.least)} to ${props.show(props.most)}`
        : ''
  if (value === null || fault.value || value === props.value) return
  emit('change', value)
}
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <span class="line">
      <input
        :id="id"
        v-model="text"
        class="num"
        maxlength="20"
        autocomplete="off"
        :aria-invalid="fault !== ''"
        :aria-describedby="fault ? `${id}-fault` : undefined"
        @change="put"
        @keydown.enter="put"
      />
      <span v-if="unit" class="muted small">{{ unit }}</span>
    </span>
    <span v-if="fault" :id="`${id}-fault`" role="alert" class="miss small">{{ fault }}</span>
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
.line {
  display: flex;
  align-items: center;
  gap: 0.35rem;
}
input {
  width: 5.6rem;
  height: 36px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: transparent;
  color: var(--bright);
}
input:focus {
  outline: 0;
  border-bottom: 2px solid var(--accent);
}
@media (pointer: coarse), (max-width: 760px) {
  input {
    height: 44px;
  }
}
</style>
