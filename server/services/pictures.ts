/** Pictures on disk. The file is kept as it came; it is only opened to see that it is whole. */
import { createHash } from 'node:crypto'
import { mkdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import sharp from 'sharp'
import writeFileAtomic from 'write-file-atomic'
import { invalid } from '../http/problem'

const THUMBNAIL_WIDTH = 240
const MAX_PIXELS = 150_000_000

/**
 * Decodes every pixel, so that a truncated or foreign file is refused before anything is written.
 */
async function check(bytes: Buffer): Promise<void> {
  try {
    const image = sharp(bytes, { failOn: 'truncated', limitInputPixels: MAX_PIXELS })
    const { format } = await image.metadata()
    if (format !== 'jpeg') throw new Error(`format ${format}`)
    await image.stats()
  } catch {
    throw invalid([
      { path: 'image', message: 'not a whole JPEG picture; the frame keeps everything else' }
    ])
  }
}

export function pictureStore(dataDir: string) {
  const dir = join(dataDir, 'pictures')
  return {
    /** @returns the name it is kept under: its own hash, so equal pictures are one file */
    keep: async (bytes: Buffer): Promise<string> => {
      await check(bytes)
      await mkdir(dir, { recursive: true })
      const name = `${createHash('sha256').update(bytes).digest('hex').slice(0, 32)}.jpg`
      // Whole on the disk before it has its name.
      await writeFileAtomic(join(dir, name), bytes)
      return name
    },
    read: (name: string): Promise<Buffer> => readFile(join(dir, name)),
    /** Small enough for a list. Made when asked for. */
    thumbnail: (name: string): Promise<Buffer> =>
      sharp(join(dir, name)).rotate().resize(THUMBNAIL_WIDTH).jpeg({ quality: 80 }).toBuffer()
  }
}
export type PictureStore = ReturnType<typeof pictureStore>
