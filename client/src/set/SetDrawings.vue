<script setup lang="ts">
/** The two linked drawings, from above and from a side, with their tools. */
import { useMediaQuery } from '@vueuse/core'
import { ref, useTemplateRef } from 'vue'
import { usePlan } from '@/stores/plan'
import type { View } from './drawing'
import { saveText } from '@/api/saveFile'
import { svgText } from './exportSvg'
import SetView from './SetView.vue'
import ViewTools from './ViewTools.vue'
import { VIEW_NAMES } from './words'

defineProps<{
  /** stacked beside the picture */
  beside?: boolean
}>()
const store = usePlan()
const side = ref<'left' | 'right'>('left')
const narrow = useMediaQuery('(max-width: 760px)')
const above = useTemplateRef<InstanceType<typeof SetView>>('above')
const aside = useTemplateRef<InstanceType<typeof SetView>>('aside')
const save = (view: View): void => {
  const drawing = view === 'above' ? above.value : aside.value
  if (drawing?.svg)
    saveText(
      svgText(drawing.svg),
      'image/svg+xml',
      `${store.plan!.title} ${VIEW_NAMES[view].toLowerCase()}.svg`
    )
}
const other = (): void => void (side.value = side.value === 'left' ? 'right' : 'left')
</script>

<template>
  <div class="drawings" :class="{ beside }">
    <SetView ref="above" view="above" :height="narrow ? 280 : beside ? 158 : 292">
      <ViewTools
        view="above"
        where="from above"
        @zoom="above?.zoomBy($event)"
        @fit="above?.refit()"
        @save="save('above')"
      />
    </SetView>
    <SetView ref="aside" :key="side" :view="side" :height="narrow ? 220 : beside ? 126 : 292">
      <ViewTools
        :view="side"
        where="from the side"
        @zoom="aside?.zoomBy($event)"
        @fit="aside?.refit()"
        @save="save(side)"
      >
        <button
          type="button"
          class="push bare"
          :aria-label="`Look from the ${side === 'left' ? 'right' : 'left'} instead`"
          @click="other"
        >
          ⇄
        </button>
      </ViewTools>
    </SetView>
  </div>
</template>

<style scoped>
.drawings {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 0.9rem;
}
.beside :deep(figcaption) {
  gap: 0.1rem;
  font-size: 0.75rem;
}
.beside :deep(.tool) {
  width: 24px;
  margin-left: 0;
}
.beside :deep(.push.bare) {
  padding: 0 0.2rem;
}
.beside {
  grid-template-columns: minmax(0, 1fr);
  gap: 0.4rem;
}
@media (max-width: 760px) {
  .drawings {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
