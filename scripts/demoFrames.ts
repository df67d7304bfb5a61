/**
 * Takes the frames of the demo shoots anew, in a simulated studio each: `npm run demo-frames`, after
 * a build. `--look` says of many studios what their runs would come to, and writes nothing.
 */
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { nextMove } from '../core/run/steps'
import { stops } from '../client/src/words/format'
import type { Plan } from '../core/plan/plan'
import { demoShoots } from '../server/demo/shoots/index'
import { DEMO_FRAMES, type DemoCamera, type DemoFiles } from '../server/demo/shoots/take'
import { tracedBy } from '../simulator/camera'
import { studioOf } from '../simulator/studio'
import { frameSize, traceInWorkers } from '../simulator/tracing'

/** A studio in which the run comes to a good end as it is told in the demo. */
const SEED = 39
const WIDTH = 960
/** Frames that keep their raw files: each is a megabyte. */
const WITH_RAW = ['beetle-5', 'cards-1']
const LOOK_WIDTH = 240
const MOST_LOOKED = 40

/** One studio a shoot, with the clock of the frames it takes. */
function studios(seed: number, width: number): DemoCamera {
  const known = new Map<
    string,
    { set: (plan: Plan, at: number) => void; shoot: () => Promise<DemoFiles> }
  >()
  const studioFor = (first: Plan) => {
    let plan = first
    let time = 0
    let studio: ReturnType<typeof studioOf> | null = null
    return {
      set: (next: Plan, at: number): void => {
        plan = next
        time = at
        studio ??= studioOf({
          seed,
          plan: () => Promise.resolve(plan),
          camera: tracedBy(
            traceInWorkers(pathToFileURL('dist/tracer.mjs'), frameSize(plan, width))
          ),
          now: () => time
        })
      },
      shoot: async (): Promise<DemoFiles> => {
        const files = new Map<string, Buffer>()
        const lights = plan.lights.filter(({ on }) => on).map(({ id }) => id)
        await studio!.obey(
          { do: 'trigger', kind: lights.length ? 'lit' : 'black', lights },
          () => {},
          ({ name, bytes }) => Promise.resolve(void files.set(name.slice(-4), bytes))
        )
        return { jpeg: files.get('.JPG')!, raw: files.get('.DNG')! }
      }
    }
  }
  return async (_id, plan, takenAt) => {
    const studio = known.get(plan.title) ?? studioFor(plan)
    known.set(plan.title, studio)
    studio.set(plan, Date.parse(takenAt))
    return studio.shoot()
  }
}

async function look(): Promise<void> {
  for (let seed = 1; seed <= MOST_LOOKED; seed++) {
    const shoots = await demoShoots(studios(seed, LOOK_WIDTH))
    const said = shoots
      .filter(({ frames }) => frames.length > 0)
      .map(({ id, plan, frames }) => {
        const move = nextMove(
          plan,
          frames.map(({ frame }) => frame)
        )
        const found = plan.corrections.map((each) => `${each.source} ${stops(each.stops)}`)
        return `${id}: ${move.kind} (${found.join(', ')})`
      })
    console.log(seed, said.join('; '))
  }
}

async function takeAll(): Promise<void> {
  mkdirSync(DEMO_FRAMES, { recursive: true })
  for (const { frames } of await demoShoots(studios(SEED, WIDTH)))
    for (const { frame, jpeg, raw } of frames) {
      writeFileSync(join(DEMO_FRAMES, `${frame.id}.jpg`), jpeg)
      if (WITH_RAW.includes(frame.id)) writeFileSync(join(DEMO_FRAMES, `${frame.id}.dng`), raw!)
    }
}

await (process.argv.includes('--look') ? look() : takeAll())
process.exit(0)
