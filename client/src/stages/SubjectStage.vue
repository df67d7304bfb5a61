<script setup lang="ts">
/**
 * What is photographed, what must be sharp, what stands behind, and the light that is already
 * there.
 */
import { computed } from 'vue'
import { BLACK_TARGETS, DAYLIGHT_TARGETS } from '@core/ambient/blackScale'
import type { Plan } from '@core/plan/plan'
import {
  BACKGROUND_REFLECTANCES,
  SUBJECT_REFLECTANCES,
  VAPOUR_REFLECTANCE
} from '@core/plan/reflectance'
import AmbientAge from '@/instruments/AmbientAge.vue'
import AmbientReading from '@/instruments/AmbientReading.vue'
import ProfileEditor from '@/instruments/ProfileEditor.vue'
import ReflectanceField from '@/instruments/ReflectanceField.vue'
import BackgroundGoal from '@/instruments/BackgroundGoal.vue'
import StepField from '@/instruments/StepField.vue'
import SubjectDrawing from '@/instruments/SubjectDrawing.vue'
import { usePlan } from '@/stores/plan'
import { stops } from '@/words/format'
import { BLACK_NAMES, FINISH_NAMES, LOOK_NAMES, SHAPE_NAMES } from '@/words/names'
import SubjectLook from './SubjectLook.vue'
import SurroundFields from './SurroundFields.vue'

const store = usePlan()
const plan = computed(() => store.plan!)
const listed = (names: Record<string, string>) =>
  Object.entries(names).map(([value, title]) => ({ value, title }))
const looks = Object.entries(LOOK_NAMES).map(([value, { name }]) => ({ value, title: name }))
const shapes = listed(SHAPE_NAMES)
const finishes = listed(FINISH_NAMES)
const goal = computed(() => plan.value.goals.backgroundStops)
const targets = computed(() =>
  plan.value.look === 'daylight-fill' ? DAYLIGHT_TARGETS : BLACK_TARGETS
)
/** A lower limit keeps its distance to the upper one. */
const setTarget = (stopsWanted: number): void =>
  void store.update('how black', ({ goals }) => {
    const least = goals.backgroundLeastStops
    if (least !== null) goals.backgroundLeastStops = least + stopsWanted - goals.backgroundStops
    goals.backgroundStops = stopsWanted
  })
/** What a thing of a shape is mostly made of; the others keep their finish. */
const FINISH_OF: Partial<Record<Plan['subject']['shape'], Plan['subject']['finish']>> = {
  vessel: 'clear',
  coin: 'metal',
  movement: 'metal',
  beetle: 'gloss',
  crab: 'gloss'
}
/** Vapour starts with what vapour sends back, metal with a polish. */
const setShape = (shape: Plan['subject']['shape']): void =>
  void store.update('shape', ({ subject }) => {
    if (shape === subject.shape) return
    if (shape === 'plume') subject.reflectance = VAPOUR_REFLECTANCE
    subject.finish = FINISH_OF[shape] ?? subject.finish
    if (subject.finish === 'metal' && subject.roughness === 0) subject.roughness = 0.15
    subject.shape = shape
  })
const MEDIA = [
  { value: 'air', title: 'Air' },
  { value: 'water', title: 'Water' }
]
</script>

