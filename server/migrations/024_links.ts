/** Plans of version 18 do not say what tells a strobe to fire. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know it. */
export const down = (): Promise<void> => Promise.reject(new Error('links cannot be taken back'))
