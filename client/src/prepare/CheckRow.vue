<script setup lang="ts">
/** One step of the checklist: ticked with a thumb; skipped with a word why; moved. */
import {
  mdiArrowDown,
  mdiArrowUp,
  mdiCheckboxBlankOutline,
  mdiCheckboxMarked,
  mdiClose,
  mdiSkipNext
} from '@mdi/js'
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import type { ListedItem } from '@core/prepare/listed'
import { checkItemWords } from '@/words/prepare'
import StepPicture from './StepPicture.vue'

const props = defineProps<{
  item: ListedItem
  first: boolean
  last: boolean
  /** the order is being changed */
  ordering: boolean
  nowMs: number
}>()
const emit = defineEmits<{
  mark: [to: 'done' | 'skipped' | 'open', why?: string]
  move: [by: -1 | 1]
  remove: []
}>()
const words = computed(() => checkItemWords(props.item, props.nowMs))
const icon = computed(
  () =>
    ({ done: mdiCheckboxMarked, skipped: mdiSkipNext, open: mdiCheckboxBlankOutline })[
      props.item.state
    ]
)
const moves = computed(
  () =>
    [
      { by: -1, title: 'Earlier', path: mdiArrowUp, end: props.first },
      { by: 1, title: 'Later', path: mdiArrowDown, end: props.last }
    ] as const
)
/** null: nothing is being skipped */
const why = ref<string | null>(null)
const field = useTemplateRef<HTMLInputElement>('field')
const askWhy = async (): Promise<void> => {
  why.value = ''
  await nextTick()
  field.value?.focus()
}
const skip = (): void => {
  emit('mark', 'skipped', why.value?.trim() ?? '')
  why.value = null
}
const onKey = (event: KeyboardEvent): void => {
  if (!event.altKey || !['ArrowUp', 'ArrowDown'].includes(event.key)) return
  event.preventDefault()
  emit('move', event.key === 'ArrowUp' ? -1 : 1)
}
</script>

<template>
  <li :class="item.state" :data-check="item.key" :data-state="item.state">
    <button
      type="button"
      class="tick"
      role="checkbox"
      :aria-checked="item.state === 'done' ? 'true' : item.state === 'skipped' ? 'mixed' : 'false'"
      :aria-label="words.what"
      @click="emit('mark', item.state === 'open' ? 'done' : 'open')"
      @keydown="onKey"
    >
      <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="icon" /></svg>
      <span class="what"
        >{{ words.what }}
        <span v-if="item.important && item.state === 'open'" class="small near">important</span>
        <span v-if="words.why" class="small muted why">{{ words.why }}</span>
        <span v-if="item.state === 'skipped'" class="small near why"
          >Skipped{{ item.tick?.why ? `: ${item.tick.why}` : '' }}</span
        ></span
      >
    </button>
    <span class="acts">
      <StepPicture v-if="item.picture" :name="item.picture" :what="words.what" />
      <button
        v-if="!ordering && item.state === 'open' && why === null"
        type="button"
        class="push bare"
        :aria-label="`Skip: ${words.what}`"
        @click="askWhy"
      >
        Skip
      </button>
      <template v-if="ordering">
        <button
          v-for="{ by, title, path, end } in moves"
          :key="title"
          type="button"
          class="push bare"
          :disabled="end"
          :aria-label="`${title}: ${words.what}`"
          @click="emit('move', by)"
        >
          <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="path" /></svg>
        </button>
      </template>
      <button
        v-if="item.added"
        type="button"
        class="push bare"
        :aria-label="`Take out: ${words.what}`"
        @click="emit('remove')"
      >
        <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiClose" /></svg>
      </button>
    </span>
    <form v-if="why !== null" class="reason" @submit.prevent="skip">
      <label
        >Why? <input ref="field" v-model="why" maxlength="200" @keydown.esc="why = null"
      /></label>
      <button type="submit" class="push">Skip it</button>
      <button type="button" class="push bare" @click="why = null">Cancel</button>
    </form>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
  border-bottom: 1px solid var(--line);
}
.tick {
  display: grid;
  grid-template-columns: 2rem minmax(0, 1fr);
  gap: 0.6rem;
  align-items: center;
  min-height: 56px;
  padding: 0.4rem 0;
  text-align: left;
}
.tick svg {
  width: 26px;
  fill: var(--muted);
}
.done .tick svg {
  fill: var(--ok);
}
.skipped .tick svg {
  fill: var(--near);
}
.what {
  color: var(--bright);
}
.done .what,
.skipped .what {
  color: var(--muted);
}
.why {
  display: block;
  max-width: 62ch;
}
.acts {
  display: flex;
  align-items: center;
}
.acts svg {
  width: 18px;
  fill: currentColor;
}
.reason {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  align-items: center;
  padding: 0 0 0.6rem 2.6rem;
}
input {
  min-height: 40px;
  width: 16rem;
  max-width: 60vw;
  padding: 0 0.5rem;
  color: var(--bright);
  background: var(--well);
  border: 1px solid var(--rule);
}
@media (max-width: 760px) {
  .acts .push {
    min-height: 56px;
    min-width: 44px;
  }
}
</style>
