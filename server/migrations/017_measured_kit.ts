/** Kit of version 12 does not say which marks were measured, nor how sure its figures are. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know the new figures. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('the figures of version 13 cannot be taken back'))
