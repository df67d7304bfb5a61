<script setup lang="ts">
/** Stages in the order of the work. Nobody is forced through them. */
import { useMediaQuery } from '@vueuse/core'
import { nextTick, useTemplateRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { STAGES } from '@core/api/api'
import { showsDock } from '@/picture/dock'
import PictureDock from '@/picture/PictureDock.vue'
import { usePlan } from '@/stores/plan'
import { useSaving } from '@/stores/saving'
import { STAGE_NAMES } from '@/words/names'

const saving = useSaving()
const route = useRoute()
const plan = usePlan()
const narrow = useMediaQuery('(max-width: 760px)')
const rail = useTemplateRef<HTMLElement>('rail')
/** On a phone the rail is longer than the screen: the stage in hand is brought into sight. */
watch(
  [() => route.name, narrow, rail],
  async () => {
    await nextTick()
    const here = rail.value?.querySelector<HTMLElement>('.router-link-active')
    if (here && narrow.value)
      rail.value!.scrollLeft = here.offsetLeft - (rail.value!.clientWidth - here.offsetWidth) / 2
  },
  { immediate: true, flush: 'post' }
)
</script>

<template>
  <nav ref="rail" aria-label="Stages">
    <router-link
      v-for="(stage, index) in STAGES"
      :key="stage"
      :to="{ name: stage, params: route.params }"
      :class="{ reached: index <= STAGES.indexOf(saving.stage) }"
    >
      <span class="num" aria-hidden="true">{{ index + 1 }}</span>{{ STAGE_NAMES[stage] }}
    </router-link>
    <PictureDock v-if="!narrow && plan.plan && showsDock(route.name)" class="docked" />
  </nav>
</template>

<style scoped>
nav {
  border-right: 1px solid var(--line);
  padding: 0.5rem 0;
  display: flex;
  flex-direction: column;
}
.docked {
  margin: auto 0.5rem 0.2rem;
}
a {
  display: flex;
  gap: 0.7rem;
  align-items: baseline;
  padding: 0.6rem 0 0.6rem 1.1rem;
  color: var(--muted);
  text-decoration: none;
  border-left: 3px solid transparent;
}
a:hover {
  color: var(--text);
}
a .num {
  font-size: 0.75rem;
}
a.reached .num {
  color: var(--ok);
}
a.router-link-active {
  color: var(--bright);
  border-left-color: var(--accent);
}
@media (max-width: 760px) {
  nav {
    flex-direction: row;
    overflow-x: auto;
    scrollbar-width: none;
    border-right: 0;
    border-bottom: 1px solid var(--line);
    padding: 0;
  }
  a {
    flex: 1 0 auto;
    justify-content: center;
    padding: 0 0.55rem;
    min-height: 44px;
    align-items: center;
    font-size: 0.875rem;
    border-left: 0;
    border-bottom: 3px solid transparent;
  }
  a .num {
    display: none;
  }
  a.router-link-active {
    border-bottom-color: var(--accent);
  }
}
</style>
