/** Plans of version 17 know no water that takes of light, no housings and no ports. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know them. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('water, housings and ports cannot be taken back'))
