<script setup lang="ts">
/** Patches with names of the user's own: kept with the frame, carried along to the next. */
import { ref, useId, watch } from 'vue'
import type { PatchLevel } from '@core/measure/patch'
import { MOST_MARKS, type FrameMark } from '@core/run/frame'
import { limitSign, stops } from '@/words/format'
import type { PatchSpot } from './PatchPicture.vue'
import type { Reading } from './useReading'

const props = defineProps<{
  marks: readonly FrameMark[]
  spot: PatchSpot
  reading: Reading
}>()
const emit = defineEmits<{ keep: [marks: FrameMark[]]; pick: [mark: FrameMark] }>()
const id = useId()
const name = ref('')
const error = ref('')

const levels = ref<readonly PatchLevel[]>([])
let newest: unknown = null
watch(
  () => [props.marks, props.reading.means.value] as const,
  async (asked) => {
    newest = asked
    const [marks] = asked
    const found = marks.length ? await props.reading.levels(marks).catch(() => []) : []
    if (newest === asked) levels.value = found
  },
  { immediate: true }
)
const shown = (i: number): string => {
  const level = levels.value[i]
  return level ? limitSign(level.limit) + stops(level.level) : '…'
}

const keep = (): void => {
  const named = name.value.trim()
  const others = props.marks.filter((mark) => mark.name !== named)
  error.value = !named
    ? 'a name is needed'
    : others.length >= MOST_MARKS
      ? `${MOST_MARKS} marks at most`
      : ''
  if (error.value) return
  const { x, y, radius } = props.spot
  emit('keep', [...others, { name: named, x, y, radius }])
  name.value = ''
}
const drop = (mark: FrameMark): void =>
  emit(
    'keep',
    props.marks.filter((each) => each !== mark)
  )
</script>

<template>
  <div class="marks small">
    <ul v-if="marks.length" aria-label="Named marks">
      <li v-for="(mark, i) in marks" :key="mark.name" :data-mark="mark.name">
        <button type="button" class="name" @click="emit('pick', mark)">{{ mark.name }}</button>
        <span class="num">{{ shown(i) }}</span>
        <button
          type="button"
          class="push bare"
          :aria-label="`Drop the mark ${mark.name}`"
          @click="drop(mark)"
        >
          Drop
        </button>
      </li>
    </ul>
    <form novalidate @submit.prevent="keep">
      <label :for="id">Name this patch</label>
      <input
        :id="id"
        v-model="name"
        maxlength="40"
        autocomplete="off"
        :aria-invalid="error !== ''"
        :aria-describedby="`${id}-says`"
        @input="error = ''"
      />
      <button type="submit" class="push">Keep it</button>
      <span
        :id="`${id}-says`"
        :class="error ? 'miss' : 'muted'"
        :role="error ? 'alert' : undefined"
      >
        {{ error || 'It is carried along to the next frames.' }}
      </span>
    </form>
  </div>
</template>

<style scoped>
.marks {
  display: grid;
  gap: 0.4rem;
  max-width: 520px;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 0.8rem;
  align-items: center;
  border-bottom: 1px solid var(--line);
}
.name {
  min-height: 36px;
  text-align: left;
}
.name:hover {
  color: var(--bright);
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 0.7rem;
  align-items: center;
}
input {
  width: 9rem;
  height: 40px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: transparent;
}
@media (pointer: coarse), (max-width: 760px) {
  .name,
  .push {
    min-height: 44px;
  }
}
</style>
