/** How the built server starts, or says why not: settings, folders, two at once, open to others. */
import { spawn } from 'node:child_process'
import { copyFileSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, test } from '@jest/globals'
import Database from 'better-sqlite3'
import { readConfig } from './config'
import { startServer } from '../e2e/server'

const folder = () => mkdtempSync(join(tmpdir(), 'fine-spark-start-'))
/** A folder in use: it takes no demo data any more, which takes seconds. */
const inUse = () => {
  const dataDir = folder()
  copyFileSync('server/migrations/fixtures/version4.sqlite', join(dataDir, 'fine-spark.sqlite'))
  return dataDir
}

/** A start that is to fail: what it said, on which exit code. */
const failing = (settings: Record<string, string>) =>
  new Promise<{ code: number | null; said: string }>((resolve) => {
    const child = spawn(process.execPath, ['dist/server.mjs'], {
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, PORT: '0', HOST: '127.0.0.1', ...settings }
    })
    let said = ''
    const hear = (chunk: Buffer) => {
      said += chunk.toString()
      if (/is ready/.test(said)) child.kill()
    }
    child.stdout.on('data', hear)
    child.stderr.on('data', hear)
    child.on('exit', (code) => resolve({ code, said }))
  })
/** Nothing of the machinery shows: no stack, no SQL. */
const plain = (said: string) => {
  expect(said).not.toMatch(/\n\s+at |node_modules|SQLITE_|insert into|create table|select /i)
  return said
}

test.each([
  ['PORT', '', /^PORT: a whole number from 0 to 65535 is needed/],
  ['PORT', 'web', /^PORT: a whole number/],
  ['PORT', '70000', /^PORT: must be at most 65535|^PORT: /],
  ['HOST', ' ', /^HOST: an address is needed/],
  ['DATA_DIR', '', /^DATA_DIR: a folder is needed/],
  ['KEEP_FREE_MB', '-1', /^KEEP_FREE_MB: a whole number/]
])('%s=%j is named', (name, value, says) => {
  expect(() => readConfig({ [name]: value })).toThrow(says)
  expect(readConfig({}).port).toBe(4617)
})

describe('a folder that cannot be served', () => {
  test('an empty PORT is said in one line', async () => {
    const { code, said } = await failing({ PORT: '', DATA_DIR: folder() })
    expect([code, said.trim()]).toEqual([1, 'PORT: a whole number from 0 to 65535 is needed'])
  })
  test('it is a file', async () => {
    const file = join(folder(), 'a-file')
    writeFileSync(file, '')
    const { code, said } = await failing({ DATA_DIR: file })
    expect(code).toBe(1)
    expect(plain(said)).toContain(`The folder ${file} cannot be used`)
  })
  test('its database is damaged: said, and left as it is', async () => {
    const dataDir = folder()
    const text = 'this was a database once '.repeat(200)
    writeFileSync(join(dataDir, 'fine-spark.sqlite'), text)
    const { code, said } = await failing({ DATA_DIR: dataDir })
    expect(code).toBe(1)
    expect(plain(said)).toContain('is damaged or is no database of Fine Spark')
    expect(readFileSync(join(dataDir, 'fine-spark.sqlite'), 'utf8')).toBe(text)
  })
  test('a newer program wrote it', async () => {
    const dataDir = inUse()
    const first = await startServer(dataDir)
    await first.stop()
    const db = new Database(join(dataDir, 'fine-spark.sqlite'))
    db.exec(
      "insert into knex_migrations (name, batch, migration_time) values ('999_later', 9, 'now')"
    )
    db.close()
    const { code, said } = await failing({ DATA_DIR: dataDir })
    expect(code).toBe(1)
    expect(plain(said)).toMatch(/written by a newer Fine Spark \(999_later\)/)
  })
  test('the port is taken', async () => {
    const first = await startServer(inUse())
    const { code, said } = await failing({ DATA_DIR: folder(), PORT: new URL(first.url).port })
    expect(code).toBe(1)
    expect(plain(said)).toContain('Another program already uses that port')
    await first.stop()
  })
})

describe('one server a folder', () => {
  test('three first starts at once: one serves, the others say so', async () => {
    const dataDir = folder()
    const starts = await Promise.all([1, 2, 3].map(() => failing({ DATA_DIR: dataDir })))
    const refused = starts.filter(({ said }) => said.includes('already serves the folder'))
    expect(refused.map(({ code }) => code)).toEqual([1, 1])
    expect(starts.filter(({ said }) => said.includes('is ready'))).toHaveLength(1)
    for (const { said } of starts) plain(said)
  })
  test('a second one is refused while the first goes on; killed, it leaves no lock behind', async () => {
    const dataDir = inUse()
    const first = await startServer(dataDir)
    const { code, said } = await failing({ DATA_DIR: dataDir })
    expect([code, plain(said)]).toEqual([
      1,
      expect.stringContaining('Another Fine Spark already serves the folder')
    ])
    expect((await fetch(`${first.url}/api/health`)).status).toBe(200)
    await first.stop('SIGKILL')
    const next = await startServer(dataDir)
    expect((await fetch(`${next.url}/api/health`)).status).toBe(200)
    await next.stop()
  })
})

describe('open to the network', () => {
  test.each(['0.0.0.0', '::'])('HOST=%s says who may write', async (host) => {
    const { said } = await failing({ DATA_DIR: inUse(), HOST: host })
    expect(said).toContain('Fine Spark is ready: http://127.0.0.1:')
    expect(said).toContain('Everybody on this network may open it, and read and change everything')
  })
  test('numbers are let in, foreign names are not; one address may not ask without end', async () => {
    const server = await startServer(inUse(), undefined, { HOST: '::' })
    const { port } = new URL(server.url)
    for (const name of ['127.0.0.1', '[::1]'])
      expect((await fetch(`http://${name}:${port}/api/health`)).status).toBe(200)
    let status = 0
    for (let asked = 0; asked < 20_000 && status !== 429; asked += 50)
      for (const answer of await Promise.all(
        Array.from({ length: 50 }, () => fetch(`http://127.0.0.1:${port}/api/nothing`))
      )) {
        ;({ status } = answer)
        await answer.arrayBuffer()
      }
    expect(status).toBe(429)
    await server.stop()
  })
  test('only this machine: no such words, and no limit', async () => {
    const { said } = await failing({ DATA_DIR: inUse() })
    expect(said).not.toContain('Everybody')
  })
})

test('a clock that jumps: versions go on counting, the list still shows everything', async () => {
  const dataDir = inUse()
  const db = new Database(join(dataDir, 'fine-spark.sqlite'))
  db.exec("update shoots set updated_at = '2099-01-01T00:00:00.000Z'")
  db.close()
  const server = await startServer(dataDir)
  const list = (await (await fetch(`${server.url}/api/shoots`)).json()) as {
    id: string
    version: number
  }[]
  for (const { id, version } of list) {
    const rename = await fetch(`${server.url}/api/shoots/${id}`, {
      method: 'PATCH',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ version, title: 'Later, by an earlier clock' })
    })
    expect(((await rename.json()) as { version: number }).version).toBe(version + 1)
  }
  expect(((await (await fetch(`${server.url}/api/shoots`)).json()) as unknown[]).length).toBe(2)
  await server.stop()
  rmSync(dataDir, { recursive: true, force: true })
})
