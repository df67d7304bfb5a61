/** The database: SQLite in WAL mode, foreign keys on, brought up to date at the start. */
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import knex, { type Knex } from 'knex'
import { migrationSource } from '../migrations/index'

interface RawConnection {
  pragma(text: string): unknown
}

/** How long a statement may hold up everything else when another program has the database. */
const BUSY_MS = 20

const quiet = (): void => undefined

/** @throws Error from the driver or the folder; `startWords` says what it means */
export async function openDatabase(dataDir: string): Promise<Knex> {
  mkdirSync(dataDir, { recursive: true })
  const db = knex({
    client: 'better-sqlite3',
    connection: { filename: join(dataDir, 'fine-spark.sqlite') },
    useNullAsDefault: true,
    // What goes wrong is said in our own words, not in the driver's beside them.
    log: { warn: quiet, error: quiet, deprecate: quiet, debug: quiet },
    pool: {
      min: 1,
      max: 1,
      afterCreate: (
        connection: RawConnection,
        done: (error: unknown, connection: RawConnection) => void
      ) => {
        try {
          connection.pragma('busy_timeout = 2000')
          connection.pragma('journal_mode = WAL')
          // An acknowledged write is on the disk, not only in the system's cache.
          connection.pragma('synchronous = FULL')
          connection.pragma('foreign_keys = ON')
          connection.pragma(`busy_timeout = ${BUSY_MS}`)
          done(null, connection)
        } catch (error) {
          done(error, connection)
        }
      }
    }
  })
  try {
    await db.migrate.latest({ migrationSource })
  } catch (error) {
    await db.destroy()
    throw error
  }
  return db
}
