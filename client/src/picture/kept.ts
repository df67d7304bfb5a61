/** A version of the plan whose picture was kept, to hold others against. */
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Picture } from '@core/picture/picture'
import type { Plan } from '@core/plan/plan'

export type Comparing = 'off' | 'wipe' | 'beside' | 'change'

export interface KeptVersion {
  readonly shootId: string
  readonly plan: Plan
  /** its light, source by source, and the plan that was traced */
  readonly traced: { readonly plan: Plan; readonly picture: Picture }
}

export const useKeptPicture = defineStore('keptPicture', () => {
  const kept = shallowRef<KeptVersion | null>(null)
  const comparing = ref<Comparing>('off')
  /** how much of the width shows what was kept, 0 to 1 */
  const wipe = ref(0.5)

  const keep = (version: KeptVersion): void => {
    kept.value = version
    comparing.value = 'wipe'
  }
  const letGo = (): void => {
    kept.value = null
    comparing.value = 'off'
  }
  return { kept, comparing, wipe, keep, letGo }
})
