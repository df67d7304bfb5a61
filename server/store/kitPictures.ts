/** Pictures that kit items name, now, earlier, or as plans have them. */
import type { Knex } from 'knex'

const NAMED = /"picture":"([0-9a-f]{32}\.jpg)"/g

export async function kitPicturesInUse(db: Knex): Promise<Set<string>> {
  const names = new Set<string>()
  for (const [table, column] of [
    ['kit', 'item'],
    ['kit_history', 'item'],
    ['shoots', 'plan'],
    ['plans', 'plan']
  ] as const) {
    const texts = (await db(table).where(column, 'like', '%"picture":"%').pluck(column)) as string[]
    for (const text of texts) for (const [, name] of text.matchAll(NAMED)) names.add(name!)
  }
  return names
}
