/** One short message at a time at the foot of the screen, with an undo where there is one. */
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

interface Notice {
  readonly text: string
  readonly undo?: () => Promise<void> | void
}

export const useNotices = defineStore('notices', () => {
  const current = shallowRef<Notice | null>(null)
  return {
    current,
    say: (text: string, undo?: Notice['undo']) => {
      current.value = undo ? { text, undo } : { text }
    },
    clear: () => {
      current.value = null
    },
    runUndo: async () => {
      const notice = current.value
      current.value = null
      await notice?.undo?.()
    }
  }
})
