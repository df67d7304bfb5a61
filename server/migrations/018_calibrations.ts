/** Calibrations of kit items: what was read on the bench, so that it can be looked at again. */
import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('calibrations', (table) => {
    table.increments('seq')
    table.string('id').notNullable().unique()
    table.string('kit_id').notNullable().references('kit.id').onDelete('CASCADE').index()
    table.integer('version').notNullable().defaultTo(1)
    table.text('calibration').notNullable()
    table.string('deleted_at')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('calibrations')
}
