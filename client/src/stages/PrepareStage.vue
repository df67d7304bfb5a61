<script setup lang="ts">
/** Getting ready, and putting away: a checklist made from the plan, with the reason for each step. */
import { computed, ref } from 'vue'
import { cautionsFor } from '@core/prepare/cautions'
import type { ListedItem } from '@core/prepare/listed'
import CautionText from '@/prepare/CautionText.vue'
import CheckRow from '@/prepare/CheckRow.vue'
import PrintedCard from '@/prepare/PrintedCard.vue'
import RigPanel from '@/prepare/RigPanel.vue'
import { useChecklist } from '@/prepare/useChecklist'
import { usePlan } from '@/stores/plan'

const store = usePlan()
const list = useChecklist()
const nowMs = Date.now()
const PARTS = [
  { when: 'before', title: 'Before', add: 'A step of your own before' },
  { when: 'after', title: 'Afterwards', add: 'A step of your own afterwards' }
] as const
const of = (when: ListedItem['when']): ListedItem[] =>
  list.items.value.filter((item) => item.when === when)
const done = (when: ListedItem['when']): number =>
  of(when).filter(({ state }) => state !== 'open').length
const ordering = ref(false)
const typed = ref({ before: '', after: '' })
const add = (when: ListedItem['when']): void => {
  const text = typed.value[when].trim()
  if (text) list.add(when, text)
  typed.value[when] = ''
}
const print = (): void => window.print()
const cautions = computed(() => cautionsFor(store.plan!))
</script>

<template>
  <div class="stage prepare-stage">
    <h1 class="hidden-label">Prepare</h1>
    <section
      v-for="{ when, title, add: label } in PARTS"
      :key="when"
      class="group"
      :aria-labelledby="`prepare-${when}`"
    >
      <h2 :id="`prepare-${when}`">
        {{ title }}
        <span class="small muted num">{{ done(when) }} of {{ of(when).length }}</span>
        <button v-if="when === 'before'" type="button" class="push bare order" @click="print">
          Print the card
        </button>
        <button
          v-if="when === 'before'"
          type="button"
          class="push bare"
          :aria-pressed="ordering"
          @click="ordering = !ordering"
        >
          {{ ordering ? 'Order is right' : 'Change the order' }}
        </button>
      </h2>
      <ol>
        <CheckRow
          v-for="(item, i) in of(when)"
          :key="item.key"
          :item="item"
          :first="i === 0"
          :last="i === of(when).length - 1"
          :ordering="ordering"
          :now-ms="nowMs"
          @mark="(to, why) => list.mark(item, to, why)"
          @move="list.move(item, $event)"
          @remove="list.remove(item)"
        />
      </ol>
      <form class="own" @submit.prevent="add(when)">
        <label class="small muted" :for="`own-${when}`">{{ label }}</label>
        <input :id="`own-${when}`" v-model="typed[when]" maxlength="200" />
        <button type="submit" class="push">Add</button>
      </form>
    </section>
    <PrintedCard :items="list.items.value" :cautions="cautions" :now-ms="nowMs" />
    <RigPanel v-if="store.plan!.medium.kind !== 'air'" />
    <section class="group" aria-labelledby="cautions-title">
      <h2 id="cautions-title">Cautions</h2>
      <CautionText v-for="each in cautions" :key="each" :caution="each" />
      <p v-if="!cautions.length" class="small muted">None for this plan.</p>
    </section>
  </div>
</template>

<style scoped>
.prepare-stage {
  max-width: 62rem;
  gap: 1.6rem;
}
h2 {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 0.8rem;
  align-items: center;
}
h2 .push {
  min-height: 44px;
  font-size: 0.875rem;
}
.order {
  margin-left: auto;
}
.own {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 0.6rem;
  align-items: center;
  padding-top: 0.6rem;
}
.own label {
  flex: 1 0 100%;
}
.own input {
  flex: 1 1 12rem;
  min-height: 48px;
  padding: 0 0.6rem;
  color: var(--bright);
  background: var(--well);
  border: 1px solid var(--rule);
}
.own .push {
  min-height: 48px;
}
</style>
