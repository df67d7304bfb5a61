/**
 * Every stored document brought to the present version. What cannot be read is left as it was.
 */
import type { Knex } from 'knex'
import { migrateFrame, migrateKitItem } from '@core/plan/migrate'
import { openStoredPlan, parseJson } from '../store/stored'

export const rowsOf = async <T>(knex: Knex, table: string, ...columns: string[]): Promise<T[]> =>
  (await knex(table).select(...columns)) as T[]

export async function migrateDocuments(knex: Knex): Promise<void> {
  for (const { id, plan } of await rowsOf<{ id: string; plan: string }>(
    knex,
    'shoots',
    'id',
    'plan'
  )) {
    const opened = openStoredPlan(plan)
    if (opened.ok)
      await knex('shoots')
        .where({ id })
        .update({ plan: JSON.stringify(opened.plan) })
  }
  for (const { id, item } of await rowsOf<{ id: string; item: string }>(
    knex,
    'kit',
    'id',
    'item'
  )) {
    const parsed = parseJson(item)
    if (parsed !== undefined)
      await knex('kit')
        .where({ id })
        .update({ item: JSON.stringify(migrateKitItem(parsed)) })
  }
  for (const { seq, frame } of await rowsOf<{ seq: number; frame: string }>(
    knex,
    'frames',
    'seq',
    'frame'
  )) {
    const parsed = parseJson(frame)
    if (parsed !== undefined)
      await knex('frames')
        .where({ seq })
        .update({ frame: JSON.stringify(migrateFrame(parsed)) })
  }
}
