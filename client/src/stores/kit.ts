/** The user's kit, fetched once and kept in step with the server. */
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import type { KitItem, KitKind } from '@core/kit/kit'
import type { KitRecord, UnreadableItem } from '@core/api/api'
import { api } from '@/api/client'

export const useKit = defineStore('kit', () => {
  const records = shallowRef<readonly KitRecord[] | null>(null)

  const load = async (): Promise<void> => {
    records.value = await api.kit()
  }
  /** Items that are kept but cannot be read. */
  const unreadable = shallowRef<readonly UnreadableItem[]>([])
  const loadUnreadable = async (): Promise<void> => {
    unreadable.value = await api.unreadableKit()
  }
  const ofKind = <K extends KitKind>(kind: K): Extract<KitItem, { kind: K }>[] =>
    (records.value ?? [])
      .map((record) => record.item)
      .filter((item): item is Extract<KitItem, { kind: K }> => item.kind === kind)

  const save = async (item: KitItem, version: number | null): Promise<void> => {
    const saved = await api.saveKit(item, version)
    const others = (records.value ?? []).filter((record) => record.item.id !== item.id)
    const at = (records.value ?? []).findIndex((record) => record.item.id === item.id)
    records.value =
      at < 0
        ? [...others, saved]
        : (records.value ?? []).map((record, i) => (i === at ? saved : record))
  }
  const remove = async (id: string): Promise<void> => {
    await api.deleteKit(id)
    records.value = (records.value ?? []).filter((record) => record.item.id !== id)
  }
  const restore = async (id: string): Promise<void> => {
    await api.restoreKit(id)
    await load()
  }

  return {
    records,
    unreadable,
    load,
    loadUnreadable,
    ofKind,
    save,
    remove,
    restore,
    modifiers: computed(() => ofKind('modifier')),
    filters: computed(() => ofKind('filter'))
  }
})
