/** Calibrations of kit items: what was read on the bench. */
import type { Knex } from 'knex'
import type { CalibrationRecord } from '@core/api/api'
import { calibrationSchema, type Calibration } from '@core/calibration/calibration'
import { openStored } from './stored'

interface Row {
  id: string
  kit_id: string
  version: number
  calibration: string
  deleted_at: string | null
}

export type CalibrationSave =
  | { readonly kind: 'saved'; readonly record: CalibrationRecord }
  | { readonly kind: 'stale'; readonly version: number }
  | { readonly kind: 'missing' }
  | { readonly kind: 'no-item' }

const toRecord = ({ id, kit_id, version, calibration }: Row): CalibrationRecord[] => {
  const opened = openStored(calibrationSchema, calibration)
  return opened.ok ? [{ id, kitId: kit_id, version, calibration: opened.value }] : []
}

export function calibrationStore(db: Knex) {
  return {
    /** Newest first; what cannot be read is passed over, so are those of deleted items. */
    list: async (): Promise<CalibrationRecord[]> => {
      const rows = (await db<Row>('calibrations')
        .join('kit', 'kit.id', 'calibrations.kit_id')
        .whereNull('kit.deleted_at')
        .whereNull('calibrations.deleted_at')
        .orderBy('calibrations.seq', 'desc')
        .select('calibrations.*')) as Row[]
      return rows.flatMap(toRecord)
    },

    /**
     * Writes only when `version` is still the present one; the same sent twice is written once.
     * @param version null for a new one
     */
    save: async (
      id: string,
      kitId: string,
      calibration: Calibration,
      version: number | null
    ): Promise<CalibrationSave> =>
      db.transaction(async (trx): Promise<CalibrationSave> => {
        const item = await trx('kit').where({ id: kitId }).whereNull('deleted_at').first<unknown>()
        if (!item) return { kind: 'no-item' }
        const text = JSON.stringify(calibration)
        const row = { id, kit_id: kitId, calibration: text, version: (version ?? 0) + 1 }
        const written =
          version === null
            ? (await trx<Row>('calibrations').insert(row).onConflict('id').ignore().returning('id'))
                .length
            : await trx<Row>('calibrations')
                .where({ id, version, kit_id: kitId })
                .whereNull('deleted_at')
                .update(row)
        const now = await trx<Row>('calibrations').where({ id }).first()
        if (!now || now.deleted_at !== null) return { kind: 'missing' }
        const same = now.version === row.version && now.calibration === text && now.kit_id === kitId
        if (written === 0 && !same) return { kind: 'stale', version: now.version }
        return { kind: 'saved', record: toRecord(now)[0]! }
      }),

    setDeleted: async (id: string, deleted: boolean): Promise<boolean> =>
      (await db<Row>('calibrations')
        .where({ id })
        .update({ deleted_at: deleted ? new Date().toISOString() : null })) > 0
  }
}
export type CalibrationStore = ReturnType<typeof calibrationStore>
