<script setup lang="ts">
/** The seals of a housing or a strobe, each by itself, with the day it was last serviced. */
import type { Seal } from '@core/kit/fields'
import type { Fault } from '@core/plan/open'

const props = defineProps<{ seals: readonly Seal[]; faults: readonly Fault[] }>()
const emit = defineEmits<{ put: [path: string, value: unknown] }>()
const MOST = 12

const put = (seals: readonly Seal[]): void => emit('put', 'seals', seals)
const change = (at: number, part: Partial<Seal>): void =>
  put(props.seals.map((seal, i) => (i === at ? { ...seal, ...part } : seal)))
/** As a calendar here shows it: 2026-11-28. */
const today = (): string => new Date().toLocaleDateString('en-CA')
const errorAt = (i: number, field: keyof Seal): string =>
  props.faults.find(({ path }) => path === `seals.${i}.${field}`)?.message ?? ''
</script>

<template>
  <fieldset>
    <legend>Seals</legend>
    <p v-if="!seals.length" class="small muted">
      None listed. List each, and Prepare asks for it by name and says when it was last serviced.
    </p>
    <div
      v-for="(seal, i) in seals"
      :key="i"
      class="seal"
      role="group"
      :aria-label="`Seal ${i + 1}`"
    >
      <v-text-field
        :model-value="seal.name"
        label="Seal"
        maxlength="60"
        :error-messages="errorAt(i, 'name')"
        @update:model-value="change(i, { name: $event })"
      />
      <v-text-field
        :model-value="seal.servicedOn ?? ''"
        label="Last serviced on"
        type="date"
        :error-messages="errorAt(i, 'servicedOn')"
        @update:model-value="change(i, { servicedOn: $event || null })"
      />
      <button type="button" class="push" @click="change(i, { servicedOn: today() })">Today</button>
      <button
        type="button"
        class="push bare"
        :aria-label="`Take seal ${i + 1} out`"
        @click="put(seals.filter((_, k) => k !== i))"
      >
        Take out
      </button>
    </div>
    <button
      v-if="seals.length < MOST"
      type="button"
      class="push"
      @click="put([...seals, { name: '', servicedOn: null }])"
    >
      Add a seal
    </button>
  </fieldset>
</template>

<style scoped>
.seal {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) auto auto;
  gap: 0.4rem 0.8rem;
  align-items: center;
  padding-bottom: 0.4rem;
}
.push {
  min-height: 44px;
}
@media (max-width: 600px) {
  .seal {
    grid-template-columns: auto 1fr;
  }
  .seal > .v-input {
    grid-column: 1 / -1;
  }
}
</style>
