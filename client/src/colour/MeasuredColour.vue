<script setup lang="ts">
/** A surface's colour as it was measured: taken from a file, shown, given up again. */
import { computed } from 'vue'
import type { Spectrum } from '@core/colour/bands'
import { measuredSurface, surfaceSpectrum } from '@core/colour/surface'
import type { Background, Body, Plan } from '@core/plan/plan'
import { bodyIn, type BodyPath } from '@/body/useBody'
import { usePlan } from '@/stores/plan'
import { percent } from '@/words/format'
import SpectrumCurve from './SpectrumCurve.vue'
import SpectrumFile from './SpectrumFile.vue'

const props = defineProps<{ path: BodyPath | 'background'; about: string }>()
const store = usePlan()
type Surface = Pick<Body | Background, 'measured' | 'colour' | 'reflectance'>
const surfaceIn = (plan: Plan): Surface | undefined =>
  props.path === 'background' ? plan.background : bodyIn(plan, props.path)
const surface = computed(() => surfaceIn(store.plan!)!)
const spectrum = computed(() =>
  surfaceSpectrum(surface.value.measured ?? surface.value.colour, surface.value.reflectance)
)
const LEAST = 0.005
/** What was measured says how light it is too. */
const take = (values: Spectrum): void => {
  const found = measuredSurface(values)
  const reflectance = Number(Math.max(LEAST, found.reflectance).toFixed(4))
  const fixed = store.isLocked(`${props.path}.reflectance`)
  store.update(`measured colour of ${props.about}`, (draft) => {
    const own = surfaceIn(draft)
    if (own) Object.assign(own, { measured: [...found.spectrum], ...(!fixed && { reflectance }) })
  })
}
</script>

<template>
  <details class="measured" :open="surface.measured !== null">
    <summary class="small">
      {{
        surface.measured
          ? `Colour as measured, ${percent(surface.reflectance)} in daylight`
          : 'Its spectrum'
      }}
    </summary>
    <SpectrumCurve :spectrum="spectrum" :label="`Reflectance of ${about}, 400 to 700 nm`" />
    <SpectrumFile :spectrum="spectrum" :name="about" :take="take" />
    <button
      v-if="surface.measured"
      type="button"
      class="push bare"
      @click="store.set(`${path}.measured`, null, `colour of ${about}`)"
    >
      By its picked colour again
    </button>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  min-height: 2.2rem;
  align-content: center;
  color: var(--muted);
}
</style>
