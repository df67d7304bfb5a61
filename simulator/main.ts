/**
 * Starts a simulated studio for a shoot of a running server: `npm run simulate -- --shoot ID`, or a
 * bench to calibrate a kit item on: `--bench ID`. With --folder its camera writes files there, as a
 * capture program would, and sends none.
 */
import { mkdir, rename, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import type { Shoot } from '@core/api/api'
import type { Plan } from '@core/plan/plan'
import { benchOf, benchOffer } from './bench'
import { runBridge } from './bridge'
import { tracedBy } from './camera'
import { offerOf, studioOf } from './studio'
import { frameSize, traceInWorkers } from './tracing'

const USAGE = `npm run simulate -- --shoot ID | --bench ID
                 [--server http://127.0.0.1:4617] [--seed 1]
                 [--device NAME] [--width 960] [--folder DIR]`

/** Whole first, then under its name: nobody reads half a file. */
async function writeTo(folder: string, name: string, bytes: Buffer): Promise<void> {
  await mkdir(folder, { recursive: true })
  await writeFile(join(folder, `${name}.part`), bytes)
  await rename(join(folder, `${name}.part`), join(folder, name))
}

/** The studio of a shoot: it stands as the shoot's plan says. */
async function setOf(server: string, shoot: string, seed: number, width: number) {
  let plan: Plan | null = null
  /** As the plan says now; the last known while the server is away. */
  const planNow = async (): Promise<Plan> => {
    try {
      const response = await fetch(`${server}/api/shoots/${shoot}`)
      if (response.ok) plan = ((await response.json()) as Shoot).plan
      else if (!plan) throw new Error(`The server has no shoot ${shoot} that can be read.`)
    } catch (error) {
      if (!plan) throw error
    }
    return plan!
  }
  const script = new URL('tracer.mjs', import.meta.url)
  const studio = studioOf({
    seed,
    plan: planNow,
    camera: tracedBy(traceInWorkers(script, frameSize(await planNow(), width))),
    now: Date.now
  })
  void studio.warm().catch(() => {})
  return { ...studio, offer: async () => offerOf(await planNow(), shoot) }
}

async function start(): Promise<void> {
  const { values } = parseArgs({
    options: {
      shoot: { type: 'string' },
      bench: { type: 'string' },
      server: { type: 'string', default: 'http://127.0.0.1:4617' },
      seed: { type: 'string', default: '1' },
      width: { type: 'string', default: '960' },
      device: { type: 'string' },
      folder: { type: 'string' },
      // The server that started this ends it by closing its input.
      child: { type: 'boolean', default: false }
    }
  })
  const { shoot, bench, folder } = values
  const server = values.server.replace(/\/$/, '')
  const seed = Number(values.seed)
  const width = Number(values.width)
  const sizeKnown = Number.isInteger(width) && width >= 60 && width <= 4000
  const one = (shoot ?? bench) && !(shoot && bench)
  if (!one || !Number.isSafeInteger(seed) || !sizeKnown) throw new Error(USAGE)

  const ending = new AbortController()
  const end = (): void => ending.abort()
  process.on('SIGINT', end)
  process.on('SIGTERM', end)
  if (values.child) process.stdin.on('end', end).on('error', end).resume()

  const set = shoot
    ? await setOf(server, shoot, seed, width)
    : { ...benchOf({ seed, width, now: Date.now }), offer: async () => benchOffer(bench!) }
  const device = values.device ?? `studio-${shoot ?? bench}`.slice(0, 64)
  console.log(
    `Simulated ${shoot ? 'studio' : 'bench'} for ${shoot ?? bench}, seed ${seed}, at ${server}`
  )
  await runBridge(
    { server, id: device, signal: ending.signal },
    {
      offer: set.offer,
      state: set.state,
      obey: (command, say, deliver) =>
        set.obey(
          command,
          (doing, share) => say({ busy: { doing, share } }),
          ({ name, bytes }) => (folder ? writeTo(folder, name, bytes) : deliver(name, bytes))
        )
    }
  )
  process.exit(0)
}

start().catch((error: unknown) => {
  console.error((error as Error).message)
  process.exit(1)
})
