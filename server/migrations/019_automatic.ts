/** Plans of version 13 do not know corrections by an automatic flash. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know them. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('corrections by an automatic flash cannot be taken back'))
