<script setup lang="ts">
/** What is photographed, what must be sharp, what stands behind, and the light that is already there. */
import { computed } from 'vue'
import { BLACK_TARGETS, levelTo8Bit } from '@core/ambient/blackScale'
import { GROUND_REFLECTANCES, SUBJECT_REFLECTANCES } from '@core/plan/reflectance'
import AmbientReading from '@/instruments/AmbientReading.vue'
import ReflectanceField from '@/instruments/ReflectanceField.vue'
import SetSketch from '@/instruments/SetSketch.vue'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { stops } from '@/words/format'
import { BLACK_NAMES } from '@/words/names'

const store = usePlan()
const plan = computed(() => store.plan!)
const goal = computed(() => plan.value.goals.groundStops)
</script>

<template>
  <div class="stage subject-stage">
    <h1 class="hidden-label">Subject</h1>
    <section class="group" aria-labelledby="subject-title">
      <h2 id="subject-title">The subject</h2>
      <StepField path="subject.widthMm" kind="length" label="Width" />
      <StepField path="subject.heightMm" kind="length" label="Height" />
      <StepField path="subject.sharpDepthMm" kind="length" label="Must be sharp over" help="Depth, front to back, that has to come out sharp. The Focus stage holds the depth of field against it." />
      <ReflectanceField path="subject.reflectance" :presets="SUBJECT_REFLECTANCES" label="Made of" />
      <StepField path="subject.speedMmS" kind="speed" label="Speed across" help="How fast the moving part crosses the frame. 0 for a still subject." />
      <h2>What you want of it</h2>
      <StepField path="goals.subjectStops" kind="stops" label="Subject at" help="Level in stops against mid-grey: 0 shows the lit side as an 18 % card is shown." />
      <StepField path="goals.toleranceStops" kind="tolerance" label="Give or take" />
      <StepField path="goals.blurPx" kind="pixels" label="Blur allowed" />
    </section>

    <section class="group" aria-labelledby="ground-title">
      <h2 id="ground-title">The ground behind</h2>
      <StepField path="ground.distanceMm" kind="length" label="Behind the subject" />
      <ReflectanceField path="ground.reflectance" :presets="GROUND_REFLECTANCES" label="Made of" />
      <h2>How black it must be</h2>
      <div class="targets" role="group" aria-label="How black">
        <button
          v-for="target in BLACK_TARGETS" :key="target.id" type="button" class="push" :class="{ main: Math.abs(goal - target.stops) < 1e-6 }" :aria-pressed="Math.abs(goal - target.stops) < 1e-6"
          :disabled="store.isLocked('goals.groundStops')" @click="store.set('goals.groundStops', target.stops, 'how black')"
        >
          {{ BLACK_NAMES[target.id] }} <span class="num">{{ stops(target.stops, 0) }}</span>
        </button>
      </div>
      <StepField path="goals.groundStops" kind="stops" label="Ground at most" :note="`A grey card at ${stops(goal)} is ${levelTo8Bit(goal)} of 255 in the file.`" help="Level in stops against mid-grey. −3 is dark but there, −5 near black, −7 black in an 8-bit file." />
      <SetSketch class="sketch" :height="170" />
    </section>

    <section class="group" aria-labelledby="ambient-title">
      <h2 id="ambient-title">Light already there</h2>
      <p class="lead small">With the strobe off. Skip it and the black frame in Run will measure it for you.</p>
      <AmbientReading place="subject" />
      <AmbientReading place="ground" />
    </section>
  </div>
</template>

<style scoped>
.subject-stage { grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 1.5rem 2.2rem; }
.group h2:not(:first-child) { margin-top: 1.1rem; }
.targets { display: flex; gap: 0.4rem; padding: 0.3rem 0; flex-wrap: wrap; }
.sketch { margin-top: 1.2rem; }
@media (max-width: 1100px) {
  .subject-stage { grid-template-columns: repeat(2, minmax(0, 1fr)); }
}
@media (max-width: 760px) {
  .subject-stage { grid-template-columns: minmax(0, 1fr); }
}
</style>
