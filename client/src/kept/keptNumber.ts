/** A number of the page that this browser remembers. */
import { customRef, type Ref } from 'vue'
import { keep, readKept } from './storage'

/** @param otherwise while nothing usable is kept */
export const keptNumber = (key: string, otherwise: number, least: number, most: number) =>
  customRef<number>((track, trigger) => {
    const usable = (value: number): boolean => value >= least && value <= most
    const text = readKept(key)
    let value = text !== null && usable(Number(text)) ? Number(text) : otherwise
    return {
      get: () => (track(), value),
      set: (next) => {
        value = next
        keep(key, String(next))
        trigger()
      }
    }
  }) as Ref<number>
