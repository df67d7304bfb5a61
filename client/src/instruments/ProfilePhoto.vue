<script setup lang="ts">
/** A photograph to trace an outline over: read, sized, taken away. It is not kept with the plan. */
import { onBeforeUnmount, ref } from 'vue'

interface Photo {
  readonly url: string
  readonly width: number
  readonly height: number
}
const photo = defineModel<Photo | null>('photo', { required: true })
const place = defineModel<{ x: number; y: number; size: number }>('place', { required: true })
const failure = ref('')

const drop = (): void => {
  if (photo.value) URL.revokeObjectURL(photo.value.url)
  photo.value = null
}
async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  failure.value = ''
  const url = URL.createObjectURL(file)
  const image = new Image()
  image.src = url
  try {
    await image.decode()
  } catch {
    URL.revokeObjectURL(url)
    failure.value = 'This is no picture the browser can read: use JPEG, PNG or WebP.'
    return
  }
  drop()
  place.value = { x: 0, y: 0, size: 1 }
  photo.value = { url, width: image.naturalWidth, height: image.naturalHeight }
}
onBeforeUnmount(drop)
</script>

<template>
  <div class="trace">
    <label class="push"
      >{{ photo ? 'Another photograph' : 'Trace a photograph'
      }}<input type="file" accept="image/*" class="hidden-label" @change="read"
    /></label>
    <template v-if="photo">
      <label class="size small"
        >Its size<input v-model.number="place.size" type="range" min="0.3" max="4" step="0.01"
      /></label>
      <button type="button" class="push bare" @click="drop">Take it away</button>
      <p class="small muted">
        Drag it until the thing stands on the line and is as high as the outline, then put the
        points on its edge. The photograph is not kept.
      </p>
    </template>
    <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
  </div>
</template>

<style scoped>
.trace {
  display: grid;
  gap: 0.4rem;
  justify-items: start;
}
.size {
  display: flex;
  align-items: center;
  gap: 0.5rem;
}
input[type='range'] {
  accent-color: var(--accent);
}
</style>
