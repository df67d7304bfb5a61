/** A server in this process on a fresh folder, for tests. */
import { cpSync, existsSync, mkdtempSync, readdirSync, renameSync, rmSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pino } from 'pino'
import { usePlainMessages } from '@core/api/messages'
import { createApp } from './app'
import { loadDemo } from './demo/load'
import { pictureStore } from './services/pictures'
import { diskSpace } from './services/space'
import { openDatabase } from './store/db'

interface Options {
  /** a folder to go on with; an empty one of its own when left out */
  readonly dataDir?: string
  readonly clientDir?: string
  readonly simulatorFile?: string
  readonly keepFreeBytes?: number
}

/** Demo data takes seconds to make: once for all tests of a run, then copied. */
const DEMO = process.env.FINE_SPARK_TEST_DEMO ?? join(tmpdir(), `fine-spark-demo-${process.pid}`)

async function putDemo(dataDir: string): Promise<void> {
  if (!existsSync(DEMO)) {
    const made = mkdtempSync(`${DEMO}-`)
    const db = await openDatabase(made)
    await loadDemo(db, pictureStore(made, diskSpace(made, 0)))
    await db.destroy()
    try {
      renameSync(made, DEMO)
    } catch {
      // Another worker was quicker.
      rmSync(made, { recursive: true })
    }
  }
  cpSync(DEMO, dataDir, { recursive: true })
}

export async function testServer({
  dataDir = mkdtempSync(join(tmpdir(), 'fine-spark-test-')),
  clientDir = join(dataDir, 'none'),
  simulatorFile = join(dataDir, 'none'),
  keepFreeBytes = 0
}: Options = {}) {
  usePlainMessages()
  if (readdirSync(dataDir).length === 0) await putDemo(dataDir)
  const db = await openDatabase(dataDir)
  const space = diskSpace(dataDir, keepFreeBytes)
  const pictures = pictureStore(dataDir, space)
  let url: string | null = null
  const { app, begin, end } = createApp({
    config: {
      port: 0,
      host: '127.0.0.1',
      dataDir,
      clientDir,
      simulatorFile,
      keepFreeBytes,
      studioWidth: 120,
      logLevel: 'silent'
    },
    db,
    log: pino({ level: 'silent' }),
    pictures,
    space,
    address: () => url
  })
  const server = app.listen(0, '127.0.0.1')
  // A busy machine asks again just when an idle connection is closed.
  server.keepAliveTimeout = 60_000
  await new Promise((resolve) => server.once('listening', resolve))
  const at = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  url = at
  await begin()
  const call = async (
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {}
  ) => {
    const raw = body instanceof Uint8Array || typeof body === 'string'
    const response = await fetch(at + path, {
      method,
      headers: {
        ...(body !== undefined && !raw && { 'content-type': 'application/json' }),
        ...headers
      },
      ...(body !== undefined && { body: raw ? (body as BodyInit) : JSON.stringify(body) })
    })
    const text = await response.text()
    let json: unknown = null
    try {
      json = JSON.parse(text)
    } catch {
      // not every answer is JSON
    }
    return { status: response.status, headers: response.headers, text, json: json as never }
  }
  return {
    db,
    dataDir,
    pictures,
    url: at,
    call,
    /** @param keep the folder, to go on with */
    stop: async ({ keep = false } = {}) => {
      await end()
      server.closeAllConnections()
      await new Promise((resolve) => server.close(resolve))
      await db.destroy()
      if (!keep) rmSync(dataDir, { recursive: true, force: true })
    }
  }
}
