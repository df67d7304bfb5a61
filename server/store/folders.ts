/** Which folder is watched for which shoot, so that a restart goes on with it. */
import type { Knex } from 'knex'

export interface WatchedFolder {
  readonly path: string
  /** files written before are left alone, ms since 1970 */
  readonly since: number
}
const nameOf = (shootId: string): string => `folder:${shootId}`

export function folderStore(db: Knex) {
  return {
    all: async (): Promise<(WatchedFolder & { readonly shootId: string })[]> => {
      const rows = (await db('facts').whereLike('name', `${nameOf('')}%`)) as {
        name: string
        value: string
      }[]
      return rows.map(({ name, value }) => ({
        shootId: name.slice(nameOf('').length),
        ...(JSON.parse(value) as WatchedFolder)
      }))
    },
    put: async (shootId: string, folder: WatchedFolder): Promise<void> => {
      await db('facts')
        .insert({ name: nameOf(shootId), value: JSON.stringify(folder) })
        .onConflict('name')
        .merge()
    },
    drop: async (shootId: string): Promise<void> => {
      await db('facts')
        .where({ name: nameOf(shootId) })
        .delete()
    }
  }
}
export type FolderStore = ReturnType<typeof folderStore>
