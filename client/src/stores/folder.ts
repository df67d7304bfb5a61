/** The folder that is watched for the open shoot. */
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { Folder } from '@core/api/folder'
import { api } from '@/api/client'

export const useFolder = defineStore('folder', () => {
  const state = shallowRef<Folder | null>(null)
  let asked = 0

  const lookAgain = async (shootId: string): Promise<void> => {
    const mine = ++asked
    const now = await api.folder(shootId).catch(() => undefined)
    if (now !== undefined && mine === asked) state.value = now
  }
  /** @throws ApiProblem for what is no folder */
  const watch = async (shootId: string, path: string, all: boolean): Promise<void> => {
    asked++
    state.value = await api.watchFolder(shootId, path, all)
  }
  const unwatch = async (shootId: string): Promise<void> => {
    asked++
    await api.unwatchFolder(shootId)
    state.value = null
  }
  return { state, lookAgain, watch, unwatch }
})
