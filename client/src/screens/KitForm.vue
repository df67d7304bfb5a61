<script setup lang="ts">
/**
 * Add or change a kit item. Every figure is checked by the same schema as on the server; faults
 * stand at their field.
 */
import { computed, ref, toRaw } from 'vue'
import type { AssemblyStep, Seal } from '@core/kit/fields'
import { kitItemSchema, type KitItem } from '@core/kit/kit'
import { faultsOf } from '@core/plan/open'
import { valueIn, withValueIn } from '@core/plan/path'
import { usePlainMessages } from '@core/api/messages'
import { TYPICAL, type HeadStart } from '@core/kit/heads'
import { airFromWater } from '@core/light/strobe'
import type { FieldSpec } from '@/words/fieldSpec'
import { KIT_FIELDS } from '@/words/kitFields'
import { newBeam, newDial, newDistribution, newFace, newPort } from '@/words/kitStart'
import { PORT_FIELDS, PORT_KINDS } from '@/words/kitParts'
import { KIND_NAMES } from '@/words/names'
import AssemblyFields from './AssemblyFields.vue'
import FilterFields from './FilterFields.vue'
import KitField from './KitField.vue'
import KitHistory from './KitHistory.vue'
import ModifierFields from './ModifierFields.vue'
import PartFields from './PartFields.vue'
import SealFields from './SealFields.vue'
import StrobeFields from './StrobeFields.vue'
import { useKitSaving } from './useKitSaving'

const props = defineProps<{ item: KitItem; version: number | null }>()
const emit = defineEmits<{ close: [] }>()

usePlainMessages()

type Draft = Record<string, unknown>
const draft = ref<Draft>(structuredClone(props.item) as unknown as Draft)
const incomplete = ref('')
const tried = ref(false)

const at = (path: string): unknown => valueIn(draft.value, path)
/** Another kind of a part starts that part anew. */
const ANEW: Record<string, (kind: string) => unknown> = {
  'dial.kind': newDial,
  'beam.kind': newBeam,
  'face.kind': newFace,
  'distribution.kind': newDistribution,
  'port.kind': newPort
}
const put = (path: string, value: unknown): void => {
  const anew = ANEW[path]?.(String(value))
  draft.value = withValueIn(draft.value, anew ? path.replace('.kind', '') : path, anew ?? value)
  followWater(path)
}
/** A guide number in air that is made of that under water goes with it; one of its own stands alone. */
const followWater = (path: string): void => {
  const water = at('guideNumberWaterM')
  if (at('guideNumberFromWater') !== true) return
  if (path === 'guideNumberM') put('guideNumberFromWater', false)
  else if (path.startsWith('guideNumber') && typeof water === 'number' && water > 0)
    draft.value = withValueIn(draft.value, 'guideNumberM', airFromWater(water))
}

const faults = computed(() => {
  const checked = kitItemSchema.safeParse(draft.value)
  return checked.success ? [] : faultsOf(checked.error)
})
const errorAt = (path: string): string =>
  tried.value || path !== 'name'
    ? (faults.value.find((fault) => fault.path === path)?.message ?? '')
    : ''

const fields = computed<readonly FieldSpec[]>(() => KIT_FIELDS[props.item.kind])
/** Another class answers anew what it had answered; figures of the user's own stay. */
const takeClass = (start: HeadStart): void => {
  const typical = structuredClone(TYPICAL[start])
  const { headClass, quench } = typical
  draft.value = {
    ...draft.value,
    ...(at('durationsFrom') === 'typical' ? typical : { headClass, quench })
  }
}

/** Whether the earlier figures are looked at, and whether some stand in the fields. */
const earlier = ref(false)
const takenBack = ref(false)
const takeEarlier = (item: KitItem): void => {
  draft.value = structuredClone(toRaw(item)) as unknown as Draft
  takenBack.value = true
}

const saving = useKitSaving(props.item.id, props.version, () => emit('close'))
const failure = computed(() => incomplete.value || saving.failure.value)
const withItem = async (use: (item: KitItem) => Promise<void>): Promise<void> => {
  tried.value = true
  const checked = kitItemSchema.safeParse(draft.value)
  incomplete.value = checked.success ? '' : 'Some figures are not right yet: see the marked fields.'
  if (checked.success) await use(checked.data)
}
const takeTheirs = (): void => {
  const item = saving.takeTheirs()
  if (item) draft.value = structuredClone(item) as unknown as Draft
}
</script>

