<script setup lang="ts">
/**
 * What is photographed, what must be sharp, what stands behind, and the light that is already
 * there.
 */
import { computed } from 'vue'
import { BLACK_TARGETS, DAYLIGHT_TARGETS } from '@core/ambient/blackScale'
import BodyFields from '@/body/BodyFields.vue'
import BodyLook from '@/body/BodyLook.vue'
import PropsList from '@/body/PropsList.vue'
import AmbientAge from '@/instruments/AmbientAge.vue'
import ReadingFields from '@/ambient/ReadingFields.vue'
import ProfileEditor from '@/instruments/ProfileEditor.vue'
import BackgroundGoal from '@/instruments/BackgroundGoal.vue'
import StepField from '@/instruments/StepField.vue'
import SubjectDrawing from '@/instruments/SubjectDrawing.vue'
import VapourFields from '@/vapour/VapourFields.vue'
import MediumFields from '@/water/MediumFields.vue'
import { usePlan } from '@/stores/plan'
import { stops } from '@/words/format'
import { BLACK_NAMES, LOOK_NAMES } from '@/words/names'
import BackgroundFields from './BackgroundFields.vue'
import SurroundFields from './SurroundFields.vue'

const store = usePlan()
const plan = computed(() => store.plan!)
const looks = Object.entries(LOOK_NAMES).map(([value, { name }]) => ({ value, title: name }))
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
      <MediumFields />
      <BodyFields path="subject">
        <StepField
          path="subject.sharpDepthMm"
          kind="length"
          label="Depth needed"
          help="How much of it, front to back, must be sharp. Under Focus the depth of field is held against this."
        />
        <StepField
          path="subject.speedMmS"
          kind="speed"
          label="Speed"
          help="How fast the moving part goes. 0 for a still subject; direction and presets under Freeze."
        />
      </BodyFields>
      <template v-if="plan.subject.shape !== 'plume'">
        <h2>What it looks like</h2>
        <BodyLook path="subject" />
      </template>
      <template v-else>
        <h2>How it scatters</h2>
        <VapourFields />
      </template>
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
      <ProfileEditor
        v-if="plan.subject.shape === 'lathe' || plan.subject.shape === 'vessel'"
        path="subject"
      />
      <PropsList />
    </section>

    <section class="group" aria-labelledby="background-title">
      <h2 id="background-title">The background</h2>
      <BackgroundFields />
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
      <ReadingFields path="ambient.subject" title="At the subject" about="ambient at the subject" />
      <ReadingFields
        path="ambient.background"
        title="At the background"
        about="ambient at the background"
      />
      <p v-if="store.plan!.ambient.sources.length" class="small muted">
        Of all that is not
        <router-link :to="{ name: 'dark', params: $route.params, hash: '#sources' }"
          >a source by itself</router-link
        >.
      </p>
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
