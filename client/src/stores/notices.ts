/** One short message at a time at the foot of the screen, with something to do where there is. */
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

interface Notice {
  readonly text: string
  readonly act?: { readonly label: string; readonly run: () => Promise<void> | void }
}

export const useNotices = defineStore('notices', () => {
  const current = shallowRef<Notice | null>(null)
  const say = (text: string, undo?: () => Promise<void> | void): void => {
    current.value = undo ? { text, act: { label: 'Undo', run: undo } } : { text }
  }
  return {
    current,
    say,
    offer: (text: string, label: string, run: () => Promise<void> | void): void => {
      current.value = { text, act: { label, run } }
    },
    clear: () => {
      current.value = null
    },
    /** Does what the message offers; says so when it could not be done. */
    act: async (): Promise<void> => {
      const notice = current.value
      current.value = null
      try {
        await notice?.act?.run()
      } catch (error) {
        say(`Not done: ${(error as Error).message}`)
      }
    }
  }
})
