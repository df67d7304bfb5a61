<script setup lang="ts">
/** How old the ambient readings are, and whether they should be taken again. */
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import { readingAges, stillAsRead } from '@core/plan/age'
import { usePlan } from '@/stores/plan'
import LightChange from '@/dusk/LightChange.vue'
import StepField from './StepField.vue'

const props = defineProps<{ brief?: boolean }>()
const store = usePlan()
const now = useNow({ interval: 20000 })
const ages = computed(() => readingAges(store.plan!, now.value.getTime()))
const due = computed(() => ages.value.filter((each) => each.due !== null))
/** A place, or a source by itself. */
const nameOf = (place: string): string =>
  store.plan!.ambient.sources.find(({ id }) => id === place)?.name ?? place
const said = (minutes: number | null): string =>
  minutes === null
    ? 'time not noted'
    : minutes < 1
      ? 'just now'
      : minutes < 90
        ? `${Math.round(minutes)} min ago`
        : minutes < 2880
          ? `${Math.round(minutes / 60)} h ago`
          : `${Math.round(minutes / 1440)} days ago`
const words = computed(() =>
  ages.value.map(({ place, minutes }) => `${nameOf(place)} ${said(minutes)}`).join(', ')
)
const why = computed(() =>
  due.value.some((each) => each.due === 'look')
    ? 'The look has changed since the ambient was read'
    : `Ambient drifts: it was read ${said(Math.max(...due.value.map((each) => each.minutes ?? 0)))}`
)
const still = (): void =>
  void store.replace(stillAsRead(store.plan!, new Date().toISOString()), 'ambient still the same')
</script>

<template>
  <LightChange v-if="store.plan!.falling" />
  <div
    v-if="ages.length && (!props.brief || due.length)"
    class="age small"
    :data-due="due.length > 0"
  >
    <p v-if="due.length" class="near" role="status">
      ▲ {{ why }}. Take the black frame again, or say that nothing has changed.
    </p>
    <p v-if="!brief" class="muted">Ambient read: {{ words }}.</p>
    <button v-if="due.length" type="button" class="push bare" @click="still">
      Nothing has changed
    </button>
    <StepField
      v-if="!brief && store.plan!.ambient.recheckMinutes !== null"
      path="ambient.recheckMinutes"
      kind="minutes"
      label="Re-check after"
      no-lock
    />
    <button
      v-if="!brief"
      type="button"
      class="push bare"
      @click="
        store.set(
          'ambient.recheckMinutes',
          store.plan!.ambient.recheckMinutes === null ? 30 : null,
          're-check'
        )
      "
    >
      {{ store.plan!.ambient.recheckMinutes === null ? 'Remind me to re-check' : 'Never remind' }}
    </button>
  </div>
</template>

<style scoped>
.age {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 1rem;
}
.push {
  min-height: 30px;
  font-size: 0.8125rem;
}
@media (pointer: coarse), (max-width: 760px) {
  .push {
    min-height: 44px;
  }
}
</style>
