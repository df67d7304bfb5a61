/**
 * Every stored document brought to the present version. What cannot be read is left as it was.
 */
import type { Knex } from 'knex'
import { migrateFrame, migrateKitItem } from '@core/plan/migrate'
import { openStoredPlan, parseJson } from '../store/stored'

export const rowsOf = async <T>(knex: Knex, table: string, ...columns: string[]): Promise<T[]> =>
  (await knex(table).select(...columns)) as T[]

/** What a stored text becomes; null where it cannot be read. */
type Change = (text: string) => unknown

async function migrateColumn(
  knex: Knex,
  [table, key, column]: readonly [table: string, key: string, column: string],
  change: Change
): Promise<void> {
  for (const row of await rowsOf<Record<string, string>>(knex, table, key, column)) {
    const changed = change(row[column]!)
    if (changed !== null)
      await knex(table)
        .where({ [key]: row[key] })
        .update({ [column]: JSON.stringify(changed) })
  }
}

const parsed =
  (change: (value: unknown) => unknown): Change =>
  (text) => {
    const value = parseJson(text)
    return value === undefined ? null : change(value)
  }

export async function migrateDocuments(knex: Knex): Promise<void> {
  await migrateColumn(knex, ['shoots', 'id', 'plan'], (text) => {
    const opened = openStoredPlan(text)
    return opened.ok ? opened.plan : null
  })
  await migrateColumn(knex, ['kit', 'id', 'item'], parsed(migrateKitItem))
  if (await knex.schema.hasTable('kit_history'))
    await migrateColumn(knex, ['kit_history', 'seq', 'item'], parsed(migrateKitItem))
  await migrateColumn(knex, ['frames', 'seq', 'frame'], parsed(migrateFrame))
}
