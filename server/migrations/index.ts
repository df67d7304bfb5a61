/** Migrations in order. Each is code, so the built server carries them inside itself. */
import type { Knex } from 'knex'
import * as first from './001_first'
import * as sets from './002_sets'
import * as goals from './003_goals'
import * as names from './004_names'
import * as identity from './005_identity'
import * as framePlans from './006_frame_plans'
import * as heads from './007_heads'
import * as swing from './008_swing'
import * as rooms from './009_rooms'
import * as modifiers from './010_modifiers'
import * as subjects from './011_subjects'
import * as props from './012_props'
import * as raw from './013_raw'
import * as files from './014_files'
import * as ticks from './015_ticks'
import * as kitHistory from './016_kit_history'
import * as measuredKit from './017_measured_kit'
import * as calibrations from './018_calibrations'
import * as automatic from './019_automatic'
import * as colour from './020_colour'
import * as ambientSources from './021_ambient_sources'
import * as shinyTables from './022_shiny_tables'
import * as underWater from './023_under_water'
import * as links from './024_links'
import * as seals from './025_seals'
import * as mains from './026_mains'

interface Migration {
  readonly name: string
  up(knex: Knex): Promise<void>
  down(knex: Knex): Promise<void>
}

const MIGRATIONS: readonly Migration[] = [
  { name: '001_first', ...first },
  { name: '002_sets', ...sets },
  { name: '003_goals', ...goals },
  { name: '004_names', ...names },
  { name: '005_identity', ...identity },
  { name: '006_frame_plans', ...framePlans },
  { name: '007_heads', ...heads },
  { name: '008_swing', ...swing },
  { name: '009_rooms', ...rooms },
  { name: '010_modifiers', ...modifiers },
  { name: '011_subjects', ...subjects },
  { name: '012_props', ...props },
  { name: '013_raw', ...raw },
  { name: '014_files', ...files },
  { name: '015_ticks', ...ticks },
  { name: '016_kit_history', ...kitHistory },
  { name: '017_measured_kit', ...measuredKit },
  { name: '018_calibrations', ...calibrations },
  { name: '019_automatic', ...automatic },
  { name: '020_colour', ...colour },
  { name: '021_ambient_sources', ...ambientSources },
  { name: '022_shiny_tables', ...shinyTables },
  { name: '023_under_water', ...underWater },
  { name: '024_links', ...links },
  { name: '025_seals', ...seals },
  { name: '026_mains', ...mains }
]

export const migrationSource: Knex.MigrationSource<Migration> = {
  getMigrations: () => Promise.resolve([...MIGRATIONS]),
  getMigrationName: (migration) => migration.name,
  getMigration: (migration) => Promise.resolve(migration)
}
