<script setup lang="ts">
/** Where and when, what lights the background, how bright it is to be. */
import { computed, ref } from 'vue'
import { SKY_LIGHTS } from '@core/ambient/twilight'
import type { Falling } from '@core/plan/plan'
import ChoiceChips from '@/instruments/ChoiceChips.vue'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { BRACKETS, BRACKET_WORDS, SKY_WORDS } from '@/words/dusk'
import { keepGround } from './start'

const store = usePlan()
const falling = computed(() => store.plan!.falling!)
const says = ref('')
const put = (part: Partial<Falling>, label: string): void =>
  void store.set('falling', { ...falling.value, ...part }, label)
const dayFault = ref('')
const setDay = (date: string): void => {
  const faults = store.set('falling', { ...falling.value, date }, 'day')
  dayFault.value = faults.length ? 'a day is needed' : ''
}
const way = computed({
  get: () => falling.value.way,
  set: (value) => put({ way: value }, 'dusk or dawn')
})
const bracket = computed({
  get: () =>
    (Object.keys(BRACKETS) as (keyof typeof BRACKETS)[]).find(
      (key) => Math.abs(BRACKETS[key] - falling.value.bracketStops) < 0.01
    )!,
  set: (value) => put({ bracketStops: BRACKETS[value] }, 'bracket')
})
const lights = SKY_LIGHTS.map((value) => ({ value, title: SKY_WORDS[value] }))
const canLocate = 'geolocation' in navigator && isSecureContext
const round = (value: number): number => Math.round(value * 1e4) / 1e4
const locate = (): void => {
  says.value = 'asking the browser …'
  navigator.geolocation.getCurrentPosition(
    ({ coords }) => {
      const ground = { latitudeDeg: round(coords.latitude), longitudeDeg: round(coords.longitude) }
      says.value = ''
      put(ground, 'place')
      keepGround(ground)
    },
    () => (says.value = 'The browser does not tell where this is: type it.'),
    { timeout: 15_000, maximumAge: 600_000 }
  )
}
const setGround = (key: 'latitudeDeg' | 'longitudeDeg', value: number) => {
  const faults = store.set(`falling.${key}`, value, 'place')
  if (faults.length === 0) keepGround(falling.value)
  return faults
}
</script>

<template>
  <section class="group" aria-labelledby="setup-title">
    <h2 id="setup-title">Where, when, how bright</h2>
    <ChoiceChips
      v-model="way"
      label="Dusk or dawn"
      :options="[
        { value: 'dusk', title: 'Dusk' },
        { value: 'dawn', title: 'Dawn' }
      ]"
    />
    <v-text-field
      :model-value="falling.date"
      type="date"
      label="Day"
      :error-messages="dayFault"
      @change="setDay(($event.target as HTMLInputElement).value)"
    />
    <StepField
      path="falling.latitudeDeg"
      kind="latitude"
      label="Latitude"
      :set="(value) => setGround('latitudeDeg', value)"
      no-lock
    />
    <StepField
      path="falling.longitudeDeg"
      kind="longitude"
      label="Longitude"
      :set="(value) => setGround('longitudeDeg', value)"
      no-lock
    />
    <button v-if="canLocate" type="button" class="push bare" @click="locate">
      Take the place from the browser
    </button>
    <p v-if="says" role="status" class="small">{{ says }}</p>
    <v-select
      :model-value="falling.lights"
      :items="lights"
      item-value="value"
      item-title="title"
      label="What lights the background"
      @update:model-value="put({ lights: $event }, 'what lights it')"
    />
    <StepField
      path="falling.levelStops"
      kind="stops"
      label="Background at"
      help="0 is as bright as mid-grey; one to two stops under is common for dusk. Aperture and strobe stay, the shutter follows."
      no-lock
    />
    <ChoiceChips v-model="bracket" label="Bracket" :options="BRACKET_WORDS" />
  </section>
</template>

<style scoped>
.group {
  gap: 0.5rem;
}
</style>
