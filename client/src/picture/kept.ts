/** A version of the plan whose picture was kept, to hold others against. */
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Shot } from '@core/picture/compare'
import type { Plan } from '@core/plan/plan'
import type { Mix } from './useMix'

export type Comparing = 'off' | 'wipe' | 'beside' | 'change'

export interface KeptVersion {
  readonly shootId: string
  readonly plan: Plan
  readonly shot: Shot
}

export const useKeptPicture = defineStore('keptPicture', () => {
  const kept = shallowRef<KeptVersion | null>(null)
  const comparing = ref<Comparing>('off')
  /** how much of the width shows what was kept, 0 to 1 */
  const wipe = ref(0.5)

  const keep = (shootId: string, plan: Plan, { picture, linear }: Mix): void => {
    const { width, height } = picture
    kept.value = { shootId, plan, shot: { width, height, linear: linear.slice() } }
    comparing.value = 'wipe'
  }
  const letGo = (): void => {
    kept.value = null
    comparing.value = 'off'
  }
  return { kept, comparing, wipe, keep, letGo }
})
