<script setup lang="ts">
/**
 * How far ways may go: where each light may stand, what is in the bag, whether the shutter may pass
 * sync.
 */
import { computed, ref } from 'vue'
import { canShade } from '@core/plan/ambient'
import { shutterOf } from '@core/plan/shutterInUse'
import type { Light } from '@core/plan/plan'
import { parseStops } from '@core/scales/stops'
import StepField from '@/instruments/StepField.vue'
import { useKit } from '@/stores/kit'
import { usePlan } from '@/stores/plan'
import { plain } from '@/words/format'

const store = usePlan()
const kit = useKit()
const plan = computed(() => store.plan!)
const shutter = computed(() => shutterOf(plan.value))
const movable = computed(() => plan.value.lights.filter((light) => light.mount === 'stand'))
const setReach = ({ id, at: { distanceMm } }: Light, on: boolean): void => {
  store.set(
    `lights.${id}.reach`,
    on
      ? {
          nearMm: Math.max(5, Math.round(distanceMm / 2)),
          farMm: Math.min(20000, Math.round(distanceMm * 2)),
          swingDeg: 0
        }
      : null,
    on ? 'may move' : 'stays'
  )
}

const filters = computed(() => plan.value.bag.ndStops.map((each) => plain(each)).join(', '))
const typed = ref<string | null>(null)
const fault = ref('')
const setFilters = (text: string): void => {
  const parts = text
    .split(/[;,\s]+/)
    .filter(Boolean)
    .map((each) => parseStops(each))
  if (parts.some((each) => each === null)) {
    fault.value = 'not understood: type stops, such as 3, 6'
    return
  }
  const faults = store.set('bag.ndStops', [...new Set(parts)], 'ND filters')
  fault.value = faults[0]?.message ?? ''
  if (!faults.length) typed.value = null
}
const items = computed(() => {
  const gone = plan.value.bag.modifiers.filter(
    (each) => !kit.modifiers.some((known) => known.id === each.id)
  )
  return [...kit.modifiers, ...gone].map((each) => ({ value: each.id, title: each.name }))
})
const setModifiers = (ids: readonly string[]): void => {
  const all = [...kit.modifiers, ...plan.value.bag.modifiers]
  store.set(
    'bag.modifiers',
    ids.slice(0, 8).flatMap((id) => all.find((each) => each.id === id) ?? []),
    'modifiers in the bag'
  )
}
const noHighSpeedSync = computed(
  () => shutter.value.curtain === 'leaf' || !shutter.value.highSpeedSync
)
</script>

<template>
  <section class="group" aria-labelledby="bounds-title">
    <h2 id="bounds-title">Search space</h2>
    <p class="small muted">What the search may change. Whatever is locked stays as it is.</p>
    <div v-for="light in movable" :key="light.id" :class="`hue-${light.id}`" class="light">
      <div class="head">
        <span class="source-mark" aria-hidden="true">{{ light.id }}</span><v-switch
          :model-value="light.reach !== null"
          :label="`${light.name} may move`"
          @update:model-value="setReach(light, Boolean($event))"
        />
      </div>
      <template v-if="light.reach"
        ><StepField
          :path="`lights.${light.id}.reach.nearMm`"
          kind="length"
          :label="`${light.id} no nearer than`"
          no-lock /><StepField
          :path="`lights.${light.id}.reach.farMm`"
          kind="length"
          :label="`${light.id} no farther than`"
          no-lock /><StepField
          :path="`lights.${light.id}.reach.swingDeg`"
          kind="swing"
          :label="`${light.id} swings by at most`"
          help="How far it may go round the subject, up or down, or turn its head off it. 0: only nearer and farther."
          no-lock
      /></template>
    </div>
    <v-switch
      v-if="shutter.curtain !== 'leaf'"
      :model-value="plan.bag.aboveSync && !noHighSpeedSync"
      :disabled="noHighSpeedSync"
      label="Allow high-speed sync"
      :messages="noHighSpeedSync ? 'This camera has no high-speed sync.' : ''"
      @update:model-value="store.set('bag.aboveSync', Boolean($event), 'above sync')"
    />
    <v-text-field
      :model-value="typed ?? filters"
      label="ND filters in the bag, stops"
      placeholder="none"
      :error-messages="fault"
      maxlength="60"
      persistent-placeholder
      @update:model-value="typed = $event"
      @change="setFilters(($event.target as HTMLInputElement).value)"
    />
    <v-select
      :model-value="plan.bag.modifiers.map((each) => each.id)"
      :items="items"
      item-value="value"
      item-title="title"
      multiple
      chips
      closable-chips
      label="Modifiers in the bag"
      @update:model-value="setModifiers"
    />
    <StepField
      v-if="canShade(plan)"
      path="bag.shadeStops"
      kind="filter"
      label="Ambient that can be shaded"
      help="How many stops curtains, lamps switched off or a hood could take away at most."
      no-lock
    />
  </section>
</template>

<style scoped>
.light {
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.2rem;
}
.head {
  display: flex;
  align-items: center;
  gap: 0.5rem;
}
.group > :deep(.v-input) {
  padding: 0.35rem 0;
}
</style>
