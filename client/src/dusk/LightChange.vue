<script setup lang="ts">
/** By how much the light behind has changed since it was read, by its course. */
import { computed } from 'vue'
import { changeBetween, evAt } from '@core/advise/course'
import { usePlan } from '@/stores/plan'
import { changeOfLight, minuteOf } from '@/words/dusk'
import { useCourse } from './useCourse'

const store = usePlan()
const { course, at } = useCourse(10_000)
/** Less than this nobody minds, stops. */
const MINDED = 0.3
const change = computed(() => {
  const read = store.plan?.ambient.background?.takenAt
  if (!course.value || !read) return null
  const by = changeBetween(course.value, Date.parse(read), at.value)
  return by !== null && Math.abs(by) >= MINDED ? { by, since: Date.parse(read) } : null
})
/** What the course says of this moment, in place of the reading. */
const take = (): void => {
  const ev = course.value && evAt(course.value, at.value)
  if (ev === null || !store.plan) return
  store.set(
    'ambient.background',
    {
      value: { kind: 'ev', ev: Number(ev.toFixed(2)) },
      limit: 'exact',
      via: 'lens',
      atMagnification: store.plan.focus.magnification,
      takenAt: new Date(at.value).toISOString(),
      look: store.plan.look
    },
    'ambient by the course of the light'
  )
}
</script>

<template>
  <p v-if="change" class="near small" role="status" data-light-change>
    ▲ By its course the light behind has {{ changeOfLight(change.by) }} since it was read at
    {{ minuteOf(change.since) }}.
    <button type="button" class="push bare" @click="take">Take what the course says now</button>
  </p>
</template>
