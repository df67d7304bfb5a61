/** Room on the disk. Pictures may not take the last of it: plans and frames need some to be saved. */
import { statfs } from 'node:fs/promises'
import { ProblemError } from '../http/problem'

export interface Space {
  readonly freeBytes: () => Promise<number>
  /**
   * @param bytes about to be written
   * @throws ProblemError 507 when what is kept for the database would not be left
   */
  readonly need: (bytes: number) => Promise<void>
}

const megabytes = (bytes: number): string => `${Math.max(0, Math.floor(bytes / 2 ** 20))} MB`

/**
 * @param dir on the disk in question
 * @param keepFreeBytes what only the database may use
 */
export function diskSpace(dir: string, keepFreeBytes: number): Space {
  const freeBytes = async (): Promise<number> => {
    const { bavail, bsize } = await statfs(dir)
    return bavail * bsize
  }
  return {
    freeBytes,
    need: async (bytes) => {
      const free = await freeBytes()
      if (free - bytes < keepFreeBytes)
        throw new ProblemError(
          507,
          'The disk is nearly full',
          `${megabytes(free)} are free; the last ${megabytes(keepFreeBytes)} are kept for plans ` +
            'and frames: the picture was not stored. Free some space and send it again.'
        )
    }
  }
}
