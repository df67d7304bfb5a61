/**
 * The built server killed with -9 in the middle of work, over and over: everything it had
 * acknowledged must be there afterwards, and the pictures on the disk those the frames name.
 */
import { copyFileSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import Database from 'better-sqlite3'
import sharp from 'sharp'
import type { KitRecord, RunFrames, Shoot, ShootSummary } from '@core/api/api'
import { testFrame, testLens } from '@core/testing'
import { startServer, type RunningServer } from '../e2e/server'
import { demoShoots } from '../server/demo/shoots/index'
import type { Chance } from './random'

export interface KillReport {
  readonly kills: number
  readonly acknowledged: number
  readonly lost: number
  readonly strayFiles: number
  readonly missingFiles: number
}

interface Acknowledged {
  readonly shoots: Map<string, { version: number; width: number }>
  readonly frames: Set<string>
  readonly images: Set<string>
  readonly kit: Map<string, string>
}

const folder = () => mkdtempSync(join(tmpdir(), 'fine-spark-kills-'))

const send = async (url: string, method: string, body: unknown) => {
  const image = Buffer.isBuffer(body)
  const response = await fetch(url, {
    method,
    headers: { 'content-type': image ? 'image/jpeg' : 'application/json' },
    body: image ? new Uint8Array(body) : JSON.stringify(body)
  })
  if (!response.ok) throw new Error(`${response.status} ${await response.text()}`)
  return response.status === 204 ? null : response.json()
}
const get = async <T>(url: string): Promise<T> => (await (await fetch(url)).json()) as T

/** A picture like no other. */
const picture = (n: number): Promise<Buffer> =>
  sharp({
    create: {
      width: 8 + (n % 50),
      height: 8 + (n % 37),
      channels: 3,
      background: { r: n % 256, g: (n >> 8) % 256, b: (n * 7) % 256 }
    }
  })
    .jpeg()
    .toBuffer()

/** One writer: its own shoot, plan, frames, pictures and a kit item, until the server is gone. */
async function write(url: string, done: Acknowledged, next: () => number): Promise<void> {
  try {
    let shoot = (await send(`${url}/api/shoots`, 'POST', {
      id: `w${next()}-${process.pid}`,
      title: 'Hammered',
      look: 'plume'
    })) as Shoot
    done.shoots.set(shoot.id, { version: 1, width: shoot.plan.subject.widthMm })
    for (;;) {
      const n = next()
      const width = 1 + (n % 4000)
      shoot = (await send(`${url}/api/shoots/${shoot.id}`, 'PUT', {
        version: shoot.version,
        plan: { ...shoot.plan, subject: { ...shoot.plan.subject, widthMm: width } },
        write: `w${n}`
      })) as Shoot
      done.shoots.set(shoot.id, { version: shoot.version, width })
      const path = `${url}/api/shoots/${shoot.id}/frames/f${n}`
      await send(path, 'PUT', { version: null, frame: testFrame(shoot.plan, `f${n}`, 'lit') })
      done.frames.add(`${shoot.id}/f${n}`)
      await send(`${path}/image`, 'PUT', await picture(n))
      done.images.add(`${shoot.id}/f${n}`)
      if (n % 5 === 0) {
        const item = testLens({ id: `k${n}`, notes: `n ${n}` })
        await send(`${url}/api/kit/${item.id}`, 'PUT', { version: null, item })
        done.kit.set(item.id, item.notes)
      }
    }
  } catch (error) {
    // The server is gone; anything else it said is a failure of the test itself.
    if (/^\d\d\d /.test((error as Error).message)) throw error
  }
}

async function lostOf(url: string, done: Acknowledged): Promise<number> {
  let lost = 0
  for (const [id, { version, width }] of done.shoots) {
    const shoot = await get<Shoot>(`${url}/api/shoots/${id}`)
    // A write that was on its way when the server died may be there too; an acknowledged one must
    // be.
    if (
      !(shoot.version >= version) ||
      (shoot.version === version && shoot.plan.subject.widthMm !== width)
    )
      lost++
    const { frames } = await get<RunFrames>(`${url}/api/shoots/${id}/frames`)
    const there = new Map(frames.map((record) => [`${id}/${record.frame.id}`, record.hasImage]))
    for (const frame of done.frames) if (frame.startsWith(`${id}/`) && !there.has(frame)) lost++
    for (const image of done.images) if (image.startsWith(`${id}/`) && !there.get(image)) lost++
  }
  const kit = new Map(
    (await get<KitRecord[]>(`${url}/api/kit`)).map(({ item }) => [item.id, item.notes])
  )
  for (const [id, notes] of done.kit) if (kit.get(id) !== notes) lost++
  return lost
}

/** Files in the folder against rows in the database, with the server stopped. */
function filesAgainstRows(dataDir: string): { strayFiles: number; missingFiles: number } {
  const db = new Database(join(dataDir, 'fine-spark.sqlite'), { readonly: true })
  const namesOf = (column: 'image' | 'raw'): string[] =>
    db.prepare(`select ${column} from frames where ${column} is not null`).pluck().all() as string[]
  const kit = db.prepare('select item from kit').pluck().all() as string[]
  const ofKit = kit.flatMap((item) => item.match(/[0-9a-f]{32}\.jpg/g) ?? [])
  const named = new Set([...namesOf('image'), ...namesOf('raw'), ...ofKit])
  db.close()
  mkdirSync(join(dataDir, 'pictures'), { recursive: true })
  const files = readdirSync(join(dataDir, 'pictures'))
  return {
    strayFiles: files.filter((name) => !named.has(name)).length,
    missingFiles: [...named].filter((name) => !files.includes(name)).length
  }
}

/** Kills on one folder, before it is looked through. */
const BATCH = 25

/**
 * Kills under load.
 * @param framesAKill a blow falls when so many more frames are acknowledged, so that a slow machine
 *   has as much to lose as a fast one
 */
export async function killUnderLoad(
  kills: number,
  framesAKill: number,
  by: Chance
): Promise<KillReport> {
  const total = { acknowledged: 0, lost: 0, strayFiles: 0, missingFiles: 0 }
  let n = 0
  for (let kill = 0; kill < kills; kill += BATCH) {
    const dataDir = folder()
    const done = newDone()
    for (let blow = 0; blow < Math.min(BATCH, kills - kill); blow++) {
      const server = await startServer(dataDir)
      const writers = Array.from({ length: 6 }, () => write(server.url, done, () => ++n))
      const enough = done.frames.size + framesAKill
      while (done.frames.size < enough) await pause(2 + by.below(12))
      await server.stop('SIGKILL')
      await Promise.all(writers)
    }
    const server = await startServer(dataDir)
    total.lost += await lostOf(server.url, done)
    total.acknowledged +=
      [...done.shoots.values()].reduce((sum, shoot) => sum + shoot.version, 0) +
      done.frames.size +
      done.images.size +
      done.kit.size
    await server.stop()
    const { strayFiles, missingFiles } = filesAgainstRows(dataDir)
    total.strayFiles += strayFiles
    total.missingFiles += missingFiles
    rmSync(dataDir, { recursive: true, force: true })
  }
  return { kills, ...total }
}
function newDone(): Acknowledged {
  return { shoots: new Map(), frames: new Set(), images: new Set(), kit: new Map() }
}

/** Starts that are killed after a while, until one is let through; then what must be there is. */
async function killStarts(
  dataDir: string,
  blows: readonly number[],
  check: (server: RunningServer) => Promise<number>
): Promise<number> {
  for (const ms of blows) {
    const starting = startServer(dataDir)
    const stopped = starting.then(
      (server) => server.stop('SIGKILL'),
      () => undefined
    )
    await pause(ms)
    killNewest(dataDir)
    await stopped
  }
  const server = await startServer(dataDir)
  const lost = await check(server)
  await server.stop()
  const { strayFiles, missingFiles } = filesAgainstRows(dataDir)
  rmSync(dataDir, { recursive: true, force: true })
  return lost + strayFiles + missingFiles
}

/** The server of a folder, found by the folder in its environment. */
function killNewest(dataDir: string): void {
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name)))
    try {
      if (readFileSync(`/proc/${pid}/environ`, 'latin1').includes(`DATA_DIR=${dataDir}\0`))
        process.kill(Number(pid), 'SIGKILL')
    } catch {
      // not ours to look at, or gone
    }
}

