<script setup lang="ts">
/**
 * Two marks on a picture of a ruler, what lies between them in life, and the magnification that
 * follows.
 */
import { useObjectUrl } from '@vueuse/core'
import { computed, ref, useId } from 'vue'
import { magnificationFromRuler } from '@core/optics/ruler'
import { parseLength } from '@core/scales/parse'
import { sensorInUse } from '@core/plan/lensInUse'
import { magnificationsOf } from '@core/plan/portInUse'
import { api } from '@/api/client'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { mm, ratio } from '@/words/format'
import MarksPicture from '@/instruments/MarksPicture.vue'
import type { PicturePoint } from '@/instruments/picturePoint'

const emit = defineEmits<{ done: [] }>()
const store = usePlan()
const frames = useFrames()
const field = useId()
const file = ref<Blob>()
const fileUrl = useObjectUrl(file)
const logged = computed(() => (frames.records ?? []).filter((record) => record.hasImage))
const picked = ref<string | null>(null)
const url = computed(
  () => fileUrl.value ?? (picked.value ? api.imageUrl(frames.shootId, picked.value) : null)
)
const failure = ref('')
const marks = ref<readonly PicturePoint[]>([
  { x: 0.25, y: 0.5 },
  { x: 0.75, y: 0.5 }
])
const length = ref('10 mm')
const lengthMm = computed(() => parseLength(length.value))
const found = computed(() => {
  if (!lengthMm.value || lengthMm.value <= 0) return null
  const [a, b] = marks.value as readonly [PicturePoint, PicturePoint]
  if (Math.hypot(a.x - b.x, a.y - b.y) < 0.002) return null
  const frame = sensorInUse(store.plan!)
  return magnificationFromRuler(a.x - b.x, a.y - b.y, frame.width, frame.height, lengthMm.value)
})
const beyond = computed(
  () =>
    found.value !== null &&
    (found.value > magnificationsOf(store.plan!)[1] * 1.02 || found.value > 20)
)
const choose = (event: Event): void => {
  failure.value = ''
  file.value = (event.target as HTMLInputElement).files?.[0] ?? undefined
}
const use = (): void => {
  const faults = store.set(
    'focus.magnification',
    Number(found.value!.toPrecision(4)),
    'magnification from a ruler'
  )
  failure.value = faults[0]?.message ?? ''
  if (!faults.length) emit('done')
}
</script>

<template>
  <div class="ruler">
    <div class="pick">
      <label class="push"
        >Picture of a ruler<input
          type="file"
          accept="image/jpeg,image/png"
          class="hidden-label"
          @change="choose"
      /></label>
      <select v-if="logged.length" v-model="picked" aria-label="Or a logged frame">
        <option :value="null">or a logged frame</option>
        <option v-for="(record, i) in logged" :key="record.frame.id" :value="record.frame.id">
          {{ record.frame.fileName ?? `frame ${i + 1}` }}
        </option>
      </select>
    </div>
    <template v-if="url">
      <MarksPicture
        v-model="marks"
        :url="url"
        alt="The ruler"
        :names="['Mark 1', 'Mark 2']"
        :lines="[[0, 1]]"
        @unreadable="failure = 'This file is no picture the browser can show.'"
      />
      <p class="row">
        <label :for="field">Between the marks</label>
        <input :id="field" v-model="length" class="num" maxlength="20" :aria-invalid="!lengthMm" />
        <span v-if="!lengthMm" role="alert" class="miss small">a length: 10 mm or 1 cm</span>
        <template v-else-if="found"
          ><span
            >is magnification <b class="num bright" data-ruler>{{ ratio(found) }}</b></span
          ><span class="small muted"
            >field {{ mm(sensorInUse(store.plan!).width / found) }} wide</span
          ></template
        >
      </p>
      <p v-if="beyond" class="near small">
        More than this lens is said to focus: check the length, or what is screwed to the lens.
      </p>
      <div>
        <button type="button" class="push main" :disabled="!found || found > 20" @click="use">
          Use it
        </button>
      </div>
    </template>
    <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
    <p class="small muted">The picture must be uncropped.</p>
  </div>
</template>

<style scoped>
.ruler {
  display: grid;
  gap: 0.4rem;
  padding: 0.4rem 0 0.6rem;
}
.pick,
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 0.8rem;
  align-items: center;
}
label.push:focus-within {
  outline: 2px solid var(--accent);
}
select,
.row input {
  background: transparent;
  border: 0;
  border-bottom: 1px solid var(--rule);
  height: 34px;
  color: var(--text);
}
select option {
  background: var(--raised);
}
.row input {
  width: 6rem;
  text-align: center;
  color: var(--bright);
}
</style>
