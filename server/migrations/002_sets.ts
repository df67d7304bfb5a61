/**
 * Plans, kit and frames of one strobe at an angle become sets in space. What cannot be read is left
 * as it was.
 */
import type { Knex } from 'knex'
import { migrateDocuments } from './documents'

export const up = (knex: Knex): Promise<void> => migrateDocuments(knex)

/** Older programs cannot hold what a set holds. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('sets cannot be turned back into single strobes'))
