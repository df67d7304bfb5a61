<script setup lang="ts">
/** What stands behind the subject: where, how large, of what, and how ambient falls on it. */
import { computed, ref } from 'vue'
import { BACKGROUND_REFLECTANCES } from '@core/plan/reflectance'
import MeasuredColour from '@/colour/MeasuredColour.vue'
import ColourField from '@/instruments/ColourField.vue'
import ReflectanceField from '@/instruments/ReflectanceField.vue'
import StepField from '@/instruments/StepField.vue'
import { printOf } from '@/instruments/pixels'
import { usePlan } from '@/stores/plan'

const store = usePlan()
const background = computed(() => store.plan!.background)
const failure = ref('')
async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  failure.value = ''
  try {
    const { widthMm, heightMm } = background.value
    const pixels = await printOf(file, widthMm / heightMm)
    store.set('background.picture', { name: file.name.slice(0, 120), pixels }, 'background picture')
  } catch (error) {
    failure.value = (error as Error).message
  }
}
</script>

<template>
  <StepField
    path="background.distanceMm"
    kind="length"
    label="Distance behind"
    help="Along the lens axis, from the focus point."
  />
  <StepField path="background.widthMm" kind="length" label="Background width" />
  <StepField path="background.heightMm" kind="length" label="Background height" />
  <StepField
    path="background.tiltDeg"
    kind="angle"
    label="Leans back"
    help="0° is square to the lens."
  />
  <ReflectanceField
    path="background.reflectance"
    :presets="BACKGROUND_REFLECTANCES"
    label="Surface"
  />
  <ColourField
    v-if="!background.picture && !background.measured"
    path="background.colour"
    label="Background colour"
    optional
    help="Its hue only. How light it is follows from its reflectance, as the sum counts it."
  />
  <MeasuredColour v-if="!background.picture" path="background" about="the background" />
  <div class="print">
    <label class="push"
      >{{ background.picture ? 'Another picture on it' : 'A picture on it'
      }}<input type="file" accept="image/*" class="hidden-label" @change="read"
    /></label>
    <button
      v-if="background.picture"
      type="button"
      class="push bare"
      @click="store.set('background.picture', null, 'background picture')"
    >
      Plain again
    </button>
    <p class="small muted" data-print>
      <template v-if="background.picture">{{ background.picture.name }}: </template>printed all over
      it, as light on the mean as its reflectance says.
    </p>
  </div>
  <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
  <StepField
    path="background.gradientStops"
    kind="stops"
    label="Ambient across it"
    help="How much more ambient falls on one edge than on the other, in even stops; its middle gets what was read. A window to one side, a sky that pales downwards."
  />
  <StepField
    v-if="background.gradientStops !== 0"
    path="background.gradientDeg"
    kind="angle"
    label="Brighter toward"
    help="As the lens sees it: 0° right, 90° top, 180° left, −90° bottom."
  />
</template>

<style scoped>
.print {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 0.6rem;
  align-items: center;
  padding: 0.3rem 0;
}
.print p {
  flex-basis: 100%;
}
</style>
