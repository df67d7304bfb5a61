<script setup lang="ts">
/** The figures of one source of ambient light. */
import { computed, ref } from 'vue'
import { restWithout } from '@core/advise/restWithout'
import type { Source } from '@core/colour/sources'
import type { AmbientSource } from '@core/plan/plan'
import LampFields from '@/colour/LampFields.vue'
import StepField from '@/instruments/StepField.vue'
import PositionFields from '@/set/PositionFields.vue'
import { useNotices } from '@/stores/notices'
import { usePlan } from '@/stores/plan'
import {
  FALLS_CHOICES,
  FROM_CHOICES,
  KIND_CHOICES,
  READ_AT_NAMES,
  softnessDeg
} from '@/words/ambient'
import { plain } from '@/words/format'
import ReadingFields from './ReadingFields.vue'
import WantedFields from './WantedFields.vue'

const props = defineProps<{ source: AmbientSource }>()
defineEmits<{ remove: [] }>()
const store = usePlan()
const notices = useNotices()
const path = computed(() => `ambient.sources.${props.source.id}` as const)
const faults = ref<Readonly<Record<string, string>>>({})
/** What is wrong is said at the field. */
const change = (field: string, part: Partial<AmbientSource>): void => {
  const found = store.update(`${props.source.name}: ${field}`, (draft) => {
    const own = draft.ambient.sources.find(({ id }) => id === props.source.id)
    Object.assign(own!, part)
  })
  faults.value = { ...faults.value, [field]: found[0]?.message ?? '' }
  if (found.length) notices.clear()
}
const readAts = computed(() =>
  (props.source.from.kind === 'face'
    ? (['itself', 'subject', 'background'] as const)
    : props.source.from.falls === 'both'
      ? (['subject', 'background'] as const)
      : [props.source.from.falls]
  ).map((value) => ({ value, title: READ_AT_NAMES[value] }))
)
/** A reading of a face and one of light falling in are not the same thing. */
const setReadAt = (readAt: AmbientSource['readAt']): void =>
  change('read at', {
    readAt,
    ...((readAt === 'itself') !== (props.source.readAt === 'itself') && { reading: null })
  })
const setFrom = (kind: AmbientSource['from']['kind']): void => {
  if (kind === props.source.from.kind) return
  change(
    'where from',
    kind === 'around'
      ? { from: { kind, falls: 'both' }, readAt: 'subject', reading: null, wanted: null }
      : {
          from: {
            kind,
            at: { distanceMm: 800, azimuthDeg: -60, elevationDeg: 20 },
            widthMm: 300,
            heightMm: 200
          },
          readAt: 'itself',
          reading: null
        }
  )
}
const setFalls = (falls: (typeof FALLS_CHOICES)[number]['value']): void =>
  change('falls on', {
    from: { kind: 'around', falls },
    readAt: falls === 'background' ? 'background' : 'subject'
  })
const softness = computed(() => softnessDeg(props.source))
const apart = computed(() =>
  props.source.reading ? restWithout(store.plan!, props.source.id) : null
)
</script>

<template>
  <div class="form">
    <div class="part">
      <h3>What it is</h3>
      <v-text-field
        :model-value="source.name"
        label="Name"
        maxlength="40"
        :error-messages="faults.name"
        @change="change('name', { name: ($event.target as HTMLInputElement).value })"
      />
      <v-select
        :model-value="source.kind"
        :items="KIND_CHOICES"
        item-value="value"
        item-title="title"
        label="Kind"
        @update:model-value="change('kind', { kind: $event })"
      />
      <LampFields
        :source="source.colour"
        :about="source.name"
        :error="faults.colour"
        @change="change('colour', { colour: $event as Source as never })"
      />
      <StepField
        v-if="source.state === 'shaded'"
        :path="`${path}.shadeStops`"
        kind="filter"
        label="Shade takes"
        help="What a curtain, a cloth or a hood takes of this source alone, in stops."
        no-lock
      />
    </div>
    <div class="part">
      <h3>Where it comes from</h3>
      <v-select
        :model-value="source.from.kind"
        :items="FROM_CHOICES"
        item-value="value"
        item-title="title"
        label="Its light comes"
        @update:model-value="setFrom"
      />
      <template v-if="source.from.kind === 'face'">
        <PositionFields :path="`${path}.from`" />
        <StepField :path="`${path}.from.widthMm`" kind="length" label="Width" no-lock />
        <StepField
          v-if="source.kind !== 'lamp'"
          :path="`${path}.from.heightMm`"
          kind="length"
          label="Height"
          no-lock
        />
        <p v-if="softness !== null" class="small muted">
          {{ plain(softness) }}° wide as seen from the subject: the wider, the softer, and the
          further it wraps round.
        </p>
      </template>
      <v-select
        v-else
        :model-value="source.from.falls"
        :items="FALLS_CHOICES"
        item-value="value"
        item-title="title"
        label="It falls on"
        @update:model-value="setFalls"
      />
    </div>
    <div class="part">
      <h3>What was read of it</h3>
      <v-select
        :model-value="source.readAt"
        :items="readAts"
        item-value="value"
        item-title="title"
        label="Read at"
        @update:model-value="setReadAt"
      />
      <ReadingFields
        :path="`${path}.reading`"
        title="It alone, all else off"
        :about="`reading of ${source.name}`"
        :sent-out="source.readAt === 'itself'"
      />
      <button
        v-if="apart"
        type="button"
        class="push"
        @click="store.replace(apart, `${source.name} out of the rest`)"
      >
        Take it out of the rest: that was read with it on
      </button>
      <WantedFields v-if="source.from.kind === 'face'" :source="source" />
      <button type="button" class="push bare" @click="$emit('remove')">Remove this source</button>
    </div>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0.6rem 2rem;
  padding: 0.6rem 0 0.8rem;
}
.part {
  display: grid;
  gap: 0.45rem;
  align-content: start;
}
.part :deep(.lamp) {
  grid-template-columns: minmax(0, 1fr);
}
@media (max-width: 1000px) {
  .form {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
