/** Plans and kit of version 14 know no colours of light and no filters. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know them. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('colours of light cannot be taken back'))
