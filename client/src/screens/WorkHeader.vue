<script setup lang="ts">
/** Name of the shoot, undo and redo, the state of saving. */
import { mdiDownload, mdiRedoVariant, mdiUndoVariant } from '@mdi/js'
import { computed } from 'vue'
import { api } from '@/api/client'
import { usePlan } from '@/stores/plan'
import { useSaving } from '@/stores/saving'
import type { SaveState } from '@/stores/saveSession'
import { clock } from '@/words/format'
import { LOOK_NAMES } from '@/words/names'
import ThemeButton from './ThemeButton.vue'

const store = usePlan()
const saving = useSaving()
const words: Record<SaveState, string> = {
  saved: 'Saved',
  waiting: 'Saving …',
  saving: 'Saving …',
  offline: 'Not saved: no server. Kept here',
  refused: 'Not saved',
  conflict: 'Changed elsewhere'
}
const state = computed(() =>
  saving.state === 'saved' && saving.savedAt
    ? `Saved ${clock(saving.savedAt)}`
    : saving.state === 'offline' && !saving.kept
      ? 'Not saved: no server. Leave this page open'
      : saving.state === 'refused' && !saving.kept
        ? 'Not saved. Leave this page open'
        : words[saving.state]
)
const troubled = computed(() => ['offline', 'refused', 'conflict'].includes(saving.state))
</script>

<template>
  <header>
    <router-link to="/" class="brand">Fine Spark</router-link>
    <h1 v-if="store.plan">{{ store.plan.title }}</h1>
    <span v-if="store.plan" class="muted look">{{ LOOK_NAMES[store.plan.look].name }}</span>
    <div class="right">
      <span class="state small" :class="{ near: troubled }" role="status" :title="saving.refusal">{{
        state
      }}</span>
      <button
        type="button"
        class="push bare"
        :disabled="store.past.length === 0"
        :title="store.past.at(-1) ? `Undo ${store.past.at(-1)!.label}` : 'Nothing to undo'"
        aria-label="Undo"
        @click="store.undo()"
      >
        <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiUndoVariant" /></svg
        ><span class="word">Undo</span>
      </button>
      <button
        type="button"
        class="push bare"
        :disabled="store.future.length === 0"
        :title="store.future.at(-1) ? `Redo ${store.future.at(-1)!.label}` : 'Nothing to redo'"
        aria-label="Redo"
        @click="store.redo()"
      >
        <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiRedoVariant" /></svg
        ><span class="word">Redo</span>
      </button>
      <a
        v-if="saving.id"
        class="push bare export"
        :href="api.planUrl(saving.id)"
        download
        title="Export the plan as a file"
        aria-label="Export plan"
      >
        <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiDownload" /></svg>
      </a>
      <ThemeButton />
    </div>
  </header>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 1.1rem;
  padding: 0 0.75rem 0 1.1rem;
  border-bottom: 1px solid var(--line);
  min-height: 46px;
}
.brand {
  color: var(--accent);
  font-weight: 600;
  letter-spacing: 0.04em;
  text-decoration: none;
  white-space: nowrap;
}
h1 {
  font: 500 1.0625rem var(--sans);
  color: var(--bright);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.right {
  margin-left: auto;
  display: flex;
  align-items: center;
  gap: 0.25rem;
}
.state {
  color: var(--muted);
  margin-right: 0.6rem;
  white-space: nowrap;
}
.state.near {
  color: var(--near);
}
@media (max-width: 760px) {
  header {
    gap: 0.6rem;
    padding: 0 0.3rem 0 0.8rem;
    flex-wrap: nowrap;
  }
  .brand,
  .look,
  .word,
  .export {
    display: none;
  }
  .brand {
    display: block;
    font-size: 0;
    width: 14px;
  }
  .brand::before {
    content: '‹';
    font-size: 1.5rem;
  }
  .right {
    gap: 0;
  }
  .state {
    margin-right: 0.2rem;
    max-width: 5.5rem;
    overflow: hidden;
    text-overflow: ellipsis;
  }
}
</style>
