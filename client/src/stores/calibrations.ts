/** What was read on the bench, fetched once and kept in step with the server. */
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { CalibrationRecord } from '@core/api/api'
import { api } from '@/api/client'

export const useCalibrations = defineStore('calibrations', () => {
  /** newest first; null until fetched */
  const records = shallowRef<readonly CalibrationRecord[] | null>(null)

  const load = async (): Promise<void> => {
    records.value = await api.calibrations()
  }
  const save = async (
    draft: Omit<CalibrationRecord, 'version'>,
    version: number | null
  ): Promise<CalibrationRecord> => {
    const saved = await api.saveCalibration(draft, version)
    const known = (records.value ?? []).some(({ id }) => id === saved.id)
    records.value = known
      ? records.value!.map((record) => (record.id === saved.id ? saved : record))
      : [saved, ...(records.value ?? [])]
    return saved
  }
  const remove = async (id: string): Promise<void> => {
    await api.deleteCalibration(id)
    records.value = (records.value ?? []).filter((record) => record.id !== id)
  }
  const restore = async (id: string): Promise<void> => {
    await api.restoreCalibration(id)
    await load()
  }
  return { records, load, save, remove, restore }
})
