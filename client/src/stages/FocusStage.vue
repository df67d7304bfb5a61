<script setup lang="ts">
/**
 * Camera, lens, how large the subject is drawn, how deep it is sharp, and at which aperture it is
 * sharpest.
 */
import { computed, ref } from 'vue'
import { pixelPitchMm } from '@core/kit/kit'
import {
  blurCircleMm,
  depthOf,
  effectiveFNumberOf,
  endBlur,
  neededDepthMm,
  sharpStripMm
} from '@core/plan/lensInUse'
import BlurChart from '@/instruments/BlurChart.vue'
import FocusDrawing from '@/instruments/FocusDrawing.vue'
import StackPlan from '@/instruments/StackPlan.vue'
import StepField from '@/instruments/StepField.vue'
import FocusLoupes from '@/picture/FocusLoupes.vue'
import RulerMark from '@/run/RulerMark.vue'
import { usePlan } from '@/stores/plan'
import { mm, plain, px } from '@/words/format'
import LensFields from './LensFields.vue'

const store = usePlan()
const plan = computed(() => store.plan!)
const depth = computed(() => depthOf(plan.value))
const effective = computed(() => effectiveFNumberOf(plan.value))
const pitch = computed(() => pixelPitchMm(plan.value.camera))
const need = computed(() => neededDepthMm(plan.value))
const ends = computed(() => endBlur(plan.value, need.value))
const enough = computed(() => depth.value.totalMm >= need.value)
const ruler = ref(false)

const BLURS = [
  { value: 'pixels', title: 'Pixels of this camera' },
  { value: 'print', title: 'A print, by size and distance' },
  { value: 'circle', title: 'Circle on the sensor' }
]
const setBlur = (kind: string): void => {
  const circle = blurCircleMm(plan.value)
  const next =
    kind === 'pixels'
      ? {
          kind: 'pixels',
          pixels: Math.min(50, Math.max(0.5, Number((circle / pitch.value).toFixed(2))))
        }
      : kind === 'circle'
        ? { kind: 'circle', mm: Number(circle.toFixed(4)) }
        : { kind: 'print', printWidthMm: 300, viewingMm: 400 }
  store.set('focus.blur', next, 'blur criterion')
}
const circleWords = computed(
  () =>
    `${plain(blurCircleMm(plan.value) * 1000)} µm on the sensor, ` +
    `${px(blurCircleMm(plan.value) / pitch.value)}`
)
const leaning = computed(() => {
  if (plan.value.focus.tiltDeg < 0.05) return ''
  const strip = sharpStripMm(plan.value)
  return (
    `The tilt adds ${mm(need.value - plan.value.subject.sharpDepthMm)}: ` +
    `${mm(need.value)} are needed. ` +
    `${strip.whole ? 'All of it is sharp' : `Of a flat, a strip ${mm(strip.mm)} high is sharp`}.`
  )
})
</script>

<template>
  <div class="stage focus-stage">
    <h1 class="hidden-label">Focus</h1>
    <LensFields>
      <button type="button" class="push bare" :aria-expanded="ruler" @click="ruler = !ruler">
        From a photographed ruler
      </button>
      <RulerMark v-if="ruler" @done="ruler = false" />
      <h2>Sharpness criterion</h2>
      <v-select
        :model-value="plan.focus.blur.kind"
        :items="BLURS"
        item-value="value"
        item-title="title"
        label="Blur is measured in"
        @update:model-value="setBlur"
      />
      <StepField
        v-if="plan.focus.blur.kind === 'pixels'"
        path="focus.blur.pixels"
        kind="pixels"
        label="Permitted blur"
        :note="`${plain(blurCircleMm(plan) * 1000)} µm on the sensor`"
      />
      <StepField
        v-else-if="plan.focus.blur.kind === 'circle'"
        path="focus.blur.mm"
        kind="length"
        label="Permitted blur"
        :note="circleWords"
      />
      <template v-else>
        <StepField path="focus.blur.printWidthMm" kind="length" label="Print width" no-lock />
        <StepField
          path="focus.blur.viewingMm"
          kind="length"
          label="Seen from"
          :note="circleWords"
          help="A good eye tells apart one minute of arc. The print shows the whole picture."
          no-lock
        />
      </template>
      <StepField path="subject.sharpDepthMm" kind="length" label="Depth needed" />
      <StepField
        path="focus.tiltDeg"
        kind="degrees"
        label="Tilt of a flat"
        :note="leaning"
        help="For a flat subject, such as a coin or a wing, whose top leans away from the plane of focus: it needs more depth."
        no-lock
      />
    </LensFields>

    <section class="group wide" aria-labelledby="depth-title">
      <h2 id="depth-title">Depth of field</h2>
      <FocusDrawing />
      <dl>
        <div>
          <dt>In front of the plane of focus</dt>
          <dd class="num">{{ mm(depth.nearMm) }}</dd>
        </div>
        <div>
          <dt>Behind it</dt>
          <dd class="num">{{ mm(depth.farMm) }}</dd>
        </div>
        <div>
          <dt>Total depth</dt>
          <dd class="num" :class="enough ? 'ok' : 'near'">{{ mm(depth.totalMm) }}</dd>
        </div>
        <div>
          <dt>Needed</dt>
          <dd class="num">{{ mm(need) }}</dd>
        </div>
        <div>
          <dt>Effective aperture</dt>
          <dd class="num">f/{{ plain(effective) }}</dd>
        </div>
        <div>
          <dt>Airy disc</dt>
          <dd class="num">
            {{ px(ends.airyMm / pitch) }}
            <span class="muted">{{ plain(ends.airyMm * 1000) }} µm</span>
          </dd>
        </div>
      </dl>
      <FocusLoupes />
      <BlurChart />
      <StackPlan />
      <p v-if="store.evaluation?.flags.includes('lens-limit')" class="near small">
        This magnification is beyond what the lens focuses.
      </p>
    </section>
  </div>
</template>

<style scoped>
.focus-stage {
  grid-template-columns: minmax(300px, 22.5rem) minmax(0, 1fr);
  gap: 1.5rem 2.2rem;
}
h2:not(#depth-title) {
  margin-top: 1rem;
  padding-bottom: 0.45rem;
  border-bottom: 1px solid var(--line);
  margin-bottom: 0.35rem;
}
.push.bare {
  justify-self: start;
}
dl {
  display: grid;
  grid-template-columns: repeat(3, auto);
  gap: 0.3rem 1.4rem;
  padding: 0.7rem 0;
}
dl div {
  display: flex;
  justify-content: space-between;
  gap: 0.8rem;
  border-bottom: 1px solid var(--line);
  padding: 0.25rem 0;
}
dt {
  color: var(--muted);
  white-space: nowrap;
}
dd {
  color: var(--bright);
  white-space: nowrap;
}
dd.ok {
  color: var(--ok);
}
dd.near {
  color: var(--near);
}
@media (max-width: 1000px) {
  .focus-stage {
    grid-template-columns: minmax(0, 1fr);
  }
  .wide {
    order: -1;
  }
  dl {
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 0.2rem 1.2rem;
  }
}
@media (max-width: 480px) {
  dl {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
