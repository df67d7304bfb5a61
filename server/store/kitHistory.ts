/** Earlier figures of kit items, so that a change can be looked at and gone back on. */
import type { Knex } from 'knex'
import { kitItemSchema } from '@core/kit/kit'
import type { KitVersion } from '@core/api/api'
import { openStored } from './stored'

interface Row {
  seq: number
  kit_id: string
  version: number
  item: string
  until: string
}

/** So many are kept of an item; the oldest go. */
const MOST_VERSIONS = 100

/** Keeps what an item said until now, inside the transaction that changes it. */
export async function keepVersion(
  trx: Knex,
  kitId: string,
  version: number,
  item: string
): Promise<void> {
  await trx<Row>('kit_history').insert({
    kit_id: kitId,
    version,
    item,
    until: new Date().toISOString()
  })
  const kept = trx<Row>('kit_history')
    .where({ kit_id: kitId })
    .orderBy('seq', 'desc')
    .limit(MOST_VERSIONS)
    .select('seq')
  await trx<Row>('kit_history').where({ kit_id: kitId }).whereNotIn('seq', kept).delete()
}

/** Newest first; what cannot be read is passed over. */
export async function versionsOf(db: Knex, kitId: string): Promise<KitVersion[]> {
  const rows = await db<Row>('kit_history').where({ kit_id: kitId }).orderBy('seq', 'desc')
  return rows.flatMap(({ version, until, item }) => {
    const opened = openStored(kitItemSchema, item)
    return opened.ok ? [{ version, until, item: opened.value }] : []
  })
}
