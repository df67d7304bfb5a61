/** A frame may have a raw file beside its picture. */
import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('frames', (table) => {
    table.string('raw').nullable()
  })
}

/** Dropping a column would make the table anew and lose what refers to it. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('raw files cannot be taken out again'))
