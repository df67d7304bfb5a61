<script setup lang="ts">
/** The cautions of a stage, shown once per shoot: read, they are under Prepare. */
import { computed, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { CAUTION_STAGE, cautionsFor, type Caution } from '@core/prepare/cautions'
import { usePlan } from '@/stores/plan'
import { useTicks } from '@/stores/ticks'
import CautionText from './CautionText.vue'

const store = usePlan()
const ticks = useTicks()
const route = useRoute()
/**
 * Those the stage was entered with: one that comes to apply while somebody drags or types does not
 * push the stage away under the hand, but is shown next time.
 */
const asEntered = shallowRef<readonly Caution[]>([])
watch(
  () => route.name,
  (stage) =>
    (asEntered.value = cautionsFor(store.plan!).filter((each) => CAUTION_STAGE[each] === stage)),
  { immediate: true }
)
const unread = computed(() => asEntered.value.filter((each) => !ticks.notes.told.has(each)))
const read = (): void => unread.value.forEach((each) => ticks.say({ kind: 'told', what: each }))
</script>

<template>
  <aside v-if="unread.length" class="note" aria-label="Cautions">
    <div class="texts">
      <CautionText v-for="each in unread" :key="each" :caution="each" />
    </div>
    <button type="button" class="push" @click="read">Read</button>
  </aside>
</template>

<style scoped>
.note {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0.4rem 1.2rem;
  align-items: center;
  padding: 0.5rem 1.25rem;
  border-bottom: 1px solid var(--line);
  border-left: 3px solid var(--near);
  background: var(--surface);
  font-size: 0.875rem;
  line-height: 1.35;
}
.texts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(24rem, 100%), 1fr));
  gap: 0.4rem 1.6rem;
}
.texts :deep(p) {
  max-width: none;
}
.push {
  min-height: 44px;
}
@media (max-width: 760px) {
  .note {
    grid-template-columns: minmax(0, 1fr);
    padding: 0.6rem 0.9rem;
  }
  .push {
    min-height: 56px;
    justify-content: center;
  }
}
</style>