<template>
  <v-dialog
    :model-value="true"
    scrollable
    max-width="760"
    aria-labelledby="kit-form-title"
    @update:model-value="emit('close')"
  >
    <form class="panel" novalidate @submit.prevent="withItem(saving.save)">
      <h2 id="kit-form-title">
        {{ version === null ? 'Add' : 'Change' }} {{ KIND_NAMES[item.kind].one.toLowerCase() }}
      </h2>
      <div class="scroll">
        <div v-if="item.kind !== 'strobe'" class="fields">
          <KitField
            v-for="spec in fields"
            :key="spec.path"
            :class="{ whole: spec.type === 'notes' || spec.path === 'name' }"
            :spec="spec"
            :value="at(spec.path)"
            :error="errorAt(spec.path)"
            @change="put(spec.path, $event)"
          />
        </div>
        <StrobeFields
          v-if="item.kind === 'strobe'"
          :at="at"
          :error-at="errorAt"
          :faults="faults"
          @put="put"
          @class="takeClass"
        />
        <ModifierFields
          v-if="item.kind === 'modifier'"
          :at="at"
          :error-at="errorAt"
          :faults="faults"
          @put="put"
        />
        <PartFields
          v-if="item.kind === 'housing'"
          :at="at"
          :error-at="errorAt"
          path="port"
          legend="Port"
          label="Port"
          :kinds="PORT_KINDS"
          :fields="PORT_FIELDS"
          @put="put"
        />
        <SealFields
          v-if="item.kind === 'housing' || item.kind === 'strobe'"
          :seals="at('seals') as Seal[]"
          :faults="tried ? faults : []"
          @put="put"
        />
        <AssemblyFields
          v-if="item.kind === 'housing'"
          :steps="at('assembly') as AssemblyStep[]"
          :faults="tried ? faults : []"
          @put="put"
        />
        <FilterFields
          v-if="item.kind === 'filter'"
          :at="at"
          :error-at="errorAt"
          :faults="faults"
          @put="put"
        />
        <details
          v-if="version !== null"
          class="earlier"
          @toggle="earlier = ($event.target as HTMLDetailsElement).open"
        >
          <summary class="muted">Its earlier figures</summary>
          <KitHistory v-if="earlier" :item="item" @take="takeEarlier" />
        </details>
      </div>
      <p v-if="takenBack" class="small near" role="status">
        Earlier figures are in the fields. They count once you save; Cancel leaves all as it is.
      </p>
      <p v-if="failure" role="alert" class="miss">{{ failure }}</p>
      <div class="row">
        <template v-if="saving.theirs.value">
          <button type="button" class="push main" @click="withItem(saving.saveOver)">
            Save mine over it
          </button>
          <button type="button" class="push" @click="takeTheirs">Show theirs</button>
        </template>
        <button
          v-else-if="saving.deleted.value"
          type="button"
          class="push main"
          @click="withItem(saving.bringBack)"
        >
          Bring it back with my changes
        </button>
        <button v-else type="submit" class="push main" :disabled="saving.busy.value">Save</button>
        <button type="button" class="push" @click="emit('close')">Cancel</button>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.panel {
  background: var(--raised);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 1.1rem 1.2rem;
  display: grid;
  gap: 0.9rem;
  grid-template-rows: auto minmax(0, 1fr);
  grid-auto-rows: auto;
  max-height: 90dvh;
}
.scroll {
  overflow: auto;
  padding: 0.4rem 0.4rem 0.4rem 0;
}
.scroll :deep(.fields) {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0.7rem 1.4rem;
  align-items: start;
}
.scroll :deep(.whole) {
  grid-column: 1 / -1;
}
.scroll :deep(fieldset) {
  border: 0;
  border-top: 1px solid var(--line);
  margin: 1rem 0 0;
  padding: 0.8rem 0 0;
}
.scroll :deep(legend) {
  color: var(--muted);
  padding: 0 0.5rem 0 0;
}
.earlier {
  margin-top: 1rem;
  border-top: 1px solid var(--line);
  padding-top: 0.6rem;
}
.earlier summary {
  cursor: pointer;
  min-height: 2.2rem;
}
.row {
  display: flex;
  gap: 0.6rem;
}
@media (max-width: 600px) {
  .scroll :deep(.fields) {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
