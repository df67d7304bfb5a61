/**
 * An acknowledged write survives `kill -9`: writers hammer the built server, it is killed, and
 * every acknowledgement is counted after.
 */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@jest/globals'
import type { RunFrames, Shoot } from '@core/api/api'
import { testFrame } from '@core/testing'
import { startServer } from '../e2e/server'

const KILLS = 6
const WRITERS = 6
const FRAMES_A_KILL = 12

interface Acknowledged {
  readonly shoots: Map<string, { version: number; width: number }>
  readonly frames: Set<string>
}

const post = async (url: string, method: string, body: unknown) => {
  const response = await fetch(url, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body)
  })
  if (!response.ok) throw new Error(String(response.status))
  return response.json()
}

/**
 * One writer: its own shoot, saved over and over, a frame now and then, until the server is gone.
 */
const write = async (url: string, done: Acknowledged, next: () => number): Promise<void> => {
  try {
    let shoot = (await post(`${url}/api/shoots`, 'POST', {
      title: 'Hammered',
      look: 'plume'
    })) as Shoot
    done.shoots.set(shoot.id, { version: 1, width: shoot.plan.subject.widthMm })
    for (;;) {
      const width = next()
      shoot = (await post(`${url}/api/shoots/${shoot.id}`, 'PUT', {
        version: shoot.version,
        plan: { ...shoot.plan, subject: { ...shoot.plan.subject, widthMm: width } }
      })) as Shoot
      done.shoots.set(shoot.id, { version: shoot.version, width })
      const id = `f${width}`
      const frame = testFrame(shoot.plan, id, 'black')
      await post(`${url}/api/shoots/${shoot.id}/frames/${id}`, 'PUT', { version: null, frame })
      done.frames.add(`${shoot.id}/${id}`)
    }
  } catch {
    // the server is gone
  }
}

test(`kill -9 under load, ${KILLS} times: nothing acknowledged is lost`, async () => {
  const dataDir = mkdtempSync(join(tmpdir(), 'fine-spark-crash-'))
  const done: Acknowledged = { shoots: new Map(), frames: new Set() }
  let width = 1
  for (let kill = 0; kill < KILLS; kill++) {
    const server = await startServer(dataDir)
    const writers = Array.from({ length: WRITERS }, () => write(server.url, done, () => ++width))
    // Killed by count, not by the clock: a slow machine has as much to lose as a fast one. The odd
    // milliseconds move the blow about within a write.
    const enough = done.frames.size + FRAMES_A_KILL
    while (done.frames.size < enough) await new Promise((resolve) => setTimeout(resolve, 5 + kill))
    await server.stop('SIGKILL')
    await Promise.all(writers)
  }
  const server = await startServer(dataDir)
  let lost = 0
  for (const [id, { version, width: acknowledged }] of done.shoots) {
    const shoot = (await (await fetch(`${server.url}/api/shoots/${id}`)).json()) as Shoot
    // A write that was on its way when the server died may be there too; an acknowledged one must
    // be.
    if (
      shoot.version < version ||
      (shoot.version === version && shoot.plan.subject.widthMm !== acknowledged)
    )
      lost++
    const frames = new Set(
      (
        (await (await fetch(`${server.url}/api/shoots/${id}/frames`)).json()) as RunFrames
      ).frames.map((record) => `${id}/${record.frame.id}`)
    )
    for (const frame of done.frames) if (frame.startsWith(`${id}/`) && !frames.has(frame)) lost++
  }
  await server.stop()
  rmSync(dataDir, { recursive: true, force: true })
  console.log(
    `kill -9 × ${KILLS}: ${width} writes sent, ${done.shoots.size} shoots and ` +
      `${done.frames.size} frames acknowledged, ${lost} lost`
  )
  expect(done.frames.size).toBeGreaterThanOrEqual(KILLS * FRAMES_A_KILL)
  expect(lost).toBe(0)
}, 900_000)
