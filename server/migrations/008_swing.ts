/** Plans of version 6 say how far lights may swing; frames' plans do when they are read. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know the new figure. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('the figures of version 7 cannot be taken back'))
