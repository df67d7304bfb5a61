/**
 * Strobes as stores of energy: a flash takes what its power says, the pack fills up evenly. One
 * fired too soon gives what is there.
 */
import type { Light } from '@core/plan/plan'

interface Store {
  /** share of a full flash that was there, */
  energy: number
  /** at this time, ms */
  at: number
  firedAt: number
}

type Head = Pick<Light, 'id' | 'strobe'>

export function strobesOf(now: () => number) {
  const stores = new Map<string, Store>()
  const storeOf = ({ id, strobe }: Head): Store => {
    let store = stores.get(id)
    if (!store) stores.set(id, (store = { energy: 1, at: now(), firedAt: -Infinity }))
    const { recycleFullS } = strobe
    const gained = recycleFullS > 0 ? (now() - store.at) / 1000 / recycleFullS : 1
    store.energy = Math.min(1, store.energy + gained)
    store.at = now()
    return store
  }
  return {
    ready: (head: Head, powerStops: number): boolean => {
      const { energy, firedAt } = storeOf(head)
      return (
        energy >= Math.min(1, 2 ** powerStops) - 1e-9 &&
        now() - firedAt >= head.strobe.leastRecycleS * 1000
      )
    },
    /** @returns what it gave, stops below full; null: nothing */
    fire: (head: Head, powerStops: number): number | null => {
      const store = storeOf(head)
      const given = Math.min(2 ** powerStops, store.energy)
      store.energy -= given
      store.firedAt = now()
      return given > 2 ** -14 ? Math.min(powerStops, Math.log2(given)) : null
    }
  }
}
