/** Whether phones are let in, so that a restart goes on with it and they need no new code. */
import type { Knex } from 'knex'

export interface KeptPairing {
  readonly code: string
  readonly secure: boolean
}
const NAME = 'pairing'

export function pairingStore(db: Knex) {
  return {
    get: async (): Promise<KeptPairing | null> => {
      const row = (await db('facts').where({ name: NAME }).first()) as { value: string } | undefined
      return row ? (JSON.parse(row.value) as KeptPairing) : null
    },
    put: async (pairing: KeptPairing): Promise<void> => {
      await db('facts')
        .insert({ name: NAME, value: JSON.stringify(pairing) })
        .onConflict('name')
        .merge()
    },
    drop: async (): Promise<void> => {
      await db('facts').where({ name: NAME }).delete()
    }
  }
}
export type PairingStore = ReturnType<typeof pairingStore>
