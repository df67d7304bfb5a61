<script setup lang="ts">
/** One caution in plain words. */
import type { Caution } from '@core/prepare/cautions'
import { CAUTION_WORDS } from '@/words/cautions'

defineProps<{ caution: Caution }>()
</script>

<template>
  <p>
    <b>{{ CAUTION_WORDS[caution].title }}.</b> {{ CAUTION_WORDS[caution].text }}
    <span class="muted">{{ CAUTION_WORDS[caution].defer }}</span>
  </p>
</template>

<style scoped>
p {
  max-width: 72ch;
}
b {
  color: var(--bright);
  font-weight: 500;
}
</style>
