/** Kit in the database, with the shoots that use each item. */
import type { Knex } from 'knex'
import { kitItemSchema, type KitItem, type KitKind } from '@core/kit/kit'
import type { KitRecord, KitVersion, UnreadableItem } from '@core/api/api'
import { keepVersion, versionsOf } from './kitHistory'
import { faultWords, openStored, parseJson } from './stored'

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
  | { readonly kind: 'missing' }

async function usesOf(
  db: Knex,
  kitIds: readonly string[]
): Promise<Map<string, KitRecord['uses']>> {
  const rows = (await db('kit_uses')
    .join('shoots', 'shoots.id', 'kit_uses.shoot_id')
    .whereNull('shoots.deleted_at')
    .whereIn('kit_uses.kit_id', [...kitIds])
    .select('kit_uses.kit_id', 'shoots.id')
    .select(
      db.raw(
        'case when json_valid(shoots.plan) ' +
          "then json_extract(shoots.plan, '$.title') end as title"
      )
    )) as {
    kit_id: string
    id: string
    title: unknown
  }[]
  const uses = new Map<string, KitRecord['uses']>()
  for (const row of rows)
    uses.set(row.kit_id, [
      ...(uses.get(row.kit_id) ?? []),
      { shootId: row.id, title: typeof row.title === 'string' ? row.title : row.id }
    ])
  return uses
}

async function toRecords(db: Knex, rows: readonly Row[]): Promise<KitRecord[]> {
  const uses = await usesOf(
    db,
    rows.map((row) => row.id)
  )
  return rows.flatMap((row) => {
    const opened = openStored(kitItemSchema, row.item)
    return opened.ok
      ? [{ item: opened.value, version: row.version, uses: uses.get(row.id) ?? [] }]
      : []
  })
}

export function kitStore(db: Knex) {
  return {
    list: async (kind?: KitKind): Promise<KitRecord[]> => {
      const query = db<Row>('kit')
        .whereNull('deleted_at')
        .orderBy([{ column: 'kind' }, { column: 'rowid' }])
      return toRecords(db, await (kind ? query.where({ kind }) : query))
    },

    /** Items that are kept but cannot be read: what they seem to be, and why not. */
    unreadable: async (): Promise<UnreadableItem[]> =>
      (await db<Row>('kit').whereNull('deleted_at')).flatMap(({ id, item, kind }) => {
        const opened = openStored(kitItemSchema, item)
        if (opened.ok) return []
        const name = (parseJson(item) as { name?: unknown } | null | undefined)?.name
        return [
          { id, name: typeof name === 'string' ? name : kind, why: faultWords(opened.faults) }
        ]
      }),

    /** An item as it lies in the database, whatever it holds. */
    stored: async (id: string): Promise<string | null> =>
      (await db<Row>('kit').where({ id }).whereNull('deleted_at').first())?.item ?? null,

    /**
     * Writes only when `version` is still the present one; the same item sent twice is written once.
     * @param version null for a new item
     */
    save: async (item: KitItem, version: number | null): Promise<KitSave> => {
      const text = JSON.stringify(item)
      const row = { id: item.id, kind: item.kind, item: text, version: (version ?? 0) + 1 }
      return db.transaction(async (trx) => {
        const before = await trx<Row>('kit').where({ id: item.id }).first()
        const written =
          version === null
            ? (await trx<Row>('kit').insert(row).onConflict('id').ignore().returning('id')).length
            : await trx<Row>('kit')
                .where({ id: item.id, version })
                .whereNull('deleted_at')
                .update(row)
        if (version !== null && written > 0 && before && before.item !== text)
          await keepVersion(trx, item.id, before.version, before.item)
        const now = await trx<Row>('kit').where({ id: item.id }).first()
        if (!now || now.deleted_at !== null) return { kind: 'missing' as const }
        if (written === 0 && !(now.version === row.version && now.item === text))
          return { kind: 'stale' as const, version: now.version }
        return { kind: 'saved' as const, record: (await toRecords(trx, [now]))[0]! }
      })
    },

    /** What an item said before, newest first. */
    history: (id: string): Promise<KitVersion[]> => versionsOf(db, id),

    setDeleted: async (id: string, deleted: boolean): Promise<boolean> =>
      (await db<Row>('kit')
        .where({ id })
        .update({ deleted_at: deleted ? new Date().toISOString() : null })) > 0
  }
}
export type KitStore = ReturnType<typeof kitStore>
