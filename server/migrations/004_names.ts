/** Plans, kit and frames of version 3 take the names of version 4. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know the new names. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('the names of version 4 cannot be taken back'))
