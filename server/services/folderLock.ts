/**
 * One server a folder. The lock is the system's own, on a file of the folder, so it ends with the
 * process however that ends.
 */
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { isBusy } from '../store/patient'

/**
 * @returns lets the folder go
 * @throws Error in plain words when another server has it
 */
export function lockFolder(dataDir: string): () => void {
  mkdirSync(dataDir, { recursive: true })
  const lock = new Database(join(dataDir, 'in-use.lock'), { timeout: 0 })
  try {
    lock.exec('BEGIN EXCLUSIVE')
  } catch (error) {
    lock.close()
    if (!isBusy(error)) throw error
    throw new Error(
      `Another Fine Spark already serves the folder ${dataDir}. Stop it first, or set DATA_DIR to ` +
        'another folder.'
    )
  }
  return () => {
    lock.close()
  }
}
