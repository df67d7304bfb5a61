<script setup lang="ts">
/** What the subject or a prop is: its shape and finish, its size, what it throws back. */
import { computed } from 'vue'
import { glowsThrough, PROP_SHAPES, SHAPES, transmittanceOf, type Body } from '@core/plan/plan'
import { SUBJECT_REFLECTANCES } from '@core/plan/reflectance'
import ReflectanceField from '@/instruments/ReflectanceField.vue'
import StepField from '@/instruments/StepField.vue'
import { percent } from '@/words/format'
import { FINISH_NAMES, SHAPE_NAMES } from '@/words/names'
import { useBody, type BodyPath } from './useBody'

/** @prop about whose they are, said before each name; nothing for the subject */
const props = defineProps<{ path: BodyPath; about?: string }>()
const { body, setShape, setFinish } = useBody(() => props.path)
const named = computed(() => (label: string) => (props.about ? `${props.about}: ${label}` : label))
const shapes = computed(() =>
  (props.path === 'subject' ? SHAPES : PROP_SHAPES).map((value) => ({
    value,
    title: SHAPE_NAMES[value]
  }))
)
const finishes = computed(() =>
  (Object.keys(FINISH_NAMES) as Body['finish'][])
    .filter((finish) => finish !== 'translucent' || body.value.shape !== 'plume')
    .map((value) => ({ value, title: FINISH_NAMES[value] }))
)
const finish = computed(() => body.value.finish)
const thick = computed(() => glowsThrough(body.value))
const passes = computed(() => transmittanceOf(body.value))
const held = computed(() =>
  !thick.value && passes.value < body.value.transmittance
    ? `${percent(passes.value)}: the rest of the light is thrown back`
    : undefined
)
</script>

<template>
  <div class="body-fields">
    <div class="pair">
      <v-select
        :model-value="body.shape"
        :items="shapes"
        item-value="value"
        item-title="title"
        :label="named('Shape')"
        :menu-props="{ maxHeight: 720 }"
        @update:model-value="setShape($event as Body['shape'])"
      />
      <v-select
        :model-value="finish"
        :items="finishes"
        item-value="value"
        item-title="title"
        :label="named('Finish')"
        @update:model-value="setFinish($event as Body['finish'])"
      />
    </div>
    <StepField :about="about" :path="`${path}.widthMm`" kind="length" label="Width" />
    <StepField :about="about" :path="`${path}.heightMm`" kind="length" label="Height" />
    <StepField
      v-if="body.shape !== 'sheet'"
      :about="about"
      :path="`${path}.depthMm`"
      kind="length"
      label="Front to back"
    />
    <StepField
      v-if="body.shape !== 'plume'"
      :about="about"
      :path="`${path}.rotationDeg`"
      kind="angle"
      label="Rotation"
      help="About its upright axis. 0° faces the camera."
    />
    <slot />
    <ReflectanceField
      v-if="body.shape !== 'plume'"
      :path="`${path}.reflectance`"
      :presets="SUBJECT_REFLECTANCES"
      :label="named('Surface')"
      :about="about"
    />
    <StepField
      v-if="finish === 'translucent'"
      :about="about"
      :path="`${path}.transmittance`"
      kind="share"
      label="Lets through"
      :note="held"
      :help="
        thick
          ? 'What of light comes out at the other side of a layer as thick as the next line says, spread to all sides: wax 15 % through 10 mm, cloudy ice 40 %, a horn button 20 % through 3 mm. Hold a piece before a lamp and meter both sides.'
          : 'What of the light on its back comes out in front, spread to all sides: leaf 10 to 20 %, insect wing 40 to 60 %, thin paper 30 %.'
      "
    />
    <StepField
      v-if="thick"
      :about="about"
      :path="`${path}.layerMm`"
      kind="length"
      label="Through so much"
      help="A thicker part lets less through, a thinner one more: edges glow."
    />
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1.3fr 1fr;
  gap: 0.8rem;
  padding: 0.2rem 0;
}
</style>
