/** Plans of version 10 know no props; frames' plans follow when read. */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs do not know the new figures. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('the figures of version 11 cannot be taken back'))
