<script setup lang="ts">
/**
 * The picked light: its strobe and what is on it, where it stands, what it is for, the power to
 * set.
 */
import { computed } from 'vue'
import type { Modifier, Strobe } from '@core/kit/kit'
import { isClear } from '@core/set/seenPlaces'
import { copyLight, removeLight } from '@core/plan/edit'
import type { Light, LightId, Plan } from '@core/plan/plan'
import { mirrors } from '@core/set/optics'
import { chooseOnDial } from '@core/scales/dial'
import FilterList from '@/colour/FilterList.vue'
import KitMoved from '@/instruments/KitMoved.vue'
import KitPick from '@/instruments/KitPick.vue'
import LockButton from '@/instruments/LockButton.vue'
import PowerAdvice from '@/instruments/PowerAdvice.vue'
import PowerRemedies from '@/instruments/PowerRemedies.vue'
import { useKit } from '@/stores/kit'
import { usePlan } from '@/stores/plan'
import { itemLine } from '@/words/kitStart'
import { placeName, ROLE_NAMES } from '@/words/names'
import AimField from './AimField.vue'
import GroupLine from './GroupLine.vue'
import HeadFields from './HeadFields.vue'
import LinkFields from './LinkFields.vue'
import { useSelection } from './selection'
import PositionFields from './PositionFields.vue'

const props = defineProps<{ id: LightId }>()
const store = usePlan()
const kit = useKit()
const selection = useSelection()
const light = computed<Light>(() => store.plan!.lights.find((each) => each.id === props.id)!)
const path = computed(() => `lights.${props.id}` as const)
const modifiersPath = computed(() => `lights.${props.id}.modifiers` as const)
const ownIn = (draft: Plan): Light => draft.lights.find((each) => each.id === props.id)!
const pickStrobe = (strobe: Strobe): void => {
  store.update('strobe', (draft) => {
    const own = ownIn(draft)
    own.strobe = structuredClone(strobe)
    // Another dial has other marks: the power goes to the nearest of them.
    own.powerStops = chooseOnDial(strobe.dial, own.powerStops).mark.stops
    own.zoomMm = null
    own.mount = strobe.face.kind === 'ring' ? 'lens' : 'stand'
  })
}
// By the modifiers alone: a light that only moves makes no new list.
const worn = computed(() => light.value.modifiers)
const free = computed(() =>
  kit.modifiers
    .filter((each) => !worn.value.some((on) => on.id === each.id))
    .map((each) => ({ value: each.id, title: each.name }))
)
const putOn = (id: string): void => {
  const modifier = kit.modifiers.find((each) => each.id === id)
  if (modifier)
    store.update('modifier', (draft) => void ownIn(draft).modifiers.push(structuredClone(modifier)))
}
const takeOff = (modifier: Modifier): void =>
  void store.update('modifier', (draft) => {
    const own = ownIn(draft)
    own.modifiers = own.modifiers.filter((each) => each.id !== modifier.id)
  })
const roles = Object.entries(ROLE_NAMES).map(([value, title]) => ({ value, title }))
/** By the user's own places alone: a light that moves makes no new list. */
const own = computed(() => store.plan!.places)
const LIT_PLACES = ['subject', 'shadow', 'top', 'front']
const CLEAR_PLACES = ['subject', 'rimLeft', 'rimRight']
const offered = computed(() => {
  const plan = store.plan!
  const seen = mirrors(plan) ? ['mirrored'] : []
  return [...(isClear(plan) ? CLEAR_PLACES : LIT_PLACES), 'background', 'foreground', ...seen]
})
/** What it serves stays in the list when the subject or the table is none of that kind any more. */
const served = computed(() => {
  const place = light.value.serves
  const known = place === null || offered.value.includes(place)
  return known || own.value.some(({ id }) => id === place) ? [] : [place]
})
const places = computed(() => [
  { value: '', title: 'the place of its role' },
  ...[...offered.value, ...served.value].map((place) => ({
    value: place,
    title: placeName(store.plan!, place)
  })),
  ...own.value.map(({ id, name }) => ({ value: id, title: name }))
])
const remove = (): void => {
  const next = removeLight(store.plan!, props.id)
  selection.pick('light', next.lights[0]!.id)
  store.replace(next, `take ${props.id} out`)
}
const copy = (): void => {
  const next = copyLight(store.plan!, props.id)
  store.replace(next, `copy ${props.id}`)
  selection.pick('light', next.lights.at(-1)!.id)
}
</script>

