/** Plans of version 2 gain goals that may yield, limits of the search and a bag. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs cannot hold goals and limits. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('goals and limits cannot be taken out of plans'))
