/** Migrations in order. Each is code, so the built server carries them inside itself. */
import type { Knex } from 'knex'
import * as first from './001_first'
import * as sets from './002_sets'
import * as goals from './003_goals'
import * as names from './004_names'

interface Migration {
  readonly name: string
  up(knex: Knex): Promise<void>
  down(knex: Knex): Promise<void>
}

const MIGRATIONS: readonly Migration[] = [
  { name: '001_first', ...first },
  { name: '002_sets', ...sets },
  { name: '003_goals', ...goals },
  { name: '004_names', ...names }
]

export const migrationSource: Knex.MigrationSource<Migration> = {
  getMigrations: () => Promise.resolve([...MIGRATIONS]),
  getMigrationName: (migration) => migration.name,
  getMigration: (migration) => Promise.resolve(migration)
}
