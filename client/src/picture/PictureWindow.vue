<script setup lang="ts">
/** The picture in the whole window, opened from any stage by a tap or P. */
import { mdiClose } from '@mdi/js'
import { onBeforeUnmount, onMounted } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Place } from '@core/plan/plan'
import { usePlan } from '@/stores/plan'
import { useKeptPicture } from './kept'
import { sourceOfMost } from './sourceOfMost'
import PictureFacts from './PictureFacts.vue'
import PicturePanel from './PicturePanel.vue'
import { usePictureView } from './view'

const store = usePlan()
const view = usePictureView()
const versions = useKeptPicture()
const route = useRoute()
const router = useRouter()

const open = (place: Place): void => {
  view.whole = false
  const source = sourceOfMost(store.evaluation!.ledger, place)
  void router.push({ name: 'light', params: route.params, query: { cell: `${source}-${place}` } })
}
/** A letter typed into a field or a list is no command. */
const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.matches('input, textarea, select, [contenteditable]') ||
    target.closest('[role="listbox"], [role="menu"]') !== null)
const onKey = (event: KeyboardEvent): void => {
  if (event.ctrlKey || event.metaKey || event.altKey || event.key.toLowerCase() !== 'p') return
  if (typing(event.target)) return
  view.whole = !view.whole
  event.preventDefault()
}
onMounted(() => addEventListener('keydown', onKey))
onBeforeUnmount(() => {
  removeEventListener('keydown', onKey)
  view.whole = false
})
</script>

<template>
  <v-dialog v-model="view.whole" fullscreen transition="none" aria-label="The predicted picture">
    <div class="window" :class="{ comparing: versions.comparing !== 'off' }">
      <PicturePanel whole @open="open">
        <template #tools>
          <button
            type="button"
            class="push bare close"
            aria-label="Close the picture"
            @click="view.whole = false"
          >
            <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiClose" /></svg>
          </button>
        </template>
      </PicturePanel>
      <PictureFacts />
    </div>
  </v-dialog>
</template>

<style scoped>
.window {
  --besides: 9rem;
  background: var(--background);
  color: var(--text);
  height: 100%;
  overflow: auto;
  padding: 0.6rem 1rem 1rem;
  display: grid;
  grid-template-columns: minmax(0, min(100%, calc((100dvh - var(--besides)) * 1.5))) minmax(
      12rem,
      1fr
    );
  gap: 1rem 1.4rem;
  align-content: start;
}
.window.comparing {
  --besides: 12.5rem;
}
.close {
  margin-left: auto;
}
@media (max-width: 900px) {
  .window {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
