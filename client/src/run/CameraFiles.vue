<script setup lang="ts">
/** What the numbers in this camera's files mean: what is known of it, and how to measure it. */
import { computed, ref } from 'vue'
import { NO_FILES } from '@core/kit/cameraFiles'
import { nameOf } from '@core/scales/marks'
import { parseStops } from '@core/scales/stops'
import type { Frame } from '@core/run/frame'
import { limitSign, stops } from '@/words/format'
import { curveWords, filesWords } from '@/words/readings'
import type { Patch } from '@/workers/frame.worker'
import CurveChart from './CurveChart.vue'
import { useCameraFiles } from './useCameraFiles'
import type { Reading } from './useReading'

const props = defineProps<{ frame: Frame; reading: Reading; spot: Patch }>()
const files = useCameraFiles(
  () => props.frame,
  props.reading,
  () => props.spot
)
const { proposal, busy, failure, ladder, pairs, camera } = files

const known = computed(() => filesWords(props.reading.files.value))
const iso = computed(() => nameOf('iso', props.frame.plan.settings.isoStops))
const grey = computed(() => props.reading.grey.value)
/** Exposures a curve takes. */
const LEAST_EXPOSURES = 3
const exposures = computed(
  () => new Set(ladder.value.map(({ exposureStops }) => exposureStops.toFixed(1))).size
)

const off = ref('0')
const offError = ref('')
const card = (): void => {
  const value = parseStops(off.value)
  offError.value = value === null || Math.abs(value) > 6 ? 'stops, like 0 or +1' : ''
  if (!offError.value) void files.fromCard(value!)
}
const read = (level: { limit: 'exact' | 'at-least' | 'at-most'; level: number }): string =>
  limitSign(level.limit) + stops(level.level, 2)
</script>

<template>
  <details v-if="files.isOurs.value" class="small" data-camera-files>
    <summary>
      What the numbers of {{ camera.name }} mean
      <span class="muted">{{ known || 'not measured yet' }}</span>
    </summary>
    <div class="body">
      <div v-if="busy" class="row" role="status">
        <v-progress-linear indeterminate color="primary" aria-label="Measuring the camera" />
        <button type="button" class="push" @click="files.cancel">Cancel</button>
      </div>
      <div v-else-if="proposal" class="proposal" data-proposal>
        <CurveChart v-if="proposal.files.toneCurve.length" :curve="proposal.files.toneCurve" />
        <div class="words">
          <p v-if="proposal.files.toneCurve.length">
            Tone curve: {{ curveWords(proposal.files.toneCurve) }}
          </p>
          <p v-for="each in proposal.files.rawGrey" :key="each.isoStops">
            Raw files at ISO {{ nameOf('iso', each.isoStops) }}: mid-grey
            {{ stops(each.stops, 2) }} under white, ± {{ each.uncertaintyStops }}.
          </p>
          <p>
            The patch reads <span class="num">{{ read(proposal.now) }}</span> ±
            {{ proposal.now.uncertaintyStops.toFixed(2) }} now, and
            <b class="num">{{ read(proposal.then) }}</b> ±
            {{ proposal.then.uncertaintyStops.toFixed(2) }} with it.
          </p>
          <div class="row">
            <button type="button" class="push main" @click="files.adopt(proposal.files)">
              Adopt
            </button>
            <button type="button" class="push bare" @click="files.cancel">Not now</button>
          </div>
          <p class="muted">
            For this shoot and the kit. Readings you took before stay as they were taken.
          </p>
        </div>
      </div>
      <template v-else>
        <div v-if="reading.hasRaw.value" class="row">
          <button type="button" class="push" @click="files.fromPairs">
            Measure by raw and JPEG of
            {{ pairs.length > 1 ? `${pairs.length} frames` : 'this frame' }}
          </button>
          <form class="row" novalidate @submit.prevent="card">
            <button type="submit" class="push">The patch is a grey card</button>
            <label>
              exposed
              <input
                v-model="off"
                class="num"
                maxlength="8"
                :aria-invalid="offError !== ''"
                aria-label="Stops over what the meter called right"
                @input="offError = ''"
              />
              over the meter
            </label>
          </form>
        </div>
        <p v-if="offError" role="alert" class="miss">{{ offError }}</p>
        <div v-if="exposures >= LEAST_EXPOSURES" class="row">
          <button type="button" class="push" @click="files.fromSteps">
            Measure by {{ ladder.length }} frames of known steps
          </button>
        </div>
        <p class="muted">
          <template v-if="grey.from === 'measured'"
            >Raw files at ISO {{ iso }}: mid-grey {{ stops(grey.stops, 2) }} under white, ±
            {{ grey.uncertaintyStops }}.
          </template>
          A tone curve is measured by frames taken as raw and JPEG, or by three frames of one set, a
          stop and more apart by aperture, ISO or filter (by the shutter too where no strobe fires).
        </p>
        <button
          v-if="known"
          type="button"
          class="push bare"
          @click="files.adopt(NO_FILES, 'camera not measured')"
        >
          Forget what was measured
        </button>
      </template>
      <p v-if="failure" role="alert" class="miss">{{ failure }}</p>
    </div>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  padding: 0.3rem 0;
}
.body {
  display: grid;
  gap: 0.7rem;
  padding: 0.4rem 0;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 0.8rem;
  align-items: center;
}
.proposal {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 1rem;
}
.words {
  display: grid;
  gap: 0.4rem;
  align-content: start;
}
b {
  font-weight: 500;
  color: var(--bright);
}
input {
  width: 3.2rem;
  height: 40px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: transparent;
  text-align: center;
}
@media (max-width: 760px) {
  summary,
  .row .push {
    min-height: 44px;
  }
  .proposal {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
