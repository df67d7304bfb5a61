<script setup lang="ts" generic="T extends string">
/** One of a few, each a button of its own. */
defineProps<{
  label: string
  options: readonly { readonly value: T; readonly title: string }[]
}>()
const chosen = defineModel<T>({ required: true })
</script>

<template>
  <div class="chips" role="group" :aria-label="label">
    <button
      v-for="{ value, title } in options"
      :key="value"
      type="button"
      class="push"
      :class="{ main: chosen === value }"
      :aria-pressed="chosen === value"
      @click="chosen = value"
    >
      {{ title }}
    </button>
    <slot />
  </div>
</template>

<style scoped>
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
}
.push {
  min-height: 44px;
}
</style>
