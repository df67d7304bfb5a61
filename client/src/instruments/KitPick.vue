<script setup lang="ts">
/**
 * Which item of the kit the plan uses. The plan keeps its own copy; when the kit's figures have
 * moved on, it says so.
 */
import { computed } from 'vue'
import type { KitItem, KitKind } from '@core/kit/kit'
import { useKit } from '@/stores/kit'
import { itemLine } from '@/words/kitStart'
import { KIND_NAMES } from '@/words/names'
import KitMoved from './KitMoved.vue'

const props = defineProps<{
  kind: KitKind
  item: KitItem | null
  optional?: string
  /** what is to be said of an item beside its name */
  remark?: (item: KitItem) => string
}>()
const emit = defineEmits<{ pick: [item: KitItem | null] }>()
const kit = useKit()

const items = computed(() => {
  const known: KitItem[] = kit.ofKind(props.kind)
  const gone = props.item && !known.some((each) => each.id === props.item!.id) ? [props.item] : []
  const all = [...known, ...gone].map((each) => ({
    value: each.id,
    title: [each.name, props.remark?.(each)].filter(Boolean).join(', ')
  }))
  return props.optional ? [{ value: '', title: props.optional }, ...all] : all
})
const pick = (id: string): void =>
  emit(
    'pick',
    (kit.ofKind(props.kind) as KitItem[]).find((each) => each.id === id) ??
      (id === '' ? null : props.item)
  )
</script>

<template>
  <div class="pick">
    <v-select
      :model-value="item?.id ?? ''"
      :items="items"
      item-value="value"
      item-title="title"
      :label="KIND_NAMES[kind].one"
      @update:model-value="pick($event)"
    />
    <p v-if="item" class="small muted">{{ itemLine(item) }}</p>
    <KitMoved v-if="item" :item="item" />
  </div>
</template>

<style scoped>
.pick {
  display: grid;
  gap: 0.25rem;
  padding: 0.3rem 0 0.5rem;
}
</style>
