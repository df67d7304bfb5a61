/** What was said of the steps of a run. Named by the client: one sent twice is noted once. */
import type { Knex } from 'knex'
import { MOST_TICKS, tickSchema, type Tick } from '@core/run/tick'
import { openStored } from './stored'

interface Row {
  seq: number
  id: string
  shoot_id: string
  tick: string
}

export function tickStore(db: Knex) {
  return {
    /** In the order they arrived, the latest of them; what cannot be read is passed over. */
    list: async (shootId: string): Promise<Tick[]> => {
      const rows = await db<Row>('ticks')
        .where({ shoot_id: shootId })
        .orderBy('seq', 'desc')
        .limit(MOST_TICKS)
      return rows.reverse().flatMap(({ tick }) => {
        const opened = openStored(tickSchema, tick)
        return opened.ok ? [opened.value] : []
      })
    },

    /** @returns whether it is new; false: it was there already, and stands as it was */
    put: async (shootId: string, tick: Tick): Promise<boolean> => {
      const written = await db<Row>('ticks')
        .insert({ id: tick.id, shoot_id: shootId, tick: JSON.stringify(tick) })
        .onConflict(['shoot_id', 'id'])
        .ignore()
        .returning('seq')
      return written.length > 0
    }
  }
}
export type TickStore = ReturnType<typeof tickStore>

/** All that was said of one shoot's steps, copied to another inside a transaction. */
export async function copyTicks(trx: Knex, fromShoot: string, toShoot: string): Promise<void> {
  const rows = await trx<Row>('ticks').where({ shoot_id: fromShoot }).orderBy('seq')
  for (const { id, tick } of rows) await trx<Row>('ticks').insert({ id, shoot_id: toShoot, tick })
}
