<script setup lang="ts">
/** What tells a light to fire; and whether it only triggers others while it is off. */
import { computed } from 'vue'
import { hearsFlash } from '@core/kit/link'
import type { FiredBy, Light, LightId, Plan } from '@core/plan/plan'
import KitMoved from '@/instruments/KitMoved.vue'
import { useKit } from '@/stores/kit'
import { usePlan } from '@/stores/plan'
import { carriedWords } from '@/words/links'

const props = defineProps<{ light: Light }>()
const store = usePlan()
const kit = useKit()

const fired = computed(() => props.light.firedBy)
const linked = computed(() => (fired.value?.kind === 'link' ? fired.value : null))
const update = (what: string, change: (own: Light) => void): void =>
  void store.update(what, (draft: Plan) =>
    change(draft.lights.find(({ id }) => id === props.light.id)!)
  )
const ways = computed(() => {
  const own = linked.value?.link
  const gone = own && !kit.ofKind('link').some(({ id }) => id === own.id) ? [own] : []
  return [
    { value: '', title: 'Not said' },
    { value: 'camera', title: 'On the camera' },
    { value: 'hand', title: 'By hand' },
    ...[...kit.ofKind('link'), ...gone].map(({ id, name }) => ({
      value: `link ${id}`,
      title: name
    }))
  ]
})
const way = computed(() =>
  linked.value ? `link ${linked.value.link.id}` : (fired.value?.kind ?? '')
)
const setWay = (value: string): void => {
  const link = kit.ofKind('link').find(({ id }) => value === `link ${id}`)
  if (value.startsWith('link') && !link) return
  const before = linked.value
  const others = store.plan!.lights.filter(({ id }) => id !== props.light.id)
  // With one other light there is no question whose flash a cell sees; a guide may see a lamp.
  const only = link?.way === 'cell' && others.length === 1 ? others[0]!.id : null
  const to: FiredBy | null = link
    ? {
        kind: 'link',
        link: structuredClone(link),
        of: hearsFlash(link) ? (before?.of ?? only) : null,
        preFlash: before?.preFlash ?? false,
        channel: before?.channel && before.channel <= link.channels ? before.channel : null
      }
    : value === 'camera' || value === 'hand'
      ? { kind: value }
      : null
  update('fired by', (own) => void (own.firedBy = to))
}
const change = (part: Partial<NonNullable<typeof linked.value>>): void =>
  update('fired by', (own) => void Object.assign(own.firedBy!, part))
const masters = computed(() => [
  { value: '', title: linked.value?.link.way === 'fibre' ? 'a lamp in the housing' : 'Not said' },
  ...store
    .plan!.lights.filter(({ id }) => id !== props.light.id)
    .map(({ id, name }) => ({ value: id, title: `${id} ${name}` }))
])
const channels = computed(() => [
  { value: 0, title: 'Not said' },
  ...Array.from({ length: linked.value?.link.channels ?? 1 }, (_, i) => ({
    value: i + 1,
    title: String(i + 1)
  }))
])
</script>

<template>
  <div class="links">
    <label v-if="!light.on" class="tick small">
      <input
        type="checkbox"
        :checked="light.onlyTriggers"
        @change="
          store.set(
            `lights.${light.id}.onlyTriggers`,
            ($event.target as HTMLInputElement).checked,
            'only triggers'
          )
        "
      />
      Flashes all the same, covered: it only triggers others
    </label>
    <v-select
      :model-value="way"
      :items="ways"
      item-value="value"
      item-title="title"
      label="Fired by"
      @update:model-value="setWay($event)"
    />
    <template v-if="linked">
      <p class="small muted">{{ carriedWords(linked.link) }}</p>
      <KitMoved :item="linked.link" />
      <v-select
        v-if="hearsFlash(linked.link)"
        :model-value="linked.of ?? ''"
        :items="masters"
        item-value="value"
        item-title="title"
        label="Sees the flash of"
        @update:model-value="change({ of: ($event || null) as LightId | null })"
      />
      <label v-if="hearsFlash(linked.link) && linked.of" class="tick small">
        <input
          type="checkbox"
          :checked="linked.preFlash"
          @change="change({ preFlash: ($event.target as HTMLInputElement).checked })"
        />
        {{ linked.of }} gives pre-flashes (automatic flash, red-eye)
      </label>
      <v-select
        v-if="linked.link.channels > 1"
        :model-value="linked.channel ?? 0"
        :items="channels"
        item-value="value"
        item-title="title"
        label="Channel"
        @update:model-value="change({ channel: $event || null })"
      />
    </template>
  </div>
</template>

<style scoped>
.links {
  display: grid;
  gap: 0.4rem;
  padding: 0.3rem 0;
}
.tick {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 0.5rem;
  align-items: center;
  min-height: 34px;
}
@media (pointer: coarse), (max-width: 760px) {
  .tick {
    min-height: 44px;
  }
}
</style>
