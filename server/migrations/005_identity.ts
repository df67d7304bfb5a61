/**
 * What a shoot was made from and which write made its present version; which version a frame is of.
 */
import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('shoots', (table) => {
    table.string('origin').nullable()
    table.string('last_write').nullable()
  })
  await knex.schema.alterTable('frames', (table) => {
    table.integer('version').notNullable().defaultTo(1)
  })
}

/** Dropping columns would make the tables anew and lose what refers to them. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('identities cannot be taken out again'))
