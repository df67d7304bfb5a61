<script setup lang="ts">
/** A spectrum as a small curve over 400 to 700 nm. */
import { computed } from 'vue'
import { WAVELENGTHS, type Spectrum } from '@core/colour/bands'

const props = defineProps<{ spectrum: Spectrum; label: string }>()
const [WIDE, HIGH] = [300, 60]
const line = computed(() => {
  const most = Math.max(1, ...props.spectrum)
  return props.spectrum
    .map((value, k) => `${WAVELENGTHS[k]! - 400},${(HIGH * (1 - value / most)).toFixed(1)}`)
    .join(' ')
})
</script>

<template>
  <figure>
    <svg :viewBox="`-2 -3 ${WIDE + 4} ${HIGH + 6}`" role="img" :aria-label="label">
      <line x1="0" :y1="HIGH" :x2="WIDE" :y2="HIGH" class="axis" />
      <polyline :points="line" />
    </svg>
    <figcaption class="small muted num"><span>400 nm</span><span>700 nm</span></figcaption>
  </figure>
</template>

<style scoped>
figure {
  max-width: 22rem;
}
polyline {
  fill: none;
  stroke: var(--accent);
  stroke-width: 1.5;
}
.axis {
  stroke: var(--rule);
}
figcaption {
  display: flex;
  justify-content: space-between;
}
</style>
