<script setup lang="ts">
/** The camera's real sync limit, found by frames with and without a band. */
import { computed, ref, useId } from 'vue'
import { settingsFromExif } from '@core/measure/exif'
import { findSync, nextTrial } from '@core/optics/shutter'
import { parseFraction } from '@core/scales/parse'
import { marksBetween, marksOf, nameOf } from '@core/scales/marks'
import { readBand } from '@/run/frameReader'
import { useKit } from '@/stores/kit'
import { useNotices } from '@/stores/notices'
import { usePlan } from '@/stores/plan'
import { percent, stopCount } from '@/words/format'
import { syncWords } from '@/words/sync'

const store = usePlan()
const kit = useKit()
const notices = useNotices()
const field = useId()
const plan = computed(() => store.plan!)
const trials = computed(() =>
  [...plan.value.syncTrials].sort((a, b) => a.shutterStops - b.shutterStops)
)
const found = computed(() => findSync(plan.value.syncTrials))
const share = ref('')
const fault = ref('')
const shutter = computed(() => plan.value.settings.shutterStops)
const log = (darkShare: number, shutterStops = shutter.value): void => {
  const faults = store.update('sync trial', (draft) => {
    draft.syncTrials = [
      ...draft.syncTrials.filter((each) => Math.abs(each.shutterStops - shutterStops) > 1e-6),
      { shutterStops: Math.max(0, shutterStops), darkShare }
    ]
  })
  fault.value = faults[0]?.message ?? ''
}
const logBand = (): void => {
  const value = parseFraction(share.value)
  if (value === null || value <= 0 || value >= 1) {
    fault.value = 'how much of the frame is dark: 30 % or 0.3'
    return
  }
  log(value)
  share.value = ''
}
const measured = ref('')
const busy = ref(false)
/** The picture tells the band and, where the file holds it, the shutter. */
const measure = async (event: Event): Promise<void> => {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file || busy.value) return
  fault.value = measured.value = ''
  busy.value = true
  try {
    const { band, exif } = await readBand(file)
    if (!band)
      return void (fault.value =
        'This picture got no light at all: did the strobe fire? Nothing was logged.')
    const stops = settingsFromExif(exif, plan.value.camera.step).shutterStops
    log(band.share, stops ?? shutter.value)
    if (fault.value) return
    const at =
      `${nameOf('shutter', stops ?? shutter.value)} ` +
      `${stops === null ? 'as set on the strip' : 'by the file'}`
    measured.value = band.share
      ? `${at}: dark over ${percent(band.share)} at the ${band.side}, by ` +
        `${stopCount(band.depthStops)}.`
      : `${at}: no band.`
  } catch (error) {
    fault.value = `${(error as Error).message} Nothing was logged.`
  } finally {
    busy.value = false
  }
}
const words = computed(() =>
  syncWords(found.value, plan.value.syncTrials.filter((each) => each.darkShare > 0).length)
)
const differs = computed(
  () =>
    found.value.cleanStops !== null &&
    found.value.bandedStops !== null &&
    !found.value.contradictory &&
    Math.abs(found.value.cleanStops - plan.value.camera.syncStops) > 1e-6
)
const next = computed(() => {
  const { camera, syncTrials } = plan.value
  const marks = marksBetween(
    marksOf('shutter', camera.step),
    camera.slowestShutterStops,
    camera.fastestShutterStops
  ).map((mark) => mark.stops)
  return syncTrials.length ? nextTrial(found.value, marks, camera.syncStops) : null
})
const use = async (): Promise<void> => {
  const syncStops = found.value.cleanStops!
  store.set('camera.syncStops', syncStops, 'sync speed')
  const record = kit.records?.find((each) => each.item.id === plan.value.camera.id)
  if (!record || record.item.kind !== 'camera') return
  try {
    await kit.save({ ...record.item, syncStops }, record.version)
    notices.say(`Sync is ${nameOf('shutter', syncStops)} now, here and in the kit.`)
  } catch (error) {
    notices.say(`Set here; the kit could not be changed: ${(error as Error).message}`)
  }
}
</script>

<template>
  <section class="group" aria-labelledby="finder-title">
    <h2 id="finder-title">Measure the real sync speed</h2>
    <p class="small" data-sync-found>{{ words }}</p>
    <ul v-if="trials.length">
      <li v-for="trial in trials" :key="trial.shutterStops">
        <span class="num">{{ nameOf('shutter', trial.shutterStops) }}</span>
        <span :class="trial.darkShare ? 'near' : 'ok'">{{
          trial.darkShare ? `band over ${percent(trial.darkShare)}` : 'no band'
        }}</span>
        <button
          type="button"
          class="push bare"
          :aria-label="`Forget ${nameOf('shutter', trial.shutterStops)}`"
          @click="
            store.set(
              'syncTrials',
              plan.syncTrials.filter((each) => each !== trial),
              'sync trial'
            )
          "
        >
          Forget
        </button>
      </li>
    </ul>
    <div class="log">
      <span class="small muted"
        >The frame at <b class="num">{{ nameOf('shutter', shutter) }}</b> showed</span
      >
      <button type="button" class="push" @click="log(0)">No band</button>
      <label :for="field" class="small muted">a band over</label>
      <input
        :id="field"
        v-model="share"
        class="num"
        placeholder="30 %"
        maxlength="10"
        :aria-invalid="fault !== ''"
        @keydown.enter="logBand"
      />
      <button type="button" class="push" :disabled="!share.trim()" @click="logBand">
        Log band
      </button>
      <label class="push" :class="{ busy }"
        >Measure its JPEG<input
          type="file"
          accept="image/jpeg,.jpg,.jpeg"
          class="hidden-label"
          :disabled="busy"
          @change="measure"
      /></label>
    </div>
    <p v-if="busy" role="status" class="muted small">Reading the picture …</p>
    <p v-else-if="measured" role="status" class="small" data-measured>{{ measured }}</p>
    <p v-if="fault" role="alert" class="miss small">{{ fault }}</p>
    <p class="acts">
      <button
        v-if="next !== null && Math.abs(next - shutter) > 1e-6"
        type="button"
        class="push bare"
        @click="store.set('settings.shutterStops', next, 'shutter')"
      >
        Next try {{ nameOf('shutter', next) }}
      </button>
      <button v-if="differs" type="button" class="push main" @click="use">
        Use {{ nameOf('shutter', found.cleanStops!) }} as sync
      </button>
    </p>
  </section>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 5rem minmax(0, 1fr) auto;
  align-items: center;
  border-bottom: 1px solid var(--line);
}
li .push {
  min-height: 30px;
}
.log,
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 0.6rem;
  padding-top: 0.4rem;
}
label.push {
  cursor: pointer;
}
label.push:focus-within {
  outline: 2px solid var(--accent);
  outline-offset: 2px;
}
label.busy {
  opacity: 0.5;
}
input {
  width: 4.4rem;
  height: 34px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: transparent;
  text-align: center;
  color: var(--bright);
}
input:focus {
  outline: 0;
  border-bottom: 2px solid var(--accent);
}
@media (pointer: coarse), (max-width: 760px) {
  input,
  li .push {
    height: 44px;
  }
}
</style>
