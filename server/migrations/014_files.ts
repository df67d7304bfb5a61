/** Cameras of version 11 do not say what the numbers in their files mean. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know the new figures. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('the figures of version 12 cannot be taken back'))
