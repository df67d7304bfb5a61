/**
 * The folder a capture program writes to: every whole file in it becomes a frame, or joins one. What
 * it lacks is waited for, what it cannot be is named; nothing of it is changed.
 */
import { open, readdir, readFile, stat } from 'node:fs/promises'
import { basename, extname, join, relative, sep } from 'node:path'
import { watch, type FSWatcher } from 'chokidar'
import type { Folder } from '@core/api/folder'
import { cameraTime } from '@core/measure/exif'
import { isRawHead, MOST_FILE_BYTES, RAW_HEAD_BYTES } from '@core/measure/rawFile'
import { ProblemError } from '../http/problem'
import type { Intake } from './intake'
import { notesOf } from './readPicture'

/** A file that has not grown for so long is taken for whole, ms. */
const SETTLED_MS = 1000
const LOOK_MS = 200
/** A folder that is gone, and what could not be taken for lack of room, is tried again, ms. */
const AGAIN_MS = 3000
const CLOCK_DUST_MS = 1000
const MOST_NAMED = 20
/** Folders within it that are looked into. */
const DEPTH = 3
const PICTURES = ['.jpg', '.jpeg']
/** Finished pictures begin as raw files do. */
const NO_RAW = ['.tif', '.tiff']
/** A clock off by more is not believed for frames that come in as they are taken, ms. */
const CLOCK_MS = 120_000

export interface Options {
  readonly path: string
  /** files written before are left alone, ms since 1970 */
  readonly since: number
  readonly take: (name: string, bytes: Buffer, at: Date | null) => ReturnType<Intake['take']>
  readonly changed: () => void
  readonly now?: () => number
}

const whyOf = (error: unknown): string =>
  error instanceof ProblemError
    ? (error.extra.errors?.[0]?.message ?? error.message)
    : 'it could not be read'
const isPassing = (error: unknown): boolean => error instanceof ProblemError && error.status >= 500

async function headOf(path: string): Promise<Buffer> {
  const file = await open(path)
  try {
    const { buffer, bytesRead } = await file.read(
      Buffer.alloc(RAW_HEAD_BYTES),
      0,
      RAW_HEAD_BYTES,
      0
    )
    return buffer.subarray(0, bytesRead)
  } finally {
    await file.close()
  }
}

