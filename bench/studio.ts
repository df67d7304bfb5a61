/** How long the simulated studio takes for a frame with its files, in the workers it ships with. */
import { pathToFileURL } from 'node:url'
import type { Plan } from '../core/plan/plan'
import { demoShoots } from '../server/demo/shoots/index'
import { tracedBy } from '../simulator/camera'
import { studioOf } from '../simulator/studio'
import { frameSize, traceInWorkers } from '../simulator/tracing'
import { median, type Figure } from './figures'

const WIDTH = 960
const SHOOTS = ['demo-beetle', 'demo-coin', 'demo-steam']

/** @returns seconds of the first frame of a set, and of the next */
async function framesOf(plan: Plan): Promise<readonly [number, number]> {
  const script = pathToFileURL('dist/tracer.mjs')
  const studio = studioOf({
    seed: 1,
    plan: () => Promise.resolve(plan),
    camera: tracedBy(traceInWorkers(script, frameSize(plan, WIDTH))),
    now: Date.now
  })
  const lights = plan.lights.filter(({ on }) => on).map(({ id }) => id)
  const seconds: number[] = []
  for (let i = 0; i < 2; i++) {
    const began = performance.now()
    await studio.obey(
      { do: 'trigger', kind: 'lit', lights },
      () => {},
      () => Promise.resolve()
    )
    seconds.push((performance.now() - began) / 1000)
  }
  return [seconds[0]!, seconds[1]!]
}

export async function studio(): Promise<Figure[]> {
  const shoots = await demoShoots()
  const all: (readonly [number, number])[] = []
  for (const id of SHOOTS) all.push(await framesOf(shoots.find((each) => each.id === id)!.plan))
  return [
    {
      key: 'studio.frameSeconds',
      value: Number(median(all.map(([first]) => first)).toFixed(1)),
      aim: '≤ 8',
      about: '960×640 with JPEG and DNG, first frame of a set; median of beetle, coin, steam'
    },
    {
      key: 'studio.nextFrameSeconds',
      value: Number(median(all.map(([, next]) => next)).toFixed(2)),
      aim: '',
      about: 'the same set again: nothing is traced'
    }
  ]
}