<template>
  <div class="stage subject-stage">
    <h1 class="hidden-label">Subject</h1>
    <section class="group long" aria-labelledby="subject-title">
      <h2 id="subject-title">The subject</h2>
      <v-select
        :model-value="plan.look"
        :items="looks"
        item-value="value"
        item-title="title"
        label="Look"
        @update:model-value="store.set('look', $event, 'look')"
      />
      <div class="pair">
        <v-select
          :model-value="plan.subject.shape"
          :items="shapes"
          item-value="value"
          item-title="title"
          label="Shape"
          :menu-props="{ maxHeight: 560 }"
          @update:model-value="setShape($event)"
        />
        <v-select
          :model-value="plan.subject.finish"
          :items="finishes"
          item-value="value"
          item-title="title"
          label="Finish"
          @update:model-value="store.set('subject.finish', $event, 'finish')"
        />
      </div>
      <v-select
        :model-value="plan.medium"
        :items="MEDIA"
        item-value="value"
        item-title="title"
        label="Stands in"
        @update:model-value="store.set('medium', $event, 'medium')"
      />
      <StepField path="subject.widthMm" kind="length" label="Width" />
      <StepField path="subject.heightMm" kind="length" label="Height" />
      <StepField
        v-if="plan.subject.shape !== 'sheet'"
        path="subject.depthMm"
        kind="length"
        label="Front to back"
      />
      <StepField
        v-if="plan.subject.shape !== 'plume'"
        path="subject.rotationDeg"
        kind="angle"
        label="Rotation"
        help="About the subject’s upright axis. 0° faces the camera."
      />
      <StepField
        path="subject.sharpDepthMm"
        kind="length"
        label="Depth needed"
        help="How much of it, front to back, must be sharp. Under Focus the depth of field is held against this."
      />
      <ReflectanceField
        path="subject.reflectance"
        :presets="SUBJECT_REFLECTANCES"
        label="Surface"
      />
      <StepField
        path="subject.speedMmS"
        kind="speed"
        label="Speed"
        help="How fast the moving part goes. 0 for a still subject; direction and presets under Freeze."
      />
      <SubjectLook />
      <h2>Goals for the subject</h2>
      <StepField
        path="goals.subjectStops"
        kind="stops"
        label="Subject level"
        help="Level in stops against mid-grey: 0 shows the lit side as an 18 % card is shown."
      />
      <StepField path="goals.toleranceStops" kind="tolerance" label="Tolerance" />
      <StepField path="goals.blurPx" kind="pixels" label="Motion blur, at most" />
    </section>

    <section class="group scale" aria-labelledby="scale-title">
      <h2 id="scale-title" class="hidden-label">To scale</h2>
      <SubjectDrawing />
      <ProfileEditor v-if="plan.subject.shape === 'lathe' || plan.subject.shape === 'vessel'" />
    </section>

    <section class="group" aria-labelledby="background-title">
      <h2 id="background-title">The background</h2>
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
      <h2>How black</h2>
      <div class="targets" role="group" aria-label="How black">
        <button
          v-for="target in targets"
          :key="target.id"
          type="button"
          class="push"
          :class="{ main: Math.abs(goal - target.stops) < 1e-6 }"
          :aria-pressed="Math.abs(goal - target.stops) < 1e-6"
          :disabled="store.isLocked('goals.backgroundStops')"
          @click="setTarget(target.stops)"
        >
          {{ BLACK_NAMES[target.id] }} <span class="num">{{ stops(target.stops, 0) }}</span>
        </button>
      </div>
      <BackgroundGoal />
    </section>

    <section class="group long ambient" aria-labelledby="ambient-title">
      <h2 id="ambient-title">Ambient light</h2>
      <p class="lead small">
        Measured with the strobes off. Left empty, the black frame under Run measures it.
      </p>
      <AmbientAge />
      <AmbientReading place="subject" />
      <AmbientReading place="background" />
      <SurroundFields />
    </section>
  </div>
</template>

<style scoped>
.subject-stage {
  grid-template-columns: repeat(3, minmax(0, 1fr));
  grid-template-rows: auto 1fr;
  gap: 1.5rem 2.2rem;
}
.long {
  grid-row: 1 / 3;
}
.ambient {
  grid-column: 3;
}
.group h2:not(:first-child) {
  margin-top: 1.1rem;
}
.group > .v-input {
  padding: 0.2rem 0 0.4rem;
}
.pair {
  display: grid;
  grid-template-columns: 1.3fr 1fr;
  gap: 0.8rem;
  padding: 0.2rem 0;
}
.targets {
  display: flex;
  gap: 0.4rem;
  padding: 0.3rem 0;
  flex-wrap: wrap;
}
@media (max-width: 1100px) {
  .subject-stage {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .ambient {
    grid-area: auto;
  }
}
@media (max-width: 760px) {
  .subject-stage {
    grid-template: none / minmax(0, 1fr);
  }
  .long,
  .ambient {
    grid-area: auto;
  }
  .scale {
    order: -1;
  }
}
</style>
