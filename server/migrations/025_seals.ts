/** Plans of version 19 have one date for all seals of a housing or a strobe. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know it. */
export const down = (): Promise<void> => Promise.reject(new Error('seals cannot be taken back'))