<template>
  <section class="group" :class="`hue-${id}`" :aria-label="`Light ${id}`">
    <div class="top">
      <span class="source-mark" aria-hidden="true">{{ id }}</span>
      <input
        class="name"
        :value="light.name"
        maxlength="40"
        :aria-label="`Name of light ${id}`"
        @change="store.set(`${path}.name`, ($event.target as HTMLInputElement).value, 'name')"
      />
      <v-switch
        :model-value="light.on"
        hide-details
        density="compact"
        :aria-label="`Light ${id} on`"
        @update:model-value="store.set(`${path}.on`, Boolean($event), 'switch')"
      />
    </div>
    <PowerAdvice :id="id" />
    <PowerRemedies :id="id" />
    <KitPick kind="strobe" :item="light.strobe" @pick="$event && pickStrobe($event as Strobe)" />
    <HeadFields :light="light" />
    <div class="lock">
      <span class="small muted">Modifiers</span
      ><LockButton
        :locked="store.isLocked(modifiersPath)"
        :label="`modifiers of ${light.id}`"
        @toggle="store.toggleLock(modifiersPath)"
      />
    </div>
    <ul v-if="light.modifiers.length" class="worn" aria-label="On the head">
      <li v-for="modifier in light.modifiers" :key="modifier.id">
        <span
          >{{ modifier.name }}<small class="muted">{{ itemLine(modifier) }}</small
          ><KitMoved :item="modifier" /></span
        ><button
          type="button"
          class="push bare"
          :disabled="store.isLocked(modifiersPath)"
          :aria-label="`Take ${modifier.name} off`"
          @click="takeOff(modifier)"
        >
          Off
        </button>
      </li>
    </ul>
    <v-select
      v-if="light.modifiers.length < 4 && free.length"
      :disabled="store.isLocked(modifiersPath)"
      :model-value="null"
      :items="free"
      item-value="value"
      item-title="title"
      :label="light.modifiers.length ? 'Add another modifier' : 'Modifier'"
      :placeholder="light.modifiers.length ? '' : 'Bare head'"
      persistent-placeholder
      @update:model-value="putOn($event as unknown as string)"
    />
    <div class="lock">
      <span class="small muted">Filters</span
      ><LockButton
        :locked="store.isLocked(`${path}.filters`)"
        :label="`filters of ${light.id}`"
        @toggle="store.toggleLock(`${path}.filters`)"
      />
    </div>
    <FilterList
      :filters="light.filters"
      :about="light.id"
      :locked="store.isLocked(`${path}.filters`)"
      @change="store.set(`${path}.filters`, $event, 'filters')"
    />
    <div class="pair">
      <v-select
        :model-value="light.role"
        :items="roles"
        item-value="value"
        item-title="title"
        label="Role"
        @update:model-value="store.set(`${path}.role`, $event, 'role')"
      />
      <v-select
        :model-value="light.mount"
        :items="[
          { value: 'stand', title: 'On a stand' },
          { value: 'lens', title: 'Round the lens' }
        ]"
        item-value="value"
        item-title="title"
        label="Mount"
        @update:model-value="store.set(`${path}.mount`, $event, 'mount')"
      />
    </div>
    <v-select
      :model-value="light.serves ?? ''"
      :items="places"
      item-value="value"
      item-title="title"
      label="Its power serves"
      @update:model-value="store.set(`${path}.serves`, $event || null, 'serves')"
    />
    <template v-if="light.mount === 'stand'">
      <PositionFields :path="path" />
      <AimField :path="path" label="Aimed at" />
    </template>
    <LinkFields :light="light" />
    <GroupLine :id="id" />
    <div class="row">
      <button
        type="button"
        class="push bare"
        :disabled="store.plan!.lights.length >= 8"
        @click="copy"
      >
        Copy
      </button>
      <button
        type="button"
        class="push bare"
        :disabled="store.plan!.lights.length === 1"
        @click="remove"
      >
        Remove
      </button>
    </div>
  </section>
</template>

<style scoped>
.group {
  gap: 0.3rem;
}
.top {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: 0.5rem;
  align-items: center;
  border-bottom: 1px solid var(--line);
}
.name {
  border: 0;
  background: transparent;
  color: var(--bright);
  font-weight: 500;
  font-size: 1.0625rem;
  min-height: 34px;
  width: 100%;
}
.name:focus {
  outline: 0;
  box-shadow: 0 2px var(--accent);
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.8rem;
  padding: 0.3rem 0;
}
.lock {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.worn li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.5rem;
  border-bottom: 1px dotted var(--line);
}
.worn small {
  display: block;
  font-size: 0.75rem;
}
.row {
  display: flex;
  gap: 0.4rem;
}
</style>
