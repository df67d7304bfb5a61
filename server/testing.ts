/** A server in this process on a fresh folder, for tests. */
import { mkdtempSync, rmSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pino } from 'pino'
import { usePlainMessages } from '@core/api/messages'
import { createApp } from './app'
import { loadDemo } from './demo/load'
import { openDatabase } from './store/db'

export async function testServer() {
  usePlainMessages()
  const dataDir = mkdtempSync(join(tmpdir(), 'fine-spark-test-'))
  const db = await openDatabase(dataDir)
  await loadDemo(db, dataDir)
  const app = createApp(
    { port: 0, host: '127.0.0.1', dataDir, clientDir: join(dataDir, 'none'), logLevel: 'silent' },
    db,
    pino({ level: 'silent' })
  )
  const server = app.listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  const call = async (
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {}
  ) => {
    const raw = body instanceof Uint8Array || typeof body === 'string'
    const response = await fetch(url + path, {
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
    url,
    call,
    stop: async () => {
      server.closeAllConnections()
      await new Promise((resolve) => server.close(resolve))
      await db.destroy()
      rmSync(dataDir, { recursive: true, force: true })
    }
  }
}
