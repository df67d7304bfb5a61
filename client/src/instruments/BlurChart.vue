<script setup lang="ts">
/**
 * Blur at the ends of the depth against the aperture: out of focus, diffraction, both; and the best
 * aperture in words.
 */
import { computed } from 'vue'
import { bestAperture, byAperture } from '@core/advise/byAperture'
import { nameOf } from '@core/scales/marks'
import { blurCircleMm, neededDepthMm } from '@core/plan/lensInUse'
import { pixelPitchMm } from '@core/kit/kit'
import { usePlan } from '@/stores/plan'
import { mm, plain, px, ratio } from '@/words/format'
import PlotChart from './PlotChart.vue'
import type { PlotSpec } from './plot'

const store = usePlan()
const plan = computed(() => store.plan!)
const points = computed(() => byAperture(plan.value))
const best = computed(() => bestAperture(plan.value))
const limit = computed(() => blurCircleMm(plan.value) / pixelPitchMm(plan.value.camera))
const now = computed(() =>
  points.value.reduce(
    (near, point, i) =>
      Math.abs(point.apertureStops - plan.value.settings.apertureStops) <
      Math.abs(points.value[near]!.apertureStops - plan.value.settings.apertureStops)
        ? i
        : near,
    0
  )
)
const STEPS = [0.25, 0.5, 1, 2, 4, 8, 16, 32, 64, 128, 256, 512]
const spec = computed<PlotSpec>(() => {
  const all = points.value
  const high = Math.max(limit.value, ...all.map((point) => point.bothPx)) * 1.3
  const low = Math.max(
    0.1,
    Math.min(
      limit.value,
      ...all.map((point) => Math.min(point.airyPx, Math.max(point.defocusPx, point.airyPx / 8)))
    ) / 1.3
  )
  return {
    x: all.map((point) => point.apertureStops),
    xTitle: plan.value.camera.showsEffective ? 'aperture as the body shows it' : 'aperture',
    yTitle: 'blur, px',
    yLog: true,
    yRange: [low, high],
    ticks: all
      .filter((point) => Math.abs(point.apertureStops - Math.round(point.apertureStops)) < 1e-6)
      .map((point) => ({
        at: point.apertureStops,
        label: nameOf('aperture', point.apertureStops)
      })),
    yTicks: STEPS.filter((each) => each >= low && each <= high).map((each) => ({
      at: each,
      label: String(each)
    })),
    lines: [
      {
        name: 'out of focus',
        y: all.map((point) => (point.defocusPx > 0 ? point.defocusPx : null)),
        color: '--source-a',
        dash: 'dash'
      },
      {
        name: 'diffraction',
        y: all.map((point) => point.airyPx),
        color: '--source-b',
        dash: 'dot'
      },
      { name: 'both', y: all.map((point) => point.bothPx), color: '--bright' }
    ],
    rules: [
      { at: plan.value.settings.apertureStops, label: ' now' },
      { at: limit.value, label: 'permitted blur', across: true }
    ]
  }
})
const readings = computed(() =>
  points.value.map(
    (point) =>
      `${nameOf('aperture', point.apertureStops)}: out of focus ${px(point.defocusPx)}, ` +
      `diffraction ${px(point.airyPx)}, both ${px(point.bothPx)}.`
  )
)
const words = computed(() => {
  if (!best.value) return ''
  const { mark, ideal, held } = best.value
  const need = mm(neededDepthMm(plan.value))
  const end =
    held === 'narrowest'
      ? `, where this lens ends; f/${plain(ideal, 2)} would be sharper still`
      : held === 'widest'
        ? `, the widest this lens has`
        : ''
  return (
    `For ${need} at ${ratio(plan.value.focus.magnification)} the ends are sharpest at ` +
    `${nameOf('aperture', mark.apertureStops)} (${px(mark.bothPx)})${end}. Wider loses ` +
    'depth, narrower loses to diffraction everywhere.'
  )
})
const label = computed(
  () => `Blur at the ends of the depth by aperture. ${words.value} Arrow keys read it off.`
)
</script>

<template>
  <section aria-labelledby="blur-title" class="blur">
    <h3 id="blur-title">Blur against aperture</h3>
    <PlotChart
      v-if="points.length > 1"
      :spec="spec"
      :label="label"
      :readings="readings"
      :start="now"
    />
    <p class="small" data-best>{{ words }}</p>
    <button
      v-if="best && Math.abs(best.mark.apertureStops - plan.settings.apertureStops) > 1e-6"
      type="button"
      class="push"
      :disabled="store.isLocked('settings.apertureStops')"
      @click="store.set('settings.apertureStops', best.mark.apertureStops, 'aperture')"
    >
      {{
        store.isLocked('settings.apertureStops')
          ? 'The aperture is locked'
          : `Set ${nameOf('aperture', best.mark.apertureStops)}`
      }}
    </button>
  </section>
</template>

<style scoped>
.blur {
  display: grid;
  gap: 0.3rem;
  padding-top: 0.8rem;
  justify-items: stretch;
}
.push {
  justify-self: start;
  margin-bottom: 0.8rem;
}
</style>