/** First starts killed while the demo data are made: afterwards they are all there, once. */
export async function killFirstStarts(kills: number, by: Chance): Promise<number> {
  const blows = Array.from({ length: kills }, () => 100 + by.below(3000))
  const wanted = (await demoShoots()).length
  return killStarts(folder(), blows, async ({ url }) => {
    const shoots = await get<ShootSummary[]>(`${url}/api/shoots`)
    return Math.abs(shoots.length - wanted) + (shoots.some((shoot) => shoot.unreadable) ? 1 : 0)
  })
}

/** Upgrades of a database of an old version killed on the way. */
export async function killUpgrade(version: number, kills: number, by: Chance): Promise<number> {
  const dataDir = folder()
  copyFileSync(
    `server/migrations/fixtures/version${version}.sqlite`,
    join(dataDir, 'fine-spark.sqlite')
  )
  // The pictures of these databases are not kept with them.
  const db = new Database(join(dataDir, 'fine-spark.sqlite'))
  db.exec('update frames set image = null')
  db.close()
  const blows = Array.from({ length: kills }, () => 150 + by.below(700))
  return killStarts(dataDir, blows, async ({ url }) => {
    const shoots = await get<ShootSummary[]>(`${url}/api/shoots`)
    let wrong = Math.abs(shoots.length - 2)
    for (const { id, unreadable } of shoots) {
      const run = await get<RunFrames>(`${url}/api/shoots/${id}/frames`)
      wrong += (unreadable ? 1 : 0) + run.unreadable.length + (run.frames.length ? 0 : 1)
    }
    return wrong
  })
}
