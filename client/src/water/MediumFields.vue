<script setup lang="ts">
/** What the set stands in: air, or water with what is in it and how deep the subject lies. */
import { computed } from 'vue'
import { redWays } from '@core/advise/redWay'
import { channelLosses } from '@core/medium/red'
import { daylight, DAYLIGHT_K } from '@core/colour/sources'
import { AS_DAYLIGHT } from '@core/colour/balance'
import { AIR, typicalWater, WATERS, type Water, type WaterName } from '@core/medium/water'
import type { Fault } from '@core/plan/open'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { metres, plain } from '@/words/format'
import { redWords, WATER_NAMES } from '@/words/water'
import FromSurface from './FromSurface.vue'
import WaterFromCard from './WaterFromCard.vue'

const store = usePlan()
const plan = computed(() => store.plan!)
const water = computed<Water | null>(() =>
  plan.value.medium.kind === 'air' ? null : plan.value.medium
)
const MEDIA = [
  { value: 'air', title: 'Air' },
  { value: 'fresh', title: 'Fresh water' },
  { value: 'sea', title: 'Sea water' }
]
const waters = WATERS.map((value) => ({ value, title: WATER_NAMES[value] }))

const setKind = (kind: 'air' | Water['kind']): void =>
  void store.set(
    'medium',
    kind === 'air' ? AIR : water.value ? { ...water.value, kind } : typicalWater(kind),
    'what it stands in'
  )
const change = (part: Partial<Water>, about: string): readonly Fault[] =>
  store.set('medium', { ...water.value!, ...part }, about)
/** Another kind of water brings its own typical figures. */
const setWater = (name: WaterName): void =>
  void store.set(
    'medium',
    { ...typicalWater(water.value!.kind, name), depthM: water.value!.depthM },
    'what is in the water'
  )
const aMetre = computed(() => {
  if (!water.value) return ''
  const [red, green, blue] = channelLosses(water.value, daylight(DAYLIGHT_K), 1, AS_DAYLIGHT)
  const lost = (stops: number): string =>
    stops > -0.005 ? 'none' : Number.isFinite(stops) ? plain(-stops, 2) : 'all'
  return `A metre takes ${lost(red)} stop of red, ${lost(green)} of green, ${lost(blue)} of blue.`
})
const reds = computed(() => redWays(plan.value))
</script>

<template>
  <div class="medium">
    <v-select
      :model-value="plan.medium.kind"
      :items="MEDIA"
      item-value="value"
      item-title="title"
      label="Stands in"
      @update:model-value="setKind($event)"
    />
    <template v-if="water">
      <v-select
        :model-value="water.water"
        :items="waters"
        item-value="value"
        item-title="title"
        label="What is in the water"
        @update:model-value="setWater($event)"
      />
      <StepField
        kind="perMetre"
        label="Extra attenuation"
        :value="water.extraPerM"
        :set="(extraPerM) => change({ extraPerM }, 'extra attenuation')"
        :note="aMetre"
        help="What this water takes of green light (550 nm) a metre, beyond what pure water does. Typical figures are right to a factor of two; a card at two distances in one frame, below, says what it is."
        no-lock
      />
      <StepField
        kind="perMetre"
        label="Scattering"
        :value="water.scatterPerM"
        :set="(scatterPerM) => change({ scatterPerM }, 'scattering')"
        help="How much what floats in it turns light aside, a metre. It makes the veil and the specks a strobe lights between port and subject; the Checks under Light say how bright they come out. Typical figures are right to a factor of two."
        no-lock
      />
      <StepField
        kind="depth"
        label="Subject’s depth"
        :value="water.depthM"
        :set="(depthM) => change({ depthM }, 'depth')"
        help="Under the surface. Daylight comes down through so much water before it falls on the subject: its colour follows from that."
        no-lock
      />
      <ul class="reds small" aria-label="Red that is left">
        <li v-for="each in reds" :key="each.id" :class="{ near: each.behindStops > 1 }">
          {{ redWords(each) }}
        </li>
        <li v-if="reds[0]" class="muted">
          From the port: {{ metres(reds[0].backM) }} to the subject.
        </li>
      </ul>
      <FromSurface :water="water" />
      <WaterFromCard :water="water" />
    </template>
  </div>
</template>

<style scoped>
.medium > .v-input {
  padding: 0.2rem 0 0.4rem;
}
.reds {
  list-style: none;
  padding: 0.2rem 0 0.4rem;
  margin: 0;
  display: grid;
  gap: 0.2rem;
}
</style>
