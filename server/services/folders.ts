/** The watched folders of all shoots. */
import { stat } from 'node:fs/promises'
import { isAbsolute } from 'node:path'
import type { Folder } from '@core/api/folder'
import { invalid, type ProblemError } from '../http/problem'
import type { FolderStore } from '../store/folders'
import type { Feed } from './feed'
import { folderCamera, type FolderCamera } from './folderCamera'
import type { Intake } from './intake'

const MOST_FOLDERS = 8
const refuse = (message: string): ProblemError => invalid([{ path: 'path', message }])

/** @throws ProblemError for what is no folder that can be read */
async function checkFolder(path: string): Promise<void> {
  if (!isAbsolute(path)) throw refuse('the whole path is needed, from the root of the disk')
  const found = await stat(path).catch((error: { code?: string }) => {
    throw refuse(error.code === 'ENOENT' ? 'there is no such folder' : 'it cannot be read')
  })
  if (!found.isDirectory()) throw refuse('this is a file, not a folder')
}

export function watchedFolders(store: FolderStore, intake: Intake, feed: Feed) {
  const cameras = new Map<string, FolderCamera>()
  const begin = async (shootId: string, path: string, since: number): Promise<Folder> => {
    const camera = folderCamera({
      path,
      since,
      take: (name, bytes, at) => intake.take(shootId, name, bytes, { at }),
      changed: () => feed.say({ kind: 'devices' })
    })
    cameras.set(shootId, camera)
    await camera.start()
    return camera.state()
  }
  const end = async (shootId: string): Promise<boolean> => {
    const camera = cameras.get(shootId)
    cameras.delete(shootId)
    await camera?.end()
    return camera !== undefined
  }

  return {
    /** Goes on with what was watched before the server was stopped. */
    resume: async (): Promise<void> => {
      for (const { shootId, path, since } of await store.all()) await begin(shootId, path, since)
    },
    state: (shootId: string): Folder | null => cameras.get(shootId)?.state() ?? null,
    /** @param all also what lies in the folder already */
    watch: async (shootId: string, path: string, all: boolean): Promise<Folder> => {
      await checkFolder(path)
      if (!cameras.has(shootId) && cameras.size >= MOST_FOLDERS)
        throw refuse(`no more than ${MOST_FOLDERS} folders are watched at once`)
      await end(shootId)
      // Clocks of disks are coarse: what was written this very second is new.
      const since = all ? 0 : Math.floor(Date.now() / 1000) * 1000
      await store.put(shootId, { path, since })
      const state = await begin(shootId, path, since)
      feed.say({ kind: 'devices' })
      return state
    },
    unwatch: async (shootId: string): Promise<boolean> => {
      await store.drop(shootId)
      const was = await end(shootId)
      if (was) feed.say({ kind: 'devices' })
      return was
    },
    endAll: async (): Promise<void> => void (await Promise.all([...cameras.keys()].map(end)))
  }
}
export type WatchedFolders = ReturnType<typeof watchedFolders>
