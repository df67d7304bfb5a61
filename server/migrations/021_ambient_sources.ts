/** Plans of version 15 know no sources of ambient light by themselves. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know them. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('sources of ambient light cannot be taken back'))
