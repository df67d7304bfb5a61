/** In plans and kit of version 20 the most flashes a form took stood for mains. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know it. */
export const down = (): Promise<void> => Promise.reject(new Error('mains cannot be taken back'))
