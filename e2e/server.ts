/**
 * A server of its own for tests, pictures and measurements: built code, an empty data folder, a
 * free port.
 */
import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const ROOT = process.cwd()

export interface RunningServer {
  readonly url: string
  readonly dataDir: string
  readonly readyMs: number
  readonly process: ChildProcess
  stop(signal?: NodeJS.Signals): Promise<void>
}

export async function startServer(
  dataDir = mkdtempSync(join(tmpdir(), 'fine-spark-')),
  command = 'dist/server.mjs',
  settings: Readonly<Record<string, string>> = {}
): Promise<RunningServer> {
  const began = performance.now()
  const child = spawn(process.execPath, [command], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      PORT: '0',
      HOST: '127.0.0.1',
      DATA_DIR: dataDir,
      FINE_SPARK_ROOT: ROOT,
      NODE_ENV: 'production',
      LOG_LEVEL: 'error',
      // A simulated studio takes small frames: quick ones.
      STUDIO_WIDTH: '240',
      ...settings
    }
  })
  const url = await new Promise<string>((resolve, reject) => {
    let said = ''
    child.stdout.on('data', (chunk: Buffer) => {
      said += chunk.toString()
      const address = said.match(/http:\/\/[^\s]+/)
      if (address) resolve(address[0].replace(/\/$/, ''))
    })
    child.on('exit', (code) => reject(new Error(`server ended with ${code}: ${said}`)))
  })
  return {
    url,
    dataDir,
    readyMs: performance.now() - began,
    process: child,
    stop: (signal = 'SIGTERM') =>
      new Promise((resolve) => {
        if (child.exitCode !== null || child.signalCode !== null) return resolve()
        child.once('exit', () => resolve())
        child.kill(signal)
      })
  }
}
