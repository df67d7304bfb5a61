<script setup lang="ts">
/** Every source of ambient light by itself, and the rest; how much each gives where. */
import { computed, ref } from 'vue'
import { ownLevel } from '@core/ledger/ambientSources'
import { withNewSource, withoutSource, withSource, type AmbientStart } from '@core/plan/editAmbient'
import { AMBIENT_SOURCE_IDS, type AmbientSource } from '@core/plan/plan'
import { transportOf } from '@core/set/remembered'
import ChoiceChips from '@/instruments/ChoiceChips.vue'
import { usePlan } from '@/stores/plan'
import { START_NAMES, STATE_CHOICES } from '@/words/ambient'
import { cellWords } from '@/words/ledger'
import { stops } from '@/words/format'
import SourceForm from './SourceForm.vue'

const store = usePlan()
const plan = computed(() => store.plan!)
const sources = computed(() => plan.value.ambient.sources)
const ledger = computed(() => store.evaluation!.ledger)
const opened = ref<string | null>(null)
const levels = (id: string): string => {
  const cells = ledger.value.parts.find(({ source }) => source === id)?.cells
  if (!cells) return ''
  const { subject, background } = cells
  return `subject ${cellWords(subject!)}, background ${cellWords(background!)}`
}
const own = (source: AmbientSource): string => {
  const level = ownLevel(plan.value, transportOf(plan.value), source)
  return level === null ? '' : `, itself ${stops(level)}`
}
const add = (start: AmbientStart): void => {
  const after = withNewSource(plan.value, start)
  if (!after) return
  store.replace(after, `${START_NAMES[start].toLowerCase()} added`)
  opened.value = after.ambient.sources.at(-1)!.id
}
const setState = ({ id, name }: AmbientSource, state: AmbientSource['state']): void =>
  void store.replace(withSource(plan.value, id, { state }), `${name} ${state}`)
const remove = ({ id, name }: AmbientSource): void => {
  store.replace(withoutSource(plan.value, id), `${name} taken out`)
  opened.value = null
}
</script>

<template>
  <section id="sources" class="group" aria-labelledby="sources-title">
    <h2 id="sources-title">Where ambient light comes from</h2>
    <p v-if="sources.length === 0" class="lead small">
      So far it is read together. A window, a lamp in the picture or a screen that counts by itself
      is put in here: with its place, its colour and a reading of its own it can be switched off,
      shaded, and seen in the picture.
    </p>
    <ul v-else class="sources">
      <li v-for="source in sources" :key="source.id" :data-source="source.id">
        <div class="line">
          <button
            type="button"
            class="name"
            :aria-expanded="opened === source.id"
            :aria-label="`${source.name}: open its figures`"
            @click="opened = opened === source.id ? null : source.id"
          >
            <span class="source-mark" aria-hidden="true">{{ source.id }}</span>
            <span
              >{{ source.name
              }}<small class="muted num" data-levels
                >{{ levels(source.id) }}{{ own(source) }}</small
              ></span
            >
          </button>
          <ChoiceChips
            :label="`${source.name} is`"
            :options="STATE_CHOICES"
            :model-value="source.state"
            @update:model-value="setState(source, $event)"
          />
        </div>
        <SourceForm v-if="opened === source.id" :source="source" @remove="remove(source)" />
      </li>
      <li class="line rest" data-source="rest">
        <span class="name"
          ><span class="source-mark" aria-hidden="true">∿</span>
          <span
            >The rest, read together<small class="muted num" data-levels>{{
              levels('rest')
            }}</small></span
          ></span
        >
      </li>
    </ul>
    <div class="add" role="group" aria-label="Put in a source of ambient light">
      <button
        v-for="(name, start) in START_NAMES"
        :key="start"
        type="button"
        class="push"
        :disabled="sources.length >= AMBIENT_SOURCE_IDS.length"
        @click="add(start)"
      >
        + {{ name }}
      </button>
    </div>
  </section>
</template>

<style scoped>
.sources li {
  border-bottom: 1px solid var(--line);
  padding: 0.35rem 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.2rem;
  align-items: center;
  justify-content: space-between;
}
.name {
  display: flex;
  gap: 0.6rem;
  align-items: center;
  text-align: left;
  min-height: 44px;
  flex: 1 1 16rem;
}
button.name:hover {
  color: var(--bright);
}
small {
  display: block;
  font-size: 0.8125rem;
}
.source-mark {
  --hue: var(--ambient);
}
.add {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  padding-top: 0.5rem;
}
.add .push {
  min-height: 40px;
}
@media (pointer: coarse), (max-width: 760px) {
  .add .push {
    min-height: 44px;
  }
}
</style>
