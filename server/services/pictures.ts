/** Pictures on disk. The file is kept as it came; it is only opened to see that it is whole. */
import { createHash, randomUUID } from 'node:crypto'
import { mkdir, open, readdir, readFile, rename, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import pLimit from 'p-limit'
import sharp from 'sharp'
import { invalid } from '../http/problem'
import type { Space } from './space'

const THUMBNAIL_WIDTH = 240
/** Longest side of a picture that is only looked at. */
const REDUCED = 1280
const MOST_PIXELS = 150_000_000
/** A progressive file is held whole while it is decoded: some 3 bytes a pixel. */
const MOST_PROGRESSIVE_PIXELS = 60_000_000
const DECODE_SECONDS = 30
/** Decoding takes memory by the picture, so only so many at once, however many are sent. */
const decoding = pLimit(2)
/** One after the other, so that what is free is counted before each. */
const writing = pLimit(1)
const HALF_WRITTEN = '.part'
const PICTURE = '.jpg'
const RAW = '.raw'

const refuse = (message: string) => invalid([{ path: 'image', message }])
const NOT_WHOLE = 'not a whole JPEG picture; the frame keeps everything else'

const decode = (bytes: Buffer, failOn: 'warning' | 'truncated') =>
  sharp(bytes, { failOn, limitInputPixels: MOST_PIXELS, sequentialRead: true })
    .timeout({ seconds: DECODE_SECONDS })
    .stats()

/**
 * Decodes every pixel, so that a truncated or foreign file is refused before anything is written. A
 * decoder fills up what a file only claims to hold, so its warnings count; stray bytes between
 * segments alone do not: some cameras write them.
 */
async function check(bytes: Buffer): Promise<void> {
  const { format, width, height, isProgressive } = await sharp(bytes, {
    limitInputPixels: MOST_PIXELS
  })
    .metadata()
    .catch(() => {
      throw refuse(NOT_WHOLE)
    })
  if (format !== 'jpeg') throw refuse(NOT_WHOLE)
  const most = isProgressive ? MOST_PROGRESSIVE_PIXELS : MOST_PIXELS
  if (width * height > most)
    throw refuse(
      `${Math.round((width * height) / 1e6)} megapixels are more than the ${most / 1e6} taken ` +
        `of a${isProgressive ? ' progressive' : ''} JPEG`
    )
  try {
    await decode(bytes, 'warning').catch((error: Error) => {
      if (!/extraneous bytes/.test(error.message)) throw error
      return decode(bytes, 'truncated')
    })
  } catch {
    throw refuse(NOT_WHOLE)
  }
}

/** A rename is only on the disk when its folder is. */
async function syncFolder(dir: string): Promise<void> {
  const folder = await open(dir, 'r')
  try {
    await folder.sync()
  } finally {
    await folder.close()
  }
}

/** Whole on the disk before it has its name; a failure leaves nothing behind. */
async function writeWhole(dir: string, name: string, bytes: Buffer): Promise<void> {
  const half = join(dir, `${randomUUID()}${HALF_WRITTEN}`)
  try {
    const file = await open(half, 'wx')
    try {
      await file.writeFile(bytes)
      await file.sync()
    } finally {
      await file.close()
    }
    await rename(half, join(dir, name))
    await syncFolder(dir)
  } catch (error) {
    await rm(half, { force: true })
    throw error
  }
}

export function pictureStore(dataDir: string, space: Space) {
  const dir = join(dataDir, 'pictures')
  const aside = join(dataDir, 'pictures-unused')
  const keepAs = (ending: string, bytes: Buffer): Promise<string> => {
    const name = `${createHash('sha256').update(bytes).digest('hex').slice(0, 32)}${ending}`
    return writing(async () => {
      await mkdir(dir, { recursive: true })
      const known = await stat(join(dir, name)).catch(() => null)
      if (known?.size === bytes.length) return name
      await space.need(bytes.length)
      await writeWhole(dir, name, bytes)
      return name
    })
  }
  return {
    /** @returns the name it is kept under: its own hash, so equal pictures are one file */
    keep: async (bytes: Buffer): Promise<string> => {
      await decoding(() => check(bytes))
      return keepAs(PICTURE, bytes)
    },
    /**
     * A picture to look at, not to measure: turned upright, made small, what else its file says left
     * out.
     */
    keepReduced: async (bytes: Buffer): Promise<string> => {
      const small = await decoding(() =>
        sharp(bytes, { failOn: 'error', limitInputPixels: MOST_PIXELS })
          .timeout({ seconds: DECODE_SECONDS })
          .rotate()
          .resize(REDUCED, REDUCED, { fit: 'inside', withoutEnlargement: true })
          .jpeg({ quality: 82 })
          .toBuffer()
      ).catch(() => {
        throw refuse('no picture that can be read: use JPEG, PNG or WebP')
      })
      return keepAs(PICTURE, small)
    },
    /** A raw file, as it came: nobody opens it here. */
    keepRaw: (bytes: Buffer): Promise<string> => keepAs(RAW, bytes),
    read: (name: string): Promise<Buffer> => readFile(join(dir, name)),
    /** Small enough for a list. Made when asked for. */
    thumbnail: (name: string): Promise<Buffer> =>
      decoding(() =>
        sharp(join(dir, name), { limitInputPixels: MOST_PIXELS })
          .timeout({ seconds: DECODE_SECONDS })
          .rotate()
          .resize(THUMBNAIL_WIDTH)
          .jpeg({ quality: 80 })
          .toBuffer()
      ),
    /**
     * At the start, before anybody writes: half-written files go, pictures that nothing points to
     * are put aside. They are not thrown away: the database may be an older copy put back.
     * @returns how many there were
     */
    sweep: async (used: ReadonlySet<string>): Promise<number> => {
      const names = await readdir(dir).catch(() => [])
      const stray = names.filter(
        (name) =>
          name.endsWith(HALF_WRITTEN) ||
          ([PICTURE, RAW].some((ending) => name.endsWith(ending)) && !used.has(name))
      )
      for (const name of stray)
        if (name.endsWith(HALF_WRITTEN)) await rm(join(dir, name), { force: true })
        else {
          await mkdir(aside, { recursive: true })
          await rename(join(dir, name), join(aside, name))
        }
      return stray.length
    }
  }
}
export type PictureStore = ReturnType<typeof pictureStore>
