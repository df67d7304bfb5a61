<script setup lang="ts">
/** Says when the kit has other figures of an item than the plan's copy, and takes them up. */
import { dequal } from 'dequal/lite'
import { computed } from 'vue'
import type { KitItem } from '@core/kit/kit'
import { withKitFigures } from '@core/run/kitFigures'
import { useKit } from '@/stores/kit'
import { usePlan } from '@/stores/plan'

const props = defineProps<{ item: KitItem }>()
const kit = useKit()
const store = usePlan()
const fresh = computed(() => kit.records?.find(({ item }) => item.id === props.item.id)?.item)
const moved = computed(() => fresh.value !== undefined && !dequal(fresh.value, props.item))
/** Wherever the plan has it; what was measured with the older figures stays measured. */
const update = (): void =>
  void store.replace(withKitFigures(store.plan!, fresh.value!), 'the kit’s figures')
</script>

<template>
  <p v-if="moved" class="small">
    <span class="near">The kit’s figures have changed since.</span>
    <button type="button" class="push bare" :aria-label="`Update ${item.name}`" @click="update">
      Update
    </button>
  </p>
</template>
