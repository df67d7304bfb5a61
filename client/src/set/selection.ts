/**
 * What is picked: one light, card, place or prop of the set. Shared by the drawings, the list and
 * the panels; no part of the plan.
 */
import { defineStore } from 'pinia'
import { ref } from 'vue'

export interface Picked {
  readonly kind: 'light' | 'card' | 'place' | 'prop'
  readonly id: string
}

export const useSelection = defineStore('selection', () => {
  const picked = ref<Picked>({ kind: 'light', id: 'A' })
  const pick = (kind: Picked['kind'], id: string): void => void (picked.value = { kind, id })
  const is = (kind: Picked['kind'], id: string): boolean =>
    picked.value.kind === kind && picked.value.id === id
  return { picked, pick, is }
})
