<script setup lang="ts">
/** How a frame is drawn, and how it is held against another. */
import type { FrameView, Held } from './frameView'

defineProps<{ others: readonly { readonly value: string; readonly title: string }[] }>()
const view = defineModel<FrameView>({ required: true })
const set = (part: Partial<FrameView>): void => void (view.value = { ...view.value, ...part })

const WAYS: readonly { readonly how: Held; readonly name: string }[] = [
  { how: 'beside', name: 'Side by side' },
  { how: 'wipe', name: 'Wipe' },
  { how: 'flip', name: 'Flip' },
  { how: 'change', name: 'Map of the change' }
]
const compare = (other: string): void =>
  set({
    other,
    flipped: false,
    how: !other ? 'alone' : view.value.how === 'alone' ? 'beside' : view.value.how
  })
</script>

<template>
  <div class="tools">
    <div class="row" role="group" aria-label="How it is drawn">
      <button
        type="button"
        class="push"
        :aria-pressed="view.drawn === 'map'"
        :class="{ main: view.drawn === 'map' }"
        @click="set({ drawn: view.drawn === 'map' ? 'photograph' : 'map' })"
      >
        Map of stops
      </button>
      <button
        type="button"
        class="push"
        :aria-pressed="view.marks"
        :class="{ main: view.marks }"
        @click="set({ marks: !view.marks })"
      >
        Black and clipped
      </button>
      <button
        type="button"
        class="push"
        :aria-pressed="view.loupe"
        :class="{ main: view.loupe }"
        @click="set({ loupe: !view.loupe })"
      >
        Loupe
      </button>
    </div>
    <div v-if="others.length" class="row" role="group" aria-label="Held against another frame">
      <v-select
        class="other"
        :model-value="view.other"
        :items="[{ value: '', title: 'No other frame' }, ...others]"
        label="Held against"
        hide-details
        @update:model-value="compare($event)"
      />
      <template v-if="view.other">
        <button
          v-for="way in WAYS"
          :key="way.how"
          type="button"
          class="push"
          :aria-pressed="view.how === way.how"
          :class="{ main: view.how === way.how }"
          @click="set({ how: way.how, flipped: way.how === 'flip' && !view.flipped })"
        >
          {{ way.name }}
        </button>
      </template>
    </div>
  </div>
</template>

<style scoped>
.tools,
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 0.5rem;
  align-items: center;
}
.tools {
  gap: 0.5rem 1.6rem;
}
.other {
  width: 15rem;
}
.push {
  min-height: 44px;
}
</style>
