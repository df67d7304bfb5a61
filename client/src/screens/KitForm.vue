<script setup lang="ts">
/**
 * Add or change a kit item. Every figure is checked by the same schema as on the server; faults
 * stand at their field.
 */
import { computed, ref } from 'vue'
import { kitItemSchema, type KitItem } from '@core/kit/kit'
import { faultsOf } from '@core/plan/open'
import { valueIn, withValueIn } from '@core/plan/path'
import { usePlainMessages } from '@core/api/messages'
import {
  BEAM_FIELDS,
  DIAL_FIELDS,
  DIAL_KINDS,
  FACE_FIELDS,
  FACE_KINDS,
  KIT_FIELDS,
  type FieldSpec
} from '@/words/kitFields'
import { newBeam, newDial, newDistribution, newFace } from '@/words/kitStart'
import { KIND_NAMES } from '@/words/names'
import BeamForm from './BeamForm.vue'
import DurationTable from './DurationTable.vue'
import KitField from './KitField.vue'
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
  'distribution.kind': newDistribution
}
const put = (path: string, value: unknown): void => {
  const anew = ANEW[path]?.(String(value))
  draft.value = withValueIn(draft.value, anew ? path.replace('.kind', '') : path, anew ?? value)
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
const shaped = computed(() => props.item.kind === 'strobe' || props.item.kind === 'modifier')
const faceKinds = computed(() =>
  props.item.kind === 'modifier'
    ? [{ value: 'keep', title: 'As the head’s' }, ...FACE_KINDS]
    : FACE_KINDS
)
const dialFields = computed(() =>
  props.item.kind === 'strobe' ? (DIAL_FIELDS[String(at('dial.kind'))] ?? []) : []
)

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
        <div class="fields">
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
        <fieldset v-if="item.kind === 'modifier' && at('beam.kind') !== 'keep'">
          <legend>Beam figures</legend>
          <div class="fields">
            <KitField
              v-for="spec in BEAM_FIELDS[String(at('beam.kind'))]"
              :key="`${at('beam.kind')}-${spec.path}`"
              :spec="spec"
              :value="at(spec.path)"
              :error="errorAt(spec.path)"
              @change="put(spec.path, $event)"
            />
          </div>
        </fieldset>
        <fieldset v-if="shaped">
          <legend>Lit face</legend>
          <div class="fields">
            <v-select
              :model-value="at('face.kind')"
              :items="faceKinds"
              item-value="value"
              item-title="title"
              label="Shape"
              :error-messages="errorAt('face')"
              @update:model-value="put('face.kind', $event)"
            />
            <KitField
              v-for="spec in FACE_FIELDS[String(at('face.kind'))]"
              :key="`${at('face.kind')}-${spec.path}`"
              :spec="spec"
              :value="at(spec.path)"
              :error="errorAt(spec.path)"
              @change="put(spec.path, $event)"
            />
          </div>
        </fieldset>
        <BeamForm
          v-if="item.kind === 'strobe'"
          :distribution="at('distribution') as never"
          :faults="faults"
          @kind="put('distribution.kind', $event)"
          @change="put('distribution', $event)"
        />
        <fieldset v-if="item.kind === 'strobe'">
          <legend>Power dial</legend>
          <div class="fields">
            <v-select
              :model-value="at('dial.kind')"
              :items="DIAL_KINDS"
              item-value="value"
              item-title="title"
              label="Kind of dial"
              @update:model-value="put('dial.kind', $event)"
            />
            <KitField
              v-for="spec in dialFields"
              :key="`${at('dial.kind')}-${spec.path}`"
              :spec="spec"
              :value="at(spec.path)"
              :error="errorAt(spec.path)"
              @change="put(spec.path, $event)"
            />
          </div>
        </fieldset>
        <DurationTable
          v-if="item.kind === 'strobe'"
          :rows="at('durations') as never"
          :faults="faults"
          @change="put('durations', $event)"
        />
      </div>
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
  grid-template-rows: auto minmax(0, 1fr) auto auto;
  max-height: 90dvh;
}
.scroll {
  overflow: auto;
  padding: 0.4rem 0.4rem 0.4rem 0;
}
.fields {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0.7rem 1.4rem;
  align-items: start;
}
.whole {
  grid-column: 1 / -1;
}
fieldset {
  border: 0;
  border-top: 1px solid var(--line);
  margin: 1rem 0 0;
  padding: 0.8rem 0 0;
}
legend {
  color: var(--muted);
  padding: 0 0.5rem 0 0;
}
.row {
  display: flex;
  gap: 0.6rem;
}
@media (max-width: 600px) {
  .fields {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
