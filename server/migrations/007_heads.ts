/** Plans and kit of version 5 take the figures of version 6; frames' plans do when they are read. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know the new figures. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('the figures of version 6 cannot be taken back'))
