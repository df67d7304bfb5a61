<script setup lang="ts">
/**
 * The picked light: its strobe and what is on it, where it stands, what it is for, the power to
 * set.
 */
import { computed } from 'vue'
import type { Strobe } from '@core/kit/kit'
import { copyLight, removeLight } from '@core/plan/edit'
import type { Light, LightId, Plan } from '@core/plan/plan'
import { chooseOnDial } from '@core/scales/dial'
import FilterList from '@/colour/FilterList.vue'
import KitPick from '@/instruments/KitPick.vue'
import LockButton from '@/instruments/LockButton.vue'
import PowerAdvice from '@/instruments/PowerAdvice.vue'
import PowerRemedies from '@/instruments/PowerRemedies.vue'
import { usePlan } from '@/stores/plan'
import { ROLE_NAMES } from '@/words/names'
import AimField from './AimField.vue'
import GroupLine from './GroupLine.vue'
import HeadFields from './HeadFields.vue'
import LinkFields from './LinkFields.vue'
import { useSelection } from './selection'
import ModifierList from './ModifierList.vue'
import PositionFields from './PositionFields.vue'
import ServesField from './ServesField.vue'

const props = defineProps<{ id: LightId }>()
const store = usePlan()
const selection = useSelection()
const light = computed<Light>(() => store.plan!.lights.find((each) => each.id === props.id)!)
const path = computed(() => `lights.${props.id}` as const)
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
const roles = Object.entries(ROLE_NAMES).map(([value, title]) => ({ value, title }))
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
    <ModifierList :light="light" />
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
    <ServesField :light="light" />
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
.row {
  display: flex;
  gap: 0.4rem;
}
</style>
