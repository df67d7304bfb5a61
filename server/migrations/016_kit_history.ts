/** What a kit item said before it was changed. */
import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('kit_history', (table) => {
    table.increments('seq')
    table.string('kit_id').notNullable().references('kit.id').onDelete('CASCADE').index()
    table.integer('version').notNullable()
    table.text('item').notNullable()
    table.string('until').notNullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('kit_history')
}