export function folderCamera({ path, since, take, changed, now = Date.now }: Options) {
  const refused = new Map<string, string>()
  const again = new Set<string>()
  /** raw files by path, until their JPEG is there */
  const waiting = new Set<string>()
  const cameras = new Set<string>()
  const seen = new Set<string>()
  // Clocks of disks are coarse.
  const began = now() - CLOCK_DUST_MS
  let taken = 0
  let problem: string | null = null
  let clockS: number | null = null
  let watcher: FSWatcher | null = null
  let ended = false
  let last: Promise<void> = Promise.resolve()

  const refuse = (file: string, why: string): void => {
    refused.delete(file)
    refused.set(file, why)
    if (refused.size > MOST_NAMED) refused.delete(refused.keys().next().value!)
  }

  /** The time of a frame that has just come in, where its camera's clock cannot be believed. */
  const timeOf = (bytes: Buffer, writtenAt: number, picture: boolean): Date | null => {
    const { exif } = notesOf(bytes)
    // Raw files spell a model in ways of their own.
    if (exif.camera && picture) cameras.add(exif.camera)
    const said = cameraTime(exif)
    // What was there before may have been copied later than it was taken: its own time counts.
    if (!said || writtenAt < began) return null
    const off = said.getTime() - writtenAt
    clockS = Math.abs(off) > CLOCK_MS ? Math.round(off / 1000) : null
    return clockS === null ? null : new Date(writtenAt)
  }

  const takeFile = async (file: string): Promise<void> => {
    const name = basename(file)
    seen.add(file)
    try {
      const { size, mtimeMs } = await stat(file)
      if (mtimeMs < since || size === 0) return
      const picture = PICTURES.includes(extname(name).toLowerCase())
      const raw = !picture && isRawHead(await headOf(file))
      if (!picture && (!raw || NO_RAW.includes(extname(name).toLowerCase()))) return
      if (size > MOST_FILE_BYTES)
        return refuse(
          file,
          `${Math.round(size / 2 ** 20)} MB are more than the ${MOST_FILE_BYTES / 2 ** 20} MB taken`
        )
      const bytes = await readFile(file)
      const filed = await take(name, bytes, timeOf(bytes, Math.min(now(), mtimeMs), picture))
      if (picture && !filed.known) taken++
      for (const set of [refused, again, waiting]) set.delete(file)
      if (picture) for (const other of [...waiting]) await takeFile(other)
    } catch (error) {
      if ((error as { code?: string }).code === 'ENOENT') return
      const lonely = error instanceof ProblemError && error.extra.errors?.[0]?.path === 'name'
      if (lonely) return void waiting.add(file)
      refuse(file, whyOf(error))
      if (isPassing(error)) again.add(file)
    }
  }
  /** One after the other, in the order they came. */
  const queue = (file: string): Promise<void> => {
    if (!ended) last = last.then(() => (ended ? undefined : takeFile(file))).then(changed)
    return last
  }

  const closeWatch = async (): Promise<void> => {
    const old = watcher
    watcher = null
    await old?.close()
  }
  const watchFolder = async (): Promise<void> => {
    await closeWatch()
    const found = await stat(path).catch((error: { code?: string }) => error)
    const before = problem
    if (!('isDirectory' in found))
      problem =
        found.code === 'ENOENT'
          ? 'The folder is not there any more. It is looked for again.'
          : 'The folder cannot be read. It is tried again.'
    else if (!found.isDirectory()) problem = 'This is a file, not a folder.'
    else {
      problem = null
      watcher = watch(path, {
        depth: DEPTH,
        awaitWriteFinish: { stabilityThreshold: SETTLED_MS, pollInterval: LOOK_MS },
        ignored: (each) => each !== path && basename(each).startsWith('.')
      })
      watcher.on('add', (file) => void queue(file))
      watcher.on('change', (file) => void queue(file))
      watcher.on('error', () => {
        problem = 'The folder cannot be read. It is tried again.'
        changed()
      })
    }
    if (before !== problem) changed()
  }
  /** Finds what no event told of: some disks tell little, and a folder that is new too late. */
  const sweep = async (): Promise<void> => {
    const found = await readdir(path, { recursive: true, withFileTypes: true }).catch(() => [])
    for (const entry of found) {
      const file = join(entry.parentPath, entry.name)
      const hidden = relative(path, file)
        .split(sep)
        .some((part) => part.startsWith('.'))
      if (!entry.isFile() || hidden || seen.has(file)) continue
      const mtimeMs = await stat(file).then(
        (about) => about.mtimeMs,
        () => Infinity
      )
      if (now() - mtimeMs > 2 * SETTLED_MS) void queue(file)
    }
  }
  const look = async (): Promise<void> => {
    const there = await stat(path).then(
      (found) => found.isDirectory(),
      () => false
    )
    if (ended) return
    if (problem !== null || !there) await watchFolder()
    for (const file of [...again]) void queue(file)
    if (problem === null) await sweep()
  }
  const timer = setInterval(() => void look(), AGAIN_MS)
  timer.unref()

  return {
    /** Begins to watch; what lies there is taken as far as it is new enough. */
    start: watchFolder,
    state: (): Folder => ({
      path,
      since: new Date(since).toISOString(),
      taken,
      problem,
      waiting: [...waiting].map((file) => basename(file)),
      refused: [...refused].map(([file, why]) => ({ name: basename(file), why })),
      clockS,
      cameras: [...cameras]
    }),
    end: async (): Promise<void> => {
      ended = true
      clearInterval(timer)
      await closeWatch()
      await last
    }
  }
}
export type FolderCamera = ReturnType<typeof folderCamera>
