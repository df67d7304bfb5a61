/** The database: SQLite in WAL mode, foreign keys on, brought up to date at the start. */
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import knex, { type Knex } from 'knex'
import { migrationSource } from '../migrations/index'

interface RawConnection {
  pragma(text: string): unknown
}

export async function openDatabase(dataDir: string): Promise<Knex> {
  mkdirSync(dataDir, { recursive: true })
  const db = knex({
    client: 'better-sqlite3',
    connection: { filename: join(dataDir, 'fine-spark.sqlite') },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (
        connection: RawConnection,
        done: (error: Error | null, connection: RawConnection) => void
      ) => {
        connection.pragma('journal_mode = WAL')
        // An acknowledged write is on the disk, not only in the system's cache.
        connection.pragma('synchronous = FULL')
        connection.pragma('foreign_keys = ON')
        connection.pragma('busy_timeout = 5000')
        done(null, connection)
      }
    }
  })
  await db.migrate.latest({ migrationSource })
  return db
}
