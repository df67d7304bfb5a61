<script setup lang="ts">
/** The two linked drawings, from above and from a side, with their few tools. */
import { mdiFitToPageOutline, mdiMagnifyMinusOutline, mdiMagnifyPlusOutline } from '@mdi/js'
import { useMediaQuery } from '@vueuse/core'
import { ref, useTemplateRef } from 'vue'
import { usePlan } from '@/stores/plan'
import type { View } from './drawing'
import { saveText, svgText } from './exportSvg'
import SetView from './SetView.vue'
import { VIEW_NAMES } from './words'

const store = usePlan()
const side = ref<'left' | 'right'>('left')
const narrow = useMediaQuery('(max-width: 760px)')
const above = useTemplateRef<InstanceType<typeof SetView>>('above')
const aside = useTemplateRef<InstanceType<typeof SetView>>('aside')
const save = (view: View): void => {
  const drawing = view === 'above' ? above.value : aside.value
  if (drawing?.svg) saveText(svgText(drawing.svg), 'image/svg+xml', `${store.plan!.title} ${VIEW_NAMES[view].toLowerCase()}.svg`)
}
const other = (): void => void (side.value = side.value === 'left' ? 'right' : 'left')
</script>

<template>
  <div class="drawings">
    <SetView ref="above" view="above" :height="narrow ? 280 : 292">
      <span class="bar">
        {{ VIEW_NAMES.above }}
        <button type="button" class="tool" aria-label="Zoom in, from above" @click="above?.zoomBy(1.25)"><svg viewBox="0 0 24 24" class="icon" aria-hidden="true"><path :d="mdiMagnifyPlusOutline" /></svg></button>
        <button type="button" class="tool" aria-label="Zoom out, from above" @click="above?.zoomBy(0.8)"><svg viewBox="0 0 24 24" class="icon" aria-hidden="true"><path :d="mdiMagnifyMinusOutline" /></svg></button>
        <button type="button" class="tool" aria-label="Take everything in, from above" @click="above?.refit()"><svg viewBox="0 0 24 24" class="icon" aria-hidden="true"><path :d="mdiFitToPageOutline" /></svg></button>
        <button type="button" class="push bare" aria-label="Save the drawing from above as SVG" @click="save('above')">SVG</button>
      </span>
    </SetView>
    <SetView ref="aside" :key="side" :view="side" :height="narrow ? 220 : 292">
      <span class="bar">
        {{ VIEW_NAMES[side] }}
        <button type="button" class="push bare" :aria-label="`Look from the ${side === 'left' ? 'right' : 'left'} instead`" @click="other">⇄</button>
        <button type="button" class="tool" aria-label="Zoom in, from the side" @click="aside?.zoomBy(1.25)"><svg viewBox="0 0 24 24" class="icon" aria-hidden="true"><path :d="mdiMagnifyPlusOutline" /></svg></button>
        <button type="button" class="tool" aria-label="Zoom out, from the side" @click="aside?.zoomBy(0.8)"><svg viewBox="0 0 24 24" class="icon" aria-hidden="true"><path :d="mdiMagnifyMinusOutline" /></svg></button>
        <button type="button" class="tool" aria-label="Take everything in, from the side" @click="aside?.refit()"><svg viewBox="0 0 24 24" class="icon" aria-hidden="true"><path :d="mdiFitToPageOutline" /></svg></button>
        <button type="button" class="push bare" aria-label="Save the drawing from the side as SVG" @click="save(side)">SVG</button>
      </span>
    </SetView>
  </div>
</template>

<style scoped>
.drawings { display: grid; grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr); gap: 0.9rem; }
.bar { display: flex; align-items: center; gap: 0.1rem; white-space: nowrap; }
.tool { display: grid; place-items: center; width: 28px; height: 28px; color: var(--muted); }
.tool:first-of-type { margin-left: 0.4rem; }
.tool:hover { color: var(--bright); }
.bar .push { min-height: 28px; font-size: 0.8125rem; color: var(--muted); }
@media (max-width: 760px) {
  .drawings { grid-template-columns: minmax(0, 1fr); }
}
@media (pointer: coarse), (max-width: 760px) {
  .tool { width: 40px; height: 44px; }
  .bar .push { min-height: 44px; }
}
</style>
