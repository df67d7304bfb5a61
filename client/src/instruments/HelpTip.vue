<script setup lang="ts">
/** A small question mark that explains a term, by pointer, touch or keyboard. */
import { mdiHelpCircleOutline } from '@mdi/js'

defineProps<{ text: string; about: string }>()
</script>

<template>
  <v-menu location="bottom start" :close-on-content-click="false" max-width="320">
    <template #activator="{ props: menu }">
      <button type="button" v-bind="menu" class="help" :aria-label="`What is ${about}?`">
        <svg class="icon" viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiHelpCircleOutline" /></svg>
      </button>
    </template>
    <p class="tip">{{ text }}</p>
  </v-menu>
</template>

<style scoped>
.help { margin-left: 0.2rem; color: var(--muted); width: 24px; height: 24px; display: inline-grid; place-items: center; flex: none; }
.help .icon { width: 15px; height: 15px; }
.help:hover { color: var(--bright); }
.tip { background: var(--raised); color: var(--text); border: 1px solid var(--rule); padding: 0.7rem 0.9rem; border-radius: 3px; font-size: 0.875rem; }
</style>
