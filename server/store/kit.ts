/** Kit in the database, with the shoots that use each item. */
import type { Knex } from 'knex'
import type { KitItem, KitKind } from '@core/kit/kit'
import type { KitRecord } from '@core/api/api'

interface Row {
  id: string
  kind: KitKind
  version: number
  item: string
  deleted_at: string | null
}

export type KitSave =
  | { readonly kind: 'saved'; readonly record: KitRecord }
  | { readonly kind: 'stale'; readonly version: number }

export function kitStore(db: Knex) {
  const usesOf = async (kitIds: readonly string[]): Promise<Map<string, KitRecord['uses']>> => {
    const rows = (await db('kit_uses')
      .join('shoots', 'shoots.id', 'kit_uses.shoot_id')
      .whereNull('shoots.deleted_at')
      .whereIn('kit_uses.kit_id', [...kitIds])
      .select('kit_uses.kit_id', 'shoots.id')
      .select(db.raw("json_extract(shoots.plan, '$.title') as title"))) as {
      kit_id: string
      id: string
      title: string
    }[]
    const uses = new Map<string, KitRecord['uses']>()
    for (const row of rows)
      uses.set(row.kit_id, [...(uses.get(row.kit_id) ?? []), { shootId: row.id, title: row.title }])
    return uses
  }

  const toRecords = async (rows: Row[]): Promise<KitRecord[]> => {
    const uses = await usesOf(rows.map((row) => row.id))
    return rows.map((row) => ({
      item: JSON.parse(row.item) as KitItem,
      version: row.version,
      uses: uses.get(row.id) ?? []
    }))
  }

  return {
    list: async (kind?: KitKind): Promise<KitRecord[]> => {
      const query = db<Row>('kit')
        .whereNull('deleted_at')
        .orderBy([{ column: 'kind' }, { column: 'rowid' }])
      return toRecords(await (kind ? query.where({ kind }) : query))
    },

    /** @param version null for a new item */
    save: async (item: KitItem, version: number | null): Promise<KitSave> => {
      const known = await db<Row>('kit').where({ id: item.id }).first()
      if (version === null && known && known.item === JSON.stringify(item))
        return { kind: 'saved', record: (await toRecords([known]))[0]! }
      if (version === null ? known : known?.version !== version)
        return { kind: 'stale', version: known?.version ?? 1 }
      const row = {
        id: item.id,
        kind: item.kind,
        item: JSON.stringify(item),
        version: (version ?? 0) + 1,
        deleted_at: null
      }
      if (known) await db<Row>('kit').where({ id: item.id, version: version! }).update(row)
      else await db<Row>('kit').insert(row)
      return { kind: 'saved', record: (await toRecords([row as Row]))[0]! }
    },

    setDeleted: async (id: string, deleted: boolean): Promise<boolean> =>
      (await db<Row>('kit')
        .where({ id })
        .update({ deleted_at: deleted ? new Date().toISOString() : null })) > 0
  }
}
export type KitStore = ReturnType<typeof kitStore>
