import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('shoots', (table) => {
    table.string('id').primary()
    table.integer('version').notNullable()
    table.string('stage').notNullable()
    table.text('plan').notNullable()
    table.string('created_at').notNullable()
    table.string('updated_at').notNullable()
    table.string('deleted_at').nullable()
  })
  await knex.schema.createTable('kit', (table) => {
    table.string('id').primary()
    table.string('kind').notNullable().index()
    table.integer('version').notNullable()
    table.text('item').notNullable()
    table.string('deleted_at').nullable()
  })
  await knex.schema.createTable('kit_uses', (table) => {
    table.string('shoot_id').notNullable().references('shoots.id').onDelete('CASCADE')
    table.string('kit_id').notNullable().index()
    table.primary(['shoot_id', 'kit_id'])
  })
  await knex.schema.createTable('frames', (table) => {
    table.increments('seq')
    table.string('id').notNullable()
    table.string('shoot_id').notNullable().references('shoots.id').onDelete('CASCADE')
    table.text('frame').notNullable()
    table.string('image').nullable()
    table.string('deleted_at').nullable()
    table.unique(['shoot_id', 'id'])
  })
  await knex.schema.createTable('facts', (table) => {
    table.string('name').primary()
    table.string('value').notNullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ['facts', 'frames', 'kit_uses', 'kit', 'shoots'])
    await knex.schema.dropTable(table)
}
