<script setup lang="ts">
/** What a run says, what would change in the kit, and adopting it. */
import { computed, ref } from 'vue'
import { smoothBeam } from '@core/calibration/byAngle'
import { isTold } from '@core/calibration/fit'
import type { ApiProblem } from '@/api/client'
import HelpTip from '@/instruments/HelpTip.vue'
import { useKit } from '@/stores/kit'
import { useNotices } from '@/stores/notices'
import { changeLines, otherWords } from '@/words/calibrationResult'
import { plain, stops } from '@/words/format'
import type { Bench } from './useBench'

const props = defineProps<{ bench: Bench }>()
const kit = useKit()
const notices = useNotices()
const busy = ref(false)

const result = computed(() => props.bench.result.value)
const lines = computed(() => (result.value ? changeLines(result.value) : []))
const others = computed(() =>
  (result.value?.others ?? [])
    .filter((each) => each.figure.kind === 'attenuation' || isTold(each))
    .map(otherWords)
    .filter(Boolean)
)
const beam = computed(() => {
  const { light } = props.bench
  const smooth = light.value?.kind === 'beam' ? smoothBeam(result.value?.points ?? []) : null
  return smooth
    ? `A smooth beam of ${plain(smooth.beamDeg)}° comes within ${plain(smooth.worstStops, 2)} stop.`
    : ''
})
const uses = computed(
  () => kit.records?.find(({ item }) => item.id === result.value?.item.id)?.uses.length ?? 0
)

const adopt = async (): Promise<void> => {
  const { item, after } = result.value!
  const record = kit.records?.find((each) => each.item.id === item.id)
  if (!record) return
  busy.value = true
  try {
    await kit.save(after, record.version)
    notices.say(
      `“${item.name}” put right.` +
        (uses.value > 0 ? ' Shoots keep their own copy until you update it there.' : ''),
      () => kit.save(item, record.version + 1)
    )
  } catch (error) {
    notices.say((error as ApiProblem).message)
    await kit.load().catch(() => undefined)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <section v-if="result" class="result" aria-label="What it says">
    <h2>
      What it says
      <HelpTip
        about="what a calibration says"
        text="What is read is held against the kit’s figures and told apart by least squares: the head,
          its mark, the modifier, the meter, each held back by how far it is off as a rule. Readings
          that fit nothing else count for little and are named. Nothing changes before you adopt it;
          earlier figures stay with the item and can go back."
      />
    </h2>
    <p v-if="result.impossible" role="alert" class="miss" data-impossible>
      By these readings the kit would hold a figure no such item has ({{ result.impossible }}).
      Check distance, power and ISO, and the readings themselves.
    </p>
    <p v-else-if="lines.length === 0" class="muted">Nothing yet: read a row or two.</p>
    <ul v-else data-says>
      <li v-for="line in lines" :key="line" class="bright">{{ line }}</li>
    </ul>
    <p v-if="beam" class="small">{{ beam }}</p>
    <p v-if="result.straying.length" class="small near">
      {{ result.straying.length === 1 ? 'One row fits' : `${result.straying.length} rows fit` }}
      nothing else that was read ({{
        result.straying.map((i) => stops(result!.reads[i]!.offStops!)).join(', ')
      }}): read it again, or leave it out.
    </p>
    <ul v-if="others.length" class="small muted">
      <li v-for="line in others" :key="line">{{ line }}</li>
    </ul>
    <p v-if="lines.length && bench.light.value?.practice" class="small muted">
      Read on a made-up bench: nothing of it goes into your kit.
    </p>
    <button
      v-else-if="lines.length"
      type="button"
      class="push main"
      :disabled="busy"
      @click="adopt"
    >
      Adopt in the kit
    </button>
  </section>
</template>

<style scoped>
.result {
  display: grid;
  gap: 0.5rem;
  justify-items: start;
}
h2 {
  display: flex;
  align-items: center;
  gap: 0.4rem;
}
li {
  overflow-wrap: anywhere;
}
</style>
