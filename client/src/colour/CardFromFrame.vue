<script setup lang="ts">
/** The colour of a spot in a frame: of a grey card, what lit it; of a surface, what it looks like. */
import { computed, ref, shallowRef } from 'vue'
import { balanced, balanceFor, type Rgb } from '@core/colour/balance'
import { chromaticityOf } from '@core/colour/observer'
import { hexOf } from '@core/colour/surface'
import { aspectOf } from '@/run/frameView'
import PatchPicture, { type PatchSpot } from '@/run/PatchPicture.vue'
import { usePicturedFrame } from '@/run/usePicturedFrame'
import { usePlan } from '@/stores/plan'
import { kelvinWords, temperatureWords } from '@/words/colour'
import { useSpotColour } from './useSpotColour'

const store = usePlan()
const open = ref(false)
const { id, record, choices } = usePicturedFrame(open)
const spot = shallowRef<PatchSpot>({ x: 0.5, y: 0.5, radius: 0.03 })
const { url, colour, failure } = useSpotColour(record, spot, open)

/** What lit a grey card there; null where no balance makes it white, or nothing is read. */
const lit = computed(() => {
  if (!colour.value || colour.value.trouble) return null
  const chromaticity = chromaticityOf(colour.value.xyz)
  const found = balanceFor(chromaticity)
  return found && { ...found, chromaticity }
})
/** Only the hue of a surface’s colour counts: its brightest channel is put here. */
const BRIGHT = 0.8
const hex = computed(() => {
  if (!colour.value || !record.value) return ''
  const rgb = balanced(colour.value.xyz, record.value.frame.plan.balance)
  const most = Math.max(...rgb)
  return hexOf(rgb.map((value) => (BRIGHT * value) / most) as unknown as Rgb)
})
const says = computed(() =>
  !colour.value
    ? failure.value
      ? 'its colour is not known'
      : 'measuring …'
    : colour.value.trouble === 'clipped'
      ? 'clipped: it says nothing of its colour'
      : colour.value.trouble === 'dark'
        ? 'too dark to tell its colour'
        : lit.value
          ? `a grey card there is lit by ${temperatureWords(lit.value)}${
              colour.value.by === 'raw' ? ', by the raw file' : ''
            }`
          : 'no balance makes it white'
)
const asBalance = (): void => {
  if (!lit.value) return
  const { kelvin, tint } = lit.value
  store.set(
    'balance',
    { kind: 'card', kelvin: Math.round(kelvin), tint: Number(tint.toFixed(1)), frameId: id.value },
    'white balance by a grey card'
  )
}
const takeColour = (): void =>
  void store.update('colour of the subject', (draft) => {
    draft.subject.colour = hex.value
    // What the frame shows stands over what was measured before.
    draft.subject.measured = null
  })
</script>

<template>
  <details class="card" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>Read a colour in a frame</summary>
    <p v-if="!choices.length" class="small muted">
      No frame with a picture yet. Take one of a grey card in this light under
      <router-link :to="{ name: 'run', params: $route.params }">Run</router-link>.
    </p>
    <template v-else-if="open">
      <v-select v-model="id" :items="choices" item-value="value" item-title="title" label="Frame" />
      <PatchPicture
        v-if="url && record"
        v-model="spot"
        :url="url"
        :says="says"
        :aspect="aspectOf(record.frame)"
      />
      <p role="status" class="small" data-card>{{ says }}</p>
      <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
      <div class="row">
        <button type="button" class="push" :disabled="!lit" @click="asBalance">
          Grey card: balance to {{ lit ? kelvinWords(lit.kelvin) : '…' }}
        </button>
        <button
          type="button"
          class="push"
          :disabled="!colour || colour.trouble !== null || store.isLocked('subject.colour')"
          @click="takeColour"
        >
          The subject’s colour
        </button>
      </div>
    </template>
  </details>
</template>

<style scoped>
.card {
  border-top: 1px solid var(--line);
  padding-top: 0.4rem;
  display: grid;
  gap: 0.5rem;
}
summary {
  cursor: pointer;
  min-height: 2.2rem;
  align-content: center;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
</style>
