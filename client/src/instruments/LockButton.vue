<script setup lang="ts">
import { mdiLockOpenVariantOutline, mdiLockOutline } from '@mdi/js'

defineProps<{ locked: boolean; label: string }>()
defineEmits<{ toggle: [] }>()
</script>

<template>
  <button
    type="button"
    class="lock"
    :aria-pressed="locked"
    :aria-label="`Lock ${label}`"
    :title="
      locked
        ? 'Locked: it cannot be moved and suggestions leave it alone'
        : 'Lock: keep it, suggestions will leave it alone'
    "
    @click="$emit('toggle')"
  >
    <svg class="icon" viewBox="0 0 24 24" aria-hidden="true">
      <path :d="locked ? mdiLockOutline : mdiLockOpenVariantOutline" />
    </svg>
  </button>
</template>

<style scoped>
.lock {
  width: 26px;
  height: 30px;
  color: var(--muted);
  display: inline-grid;
  place-items: center;
}
.icon {
  width: 15px;
  height: 15px;
}
.lock[aria-pressed='true'] {
  color: var(--accent);
}
@media (pointer: coarse), (max-width: 760px) {
  .lock {
    height: 44px;
    width: 40px;
  }
}
</style>
