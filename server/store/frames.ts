/** Frames of a run. Identifiers come from the client, so sending one twice writes it once. */
import type { Knex } from 'knex'
import type { Frame } from '@core/run/frame'
import type { FrameRecord } from '@core/api/api'

interface Row {
  seq: number
  id: string
  shoot_id: string
  frame: string
  image: string | null
  deleted_at: string | null
}

const toRecord = (row: Row): FrameRecord => ({
  frame: JSON.parse(row.frame) as Frame,
  hasImage: row.image !== null,
  seq: row.seq
})

export function frameStore(db: Knex) {
  const one = (shootId: string, id: string) =>
    db<Row>('frames').where({ shoot_id: shootId, id }).first()
  const frames = {
    list: async (shootId: string): Promise<FrameRecord[]> =>
      (
        await db<Row>('frames').where({ shoot_id: shootId }).whereNull('deleted_at').orderBy('seq')
      ).map(toRecord),

    put: async (shootId: string, frame: Frame): Promise<FrameRecord> => {
      await db<Row>('frames')
        .insert({ id: frame.id, shoot_id: shootId, frame: JSON.stringify(frame) })
        .onConflict(['shoot_id', 'id'])
        .merge(['frame'])
      return toRecord((await one(shootId, frame.id))!)
    },

    imageName: async (shootId: string, id: string): Promise<string | null> =>
      (await one(shootId, id))?.image ?? null,

    setImage: async (shootId: string, id: string, image: string): Promise<boolean> =>
      (await db<Row>('frames').where({ shoot_id: shootId, id }).update({ image })) > 0,

    setDeleted: async (shootId: string, id: string, deleted: boolean): Promise<boolean> =>
      (await db<Row>('frames')
        .where({ shoot_id: shootId, id })
        .update({ deleted_at: deleted ? new Date().toISOString() : null })) > 0,

    copyAll: async (fromShoot: string, toShoot: string): Promise<void> => {
      const rows = await db<Row>('frames')
        .where({ shoot_id: fromShoot })
        .whereNull('deleted_at')
        .orderBy('seq')
      for (const { id, frame, image } of rows)
        await db<Row>('frames').insert({ id, shoot_id: toShoot, frame, image })
    }
  }
  return frames
}
export type FrameStore = ReturnType<typeof frameStore>
