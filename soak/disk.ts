/** A small disk that fills up: what is refused, in which words, and that nothing is lost. */
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import type { Problem, RunFrames, Shoot } from '@core/api/api'
import { testFrame } from '@core/testing'
import { startServer } from '../e2e/server'

export interface DiskReport {
  /** pictures stored before the first was refused */
  readonly stored: number
  /** what the refusal of a picture said */
  readonly pictureRefused: string
  /** plans saved after pictures were refused */
  readonly savedAfter: number
  /** what the refusal of a plan said when another program had taken the very last byte */
  readonly planRefused: string
  readonly startedAgain: boolean
  readonly lost: number
  readonly halfFiles: number
}

const SIZE_MB = 24
const KEEP_FREE_MB = 6

/** Whether this machine lets a test make a small disk. */
export function canMount(): boolean {
  const dir = mkdtempSync(join(tmpdir(), 'fine-spark-disk-'))
  try {
    mount(dir)
    execFileSync('umount', [dir], { stdio: 'ignore' })
    return true
  } catch {
    return false
  } finally {
    rmSync(dir, { recursive: true, force: true })
  }
}
const mount = (dir: string) =>
  execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${SIZE_MB}m`, 'tmpfs', dir], {
    stdio: 'ignore'
  })

export async function fullDisk(): Promise<DiskReport> {
  const dataDir = mkdtempSync(join(tmpdir(), 'fine-spark-disk-'))
  mount(dataDir)
  const settings = { KEEP_FREE_MB: String(KEEP_FREE_MB) }
  let server = await startServer(dataDir, undefined, settings)
  try {
    const call = async (method: string, path: string, body?: unknown) => {
      const image = Buffer.isBuffer(body)
      const response = await fetch(server.url + path, {
        method,
        headers: { 'content-type': image ? 'image/jpeg' : 'application/json' },
        ...(body !== undefined && { body: image ? new Uint8Array(body) : JSON.stringify(body) })
      })
      const text = await response.text()
      return { status: response.status, json: (text ? JSON.parse(text) : null) as unknown }
    }
    let shoot = (await call('POST', '/api/shoots', { title: 'Full', look: 'plume' })).json as Shoot
    const save = async (title: string) => {
      const { version } = shoot
      const answer = await call('PATCH', `/api/shoots/${shoot.id}`, { version, title })
      if (answer.status === 200) shoot = answer.json as Shoot
      return answer
    }
    const acknowledged = new Set<string>()
    let pictureRefused = ''
    for (let i = 0; !pictureRefused && i < 500; i++) {
      const path = `/api/shoots/${shoot.id}/frames/f${i}`
      await call('PUT', path, { version: null, frame: testFrame(shoot.plan, `f${i}`, 'lit') })
      const image = await noisy(i)
      const { status, json } = await call('PUT', `${path}/image`, image)
      if (status === 204) acknowledged.add(`f${i}`)
      else pictureRefused = `${status} ${(json as Problem).detail}`
    }
    let savedAfter = 0
    for (let i = 0; i < 50; i++) if ((await save(`After ${i}`)).status === 200) savedAfter++
    // Another program takes all that is left.
    const { bavail, bsize } = statfsSync(dataDir)
    fill(join(dataDir, 'other-program'), bavail * bsize)
    let planRefused = ''
    const padding = 'x'.repeat(1900)
    for (let i = 0; !planRefused && i < 400; i++) {
      const strobe = { ...shoot.plan.lights[0]!.strobe, notes: `${padding}${i}` }
      const { version } = shoot
      const plan = { ...shoot.plan, lights: [{ ...shoot.plan.lights[0]!, strobe }] }
      const answer = await call('PUT', `/api/shoots/${shoot.id}`, { version, plan })
      if (answer.status === 200) shoot = answer.json as Shoot
      else planRefused = `${answer.status} ${(answer.json as Problem).detail}`
    }
    await server.stop('SIGKILL')
    rmSync(join(dataDir, 'other-program'))
    server = await startServer(dataDir, undefined, settings)
    const now = (await call('GET', `/api/shoots/${shoot.id}`)).json as Shoot
    const { frames } = (await call('GET', `/api/shoots/${shoot.id}/frames`)).json as RunFrames
    const whole = new Set(frames.filter((each) => each.hasImage).map((each) => each.frame.id))
    return {
      stored: acknowledged.size,
      pictureRefused,
      savedAfter,
      planRefused,
      startedAgain: true,
      lost:
        (now.version >= shoot.version ? 0 : 1) +
        [...acknowledged].filter((id) => !whole.has(id)).length,
      halfFiles: readdirSync(join(dataDir, 'pictures')).filter((name) => name.endsWith('.part'))
        .length
    }
  } finally {
    await server.stop()
    execFileSync('umount', [dataDir], { stdio: 'ignore' })
    rmSync(dataDir, { recursive: true, force: true })
  }
}

/** A picture of some 700 kB, like no other. */
const noisy = (seed: number): Promise<Buffer> =>
  sharp({
    create: {
      width: 900,
      height: 900,
      channels: 3,
      background: '#777',
      noise: { type: 'gaussian', mean: 100 + (seed % 20), sigma: 40 }
    }
  })
    .jpeg({ quality: 95 })
    .toBuffer()

function fill(path: string, bytes: number): void {
  try {
    writeFileSync(path, Buffer.alloc(bytes))
  } catch {
    // Full before all of it was written: that is what is wanted.
  }
}
