<script setup lang="ts">
/** Camera, lens, how large the subject is drawn, and how deep it is sharp. */
import { computed, ref } from 'vue'
import type { Camera, Lens } from '@core/kit/kit'
import { pixelPitchMm } from '@core/kit/kit'
import { effectiveFNumber, magnificationAtDistance, sensorToSubject } from '@core/optics/closeup'
import { airyDisc, bestFNumber } from '@core/optics/depth'
import { blurCircleMm, depthOf, markedFNumber } from '@core/set/optic'
import type { Fault } from '@core/plan/open'
import FocusDrawing from '@/instruments/FocusDrawing.vue'
import KitPick from '@/instruments/KitPick.vue'
import StackPlan from '@/instruments/StackPlan.vue'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { mm, plain, px, ratio } from '@/words/format'

const store = usePlan()
const plan = computed(() => store.plan!)
const m = computed(() => plan.value.focus.magnification)
const frameWidth = computed(() => plan.value.camera.sensorWidthMm / m.value)
const working = computed(() => sensorToSubject(plan.value.lens.focalMm, m.value) - plan.value.lens.sensorToFrontMm)

/** The three say the same thing; whichever is typed, the lens's limit is kept and said. */
const held = ref('')
const setMagnification = (wanted: number): readonly Fault[] => {
  const most = plan.value.lens.maxMagnification
  const over = wanted > most * 1.0001
  held.value = over ? `Held at ${ratio(most)}, the most this lens does.` : ''
  return store.update('magnification', (draft) => { draft.focus.magnification = over ? most : wanted }, 'focus.magnification')
}
const setWidth = (width: number): readonly Fault[] => (width > 0 ? setMagnification(plan.value.camera.sensorWidthMm / width) : [{ path: '', message: 'must be above 0 mm' }])
const setWorking = (distance: number): readonly Fault[] =>
  setMagnification(magnificationAtDistance(plan.value.lens.focalMm, distance + plan.value.lens.sensorToFrontMm) ?? Infinity)

const depth = computed(() => depthOf(plan.value))
const effective = computed(() => effectiveFNumber(markedFNumber(plan.value), m.value, plan.value.lens.pupilRatio))
const airy = computed(() => airyDisc(effective.value))
const pitch = computed(() => pixelPitchMm(plan.value.camera))
const best = computed(() => bestFNumber(plan.value.subject.sharpDepthMm, m.value, plan.value.lens.pupilRatio))
const enough = computed(() => depth.value.totalMm >= plan.value.subject.sharpDepthMm)

const BLURS = [{ value: 'pixels', title: 'Pixels of this camera' }, { value: 'circle', title: 'Circle on the sensor' }]
const setBlur = (kind: string): void => {
  const circle = blurCircleMm(plan.value)
  store.set('focus.blur', kind === 'pixels' ? { kind: 'pixels', pixels: Math.max(0.5, Number((circle / pitch.value).toFixed(2))) } : { kind: 'circle', mm: Number(circle.toFixed(4)) }, 'blur criterion')
}
const pick = (kind: 'camera' | 'lens', item: Camera | Lens): void => {
  store.update(kind, (draft) => {
    if (item.kind === 'camera') draft.camera = structuredClone(item)
    else {
      draft.lens = structuredClone(item)
      draft.focus.magnification = Math.min(draft.focus.magnification, item.maxMagnification)
    }
  })
}
</script>

<template>
  <div class="stage focus-stage">
    <h1 class="hidden-label">Focus</h1>
    <section class="group" aria-labelledby="gear-title">
      <h2 id="gear-title">Camera and lens</h2>
      <KitPick kind="camera" :item="plan.camera" @pick="pick('camera', $event as Camera)" />
      <KitPick kind="lens" :item="plan.lens" @pick="pick('lens', $event as Lens)" />
      <h2>How large</h2>
      <StepField path="focus.frameWidth" kind="length" label="Frame width" :value="frameWidth" :set="setWidth" no-lock />
      <StepField path="focus.magnification" kind="magnification" label="Magnification" :set="setMagnification" :note="held" help="Size on the sensor against size in life. 1 : 1 draws a 20 mm beetle 20 mm long." />
      <StepField
        path="focus.workingDistance" kind="length" label="Lens front to subject" :value="Math.max(0, working)" :set="setWorking" no-lock
        :note="working <= 0 ? 'By these kit figures the subject would touch the lens: check the sensor-to-front length.' : ''" help="Working distance, from a thin lens of this focal length; real lenses that shorten when focused close stand nearer."
      />
      <h2>How sharp</h2>
      <v-select :model-value="plan.focus.blur.kind" :items="BLURS" item-value="value" item-title="title" label="Blur is measured in" @update:model-value="setBlur" />
      <StepField v-if="plan.focus.blur.kind === 'pixels'" path="focus.blur.pixels" kind="pixels" label="Permitted blur" :note="`${plain(blurCircleMm(plan) * 1000)} µm on the sensor`" />
      <StepField v-else path="focus.blur.mm" kind="length" label="Permitted blur" :note="`${px(plan.focus.blur.mm / pitch)} of this camera`" />
    </section>

    <section class="group wide" aria-labelledby="depth-title">
      <h2 id="depth-title">What comes out sharp</h2>
      <FocusDrawing />
      <dl>
        <div><dt>In front of the plane</dt><dd class="num">{{ mm(depth.nearMm) }}</dd></div>
        <div><dt>Behind it</dt><dd class="num">{{ mm(depth.farMm) }}</dd></div>
        <div><dt>Sharp in all</dt><dd class="num" :class="enough ? 'ok' : 'near'">{{ mm(depth.totalMm) }}</dd></div>
        <div><dt>Needed</dt><dd class="num">{{ mm(plan.subject.sharpDepthMm) }}</dd></div>
        <div><dt>Works as</dt><dd class="num">f/{{ plain(effective) }}</dd></div>
        <div><dt>Diffraction disc</dt><dd class="num">{{ px(airy / pitch) }} <span class="muted">{{ plain(airy * 1000) }} µm</span></dd></div>
      </dl>
      <p class="lead small">
        For {{ mm(plan.subject.sharpDepthMm) }} at {{ ratio(m) }} the least blur at both ends is near f/{{ plain(best, 2) }}: wider loses depth, narrower loses to diffraction.
      </p>
      <StackPlan />
      <p v-if="store.evaluation?.flags.includes('lens-limit')" class="near small">This magnification is beyond what the lens focuses.</p>
    </section>
  </div>
</template>

<style scoped>
.focus-stage { grid-template-columns: minmax(320px, 25rem) minmax(0, 1fr); gap: 1.5rem 2.2rem; }
.group h2:not(:first-child) { margin-top: 1rem; }
dl { display: grid; grid-template-columns: repeat(3, auto); gap: 0.3rem 1.8rem; padding: 0.7rem 0; }
dl div { display: flex; justify-content: space-between; gap: 0.8rem; border-bottom: 1px solid var(--line); padding: 0.25rem 0; }
dt { color: var(--muted); white-space: nowrap; }
dd { color: var(--bright); white-space: nowrap; }
dd.ok { color: var(--ok); }
dd.near { color: var(--near); }
@media (max-width: 1000px) {
  .focus-stage { grid-template-columns: minmax(0, 1fr); }
  .wide { order: -1; }
  dl { grid-template-columns: repeat(2, minmax(0, 1fr)); gap: 0.2rem 1.2rem; }
}
@media (max-width: 480px) {
  dl { grid-template-columns: minmax(0, 1fr); }
}
</style>
