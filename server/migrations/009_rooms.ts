/** Plans of version 7 say where in its room a set stands; frames' plans do when they are read. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know the new figures. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('the figures of version 8 cannot be taken back'))
