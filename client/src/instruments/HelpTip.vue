<script setup lang="ts">
/**
 * A small question mark that explains a term, by pointer, touch or keyboard. The menu is made when
 * it is first asked for.
 */
import { mdiHelpCircleOutline } from '@mdi/js'
import { ref, useTemplateRef } from 'vue'

defineProps<{ text: string; about: string }>()
const open = ref(false)
const used = ref(false)
const button = useTemplateRef<HTMLElement>('button')
</script>

<template>
  <button
    ref="button"
    type="button"
    class="help"
    aria-haspopup="dialog"
    :aria-expanded="open"
    :aria-label="`What is ${about}?`"
    @click="used = open = true"
  >
    <svg class="icon" viewBox="0 0 24 24" aria-hidden="true">
      <path :d="mdiHelpCircleOutline" />
    </svg>
  </button>
  <v-menu
    v-if="used"
    v-model="open"
    :activator="button ?? undefined"
    :open-on-click="false"
    location="bottom start"
    :close-on-content-click="false"
    max-width="320"
  >
    <p class="tip">{{ text }}</p>
  </v-menu>
</template>

<style scoped>
.help {
  margin-left: 0.2rem;
  color: var(--muted);
  width: 24px;
  height: 24px;
  display: inline-grid;
  place-items: center;
  flex: none;
}
.help .icon {
  width: 15px;
  height: 15px;
}
.help:hover {
  color: var(--bright);
}
.tip {
  background: var(--raised);
  color: var(--text);
  border: 1px solid var(--rule);
  padding: 0.7rem 0.9rem;
  border-radius: 3px;
  font-size: 0.875rem;
}
</style>
