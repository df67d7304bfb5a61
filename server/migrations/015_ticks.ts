/** What the user says of the steps of a run. */
import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('ticks', (table) => {
    table.increments('seq')
    table.string('id').notNullable()
    table.string('shoot_id').notNullable().references('shoots.id').onDelete('CASCADE')
    table.text('tick').notNullable()
    table.unique(['shoot_id', 'id'])
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('ticks')
}
