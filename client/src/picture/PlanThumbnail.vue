<script setup lang="ts">
/** A plan as a small picture, traced once it comes into sight; until then whatever is put inside. */
import { useIntersectionObserver } from '@vueuse/core'
import { onBeforeUnmount, ref, shallowRef, useTemplateRef, watch } from 'vue'
import type { Plan } from '@core/plan/plan'
import { usePicture } from '@/stores/picture'
import { thumbnail, type ThumbnailSize } from './thumbnails'
import { useAsked } from './useAsked'

const props = defineProps<{
  /** or what fetches it, asked when it is needed */
  plan: Plan | (() => Promise<Plan>)
  label: string
  size?: ThumbnailSize
  /** traced on a phone too */
  wanted?: boolean
}>()
const store = usePicture()
const { asked } = useAsked()
const box = useTemplateRef<HTMLElement>('box')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const seen = ref(false)
const image = shallowRef<ImageData | null>(null)
let left = false
useIntersectionObserver(box, ([entry]) => (seen.value ||= entry?.isIntersecting ?? false))

watch(
  [() => props.plan, seen, () => (asked.value || props.wanted) && !store.paused],
  async ([plan, inSight, wished]) => {
    if (!inSight || !wished) return
    const still = (): boolean => !left && props.plan === plan
    try {
      const made = await thumbnail(
        typeof plan === 'function' ? await plan() : plan,
        still,
        props.size
      )
      if (made && still()) image.value = made
    } catch {
      // What stands inside stays.
    }
  }
)
watch(
  [image, canvas],
  () => image.value && canvas.value?.getContext('2d')?.putImageData(image.value, 0, 0),
  { flush: 'post' }
)
onBeforeUnmount(() => (left = true))
</script>

<template>
  <span ref="box" class="box">
    <canvas
      v-if="image"
      ref="canvas"
      :width="image.width"
      :height="image.height"
      :role="label ? 'img' : undefined"
      :aria-label="label || undefined"
      :aria-hidden="label ? undefined : true"
      data-thumbnail
    />
    <slot v-else />
  </span>
</template>

<style scoped>
.box,
canvas {
  display: block;
  width: 100%;
}
canvas {
  background: #000;
}
</style>
