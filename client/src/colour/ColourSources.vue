<script setup lang="ts">
/** Every light with its lamp, the filters before it, what they cost, and what it looks like. */
import { computed, ref } from 'vue'
import { ambientFilterStops, lightFilterStops } from '@core/ledger/sourceColours'
import { sourceColour } from '@core/ledger/colours'
import type { Source } from '@core/colour/sources'
import type { Filter } from '@core/kit/kit'
import type { Light, ReadPlace } from '@core/plan/plan'
import LockButton from '@/instruments/LockButton.vue'
import { useNotices } from '@/stores/notices'
import { usePlan } from '@/stores/plan'
import { sourceWords } from '@/words/colour'
import { stops } from '@/words/format'
import FilterList from './FilterList.vue'
import LampFields from './LampFields.vue'
import LightColourLine from './LightColourLine.vue'

const store = usePlan()
const notices = useNotices()
const plan = computed(() => store.plan!)
const lights = computed(() =>
  plan.value.lights
    .filter(({ on }) => on)
    .map((light) => ({
      light,
      colour: sourceColour(plan.value, light.id, 'subject')!,
      cost: lightFilterStops(plan.value, light)
    }))
)
const AMBIENT: readonly {
  readonly at: ReadPlace
  readonly title: string
  readonly about: string
}[] = [
  { at: 'subject', title: 'Ambient on the subject', about: 'ambient on the subject' },
  { at: 'background', title: 'Ambient behind it', about: 'ambient behind it' }
]
const ambient = computed(() =>
  AMBIENT.map((each) => ({
    ...each,
    source: plan.value.ambient.colour[each.at],
    colour: sourceColour(plan.value, 'ambient', each.at)!,
    cost: ambientFilterStops(plan.value, each.at)
  }))
)
const setFilters = ({ id }: Light, filters: Filter[]): void =>
  void store.set(`lights.${id}.filters`, filters, 'filters')
const faults = ref<Partial<Record<ReadPlace, string>>>({})
const setAmbient = (at: ReadPlace, source: Source): void => {
  const found = store.update(
    'colour of ambient',
    (draft) => void (draft.ambient.colour[at] = source as never)
  )
  faults.value = { ...faults.value, [at]: found[0]?.message ?? '' }
  // Said here, at the field, it need not be said at the foot of the screen too.
  if (found.length) notices.clear()
}
const costWords = (cost: number): string =>
  cost > -0.005 ? 'no filter before it' : `filters take ${stops(cost)} stops`
</script>

<template>
  <section class="group" aria-labelledby="sources-title">
    <h2 id="sources-title">Lights and what is before them</h2>
    <ul class="sources">
      <li
        v-for="{ light, colour, cost } in lights"
        :key="light.id"
        :class="`hue-${light.id}`"
        :data-colour="light.id"
      >
        <div class="who">
          <span class="source-mark" aria-hidden="true">{{ light.id }}</span>
          <span
            >{{ light.name
            }}<small class="muted"
              >{{ light.strobe.name }}, {{ sourceWords(light.strobe.colour) }}</small
            ></span
          >
        </div>
        <LightColourLine :colour="colour" />
        <div class="gels">
          <p class="small muted cost">
            <span>{{ costWords(cost) }}</span><LockButton
              :locked="store.isLocked(`lights.${light.id}.filters`)"
              :label="`filters of ${light.id}`"
              @toggle="store.toggleLock(`lights.${light.id}.filters`)"
            />
          </p>
          <FilterList
            :filters="light.filters"
            :about="light.id"
            :locked="store.isLocked(`lights.${light.id}.filters`)"
            @change="setFilters(light, $event)"
          />
        </div>
      </li>
      <li
        v-for="{ at, title, about, source, colour, cost } in ambient"
        :key="at"
        class="hue-ambient"
        :data-colour="`ambient-${at}`"
      >
        <div class="who">
          <span class="source-mark" aria-hidden="true">∿</span>
          <span
            >{{ title
            }}<small class="muted">{{
              plan.ambient[at] ? sourceWords(source) : 'not read yet'
            }}</small></span
          >
        </div>
        <LightColourLine :colour="colour" />
        <details class="gels">
          <summary class="small muted">
            Its lamp{{ cost > -0.005 ? '' : `; ${costWords(cost)}` }}
          </summary>
          <LampFields
            :source="source"
            :about="about"
            :error="faults[at] ?? ''"
            @change="setAmbient(at, $event)"
          />
        </details>
      </li>
    </ul>
    <div class="lens">
      <h3>On the lens</h3>
      <p class="small muted">It is before every light at once.</p>
      <FilterList
        :filters="plan.lensFilters"
        about="the lens"
        :locked="false"
        @change="store.set('lensFilters', $event, 'filters on the lens')"
      />
    </div>
  </section>
</template>

<style scoped>
.sources li {
  display: grid;
  grid-template-columns: minmax(9rem, 1fr) minmax(11rem, 1.1fr) minmax(12rem, 1.4fr);
  gap: 0.4rem 1.2rem;
  padding: 0.55rem 0;
  border-bottom: 1px solid var(--line);
  align-items: start;
}
.who {
  display: flex;
  gap: 0.6rem;
  align-items: center;
}
.who small {
  display: block;
  font-size: 0.8125rem;
}
.cost {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
summary {
  cursor: pointer;
  min-height: 2.2rem;
  align-content: center;
}
details :deep(.lamp) {
  grid-template-columns: minmax(0, 1fr);
}
.lens {
  padding-top: 0.7rem;
  max-width: 26rem;
}
@media (max-width: 760px) {
  .sources li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
