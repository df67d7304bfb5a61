/** Plans of version 16 know no shiny table and nothing thick that glows through. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know them. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('shiny tables cannot be taken back'))
