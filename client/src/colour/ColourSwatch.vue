<script setup lang="ts">
/** A light's colour as a grey card shows it. Words say the same beside it. */
import { computed } from 'vue'
import type { Rgb } from '@core/colour/balance'
import { swatchOf } from '@/words/colour'

const props = defineProps<{ tint: Rgb }>()
const colour = computed(() => swatchOf(props.tint))
</script>

<template>
  <span class="swatch" aria-hidden="true" :style="{ background: colour }" />
</template>

<style scoped>
.swatch {
  display: inline-block;
  width: 1.5rem;
  height: 1.5rem;
  border: 1px solid var(--rule);
  border-radius: 2px;
  flex: none;
}
</style>
