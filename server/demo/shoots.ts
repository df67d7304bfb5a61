/**
 * Three shoots of the Tidewater Cabinet, an invented small museum. Their runs are played through the same core the user
 * works with: the drawn frames come out where a head slightly weaker than its guide number would put them.
 */
import { planFromLook } from '@core/solve/looks'
import { evaluate } from '@core/ledger/evaluate'
import { countPixels, finishCount, newCounter, patchLevel } from '@core/measure/analyse'
import type { Plan } from '@core/plan/plan'
import { snapshotOf, type Evidence, type Frame } from '@core/run/frame'
import { learn, takeIn } from '@core/run/reading'
import type { Stage } from '@core/wire/wire'
import { demoItem } from './kit'
import { drawFrame, FRAME_SIZE, PATCH, pixelsOf, type Shape } from './pictures'

export interface DemoShoot {
  readonly id: string
  readonly stage: Stage
  readonly at: string
  readonly plan: Plan
  readonly frames: readonly { readonly frame: Frame; readonly jpeg: Buffer }[]
}

const patchEvidence = async (jpeg: Buffer, shape: Shape, place: 'subject' | 'ground'): Promise<Evidence> => {
  const at = place === 'ground' ? PATCH.none : PATCH[shape]
  const { level, bound } = patchLevel(await pixelsOf(jpeg, at))
  return { kind: 'patch', place, ...at, levelStops: level, bound }
}

const take = async (plan: Plan, id: string, kind: Frame['kind'], takenAt: string, shape: Shape, subject: number, ground: number, note: string) => {
  const jpeg = await drawFrame(plan, shape, subject, ground)
  const counter = newCounter()
  countPixels(counter, await pixelsOf(jpeg))
  const evidence = [await patchEvidence(jpeg, shape, kind === 'black' ? 'ground' : 'subject')]
  const frame: Frame = {
    id, kind, takenAt, snapshot: snapshotOf(plan), fileName: `${id}.jpg`,
    analysis: finishCount(counter, FRAME_SIZE.width, FRAME_SIZE.height), evidence, note
  }
  return { frame, jpeg, plan: takeIn(plan, learn(plan, frame, evidence[0]!, `${id}-reading`)) }
}

const withPower = (plan: Plan): Plan => {
  const { choice } = evaluate(plan).suggestion
  return choice ? { ...plan, lights: [{ ...plan.lights[0], powerStops: choice.mark.stops }] } : plan
}

/** Black ground, still: played to its end. */
const beetleShoot = async (): Promise<DemoShoot> => {
  let plan = planFromLook('black-still', 'Ground beetle, drawer 14', {
    camera: demoItem('camera', 'slate-body'), lens: demoItem('lens', 'slate-100'), strobe: demoItem('strobe', 'lantern-36'), modifier: demoItem('modifier', 'snoot-22')
  })
  plan = {
    ...plan,
    subject: { widthMm: 22, heightMm: 12, sharpDepthMm: 1.4, reflectance: 0.06, speedMmS: 0 },
    ground: { distanceMm: 620, reflectance: 0.01 },
    focus: { ...plan.focus, magnification: 0.9 },
    ambient: {
      subject: { value: { kind: 'ev', ev: 5.5 }, bound: 'exact', via: 'incident', atMagnification: 0.9 },
      ground: { value: { kind: 'camera', apertureStops: 5, shutterStops: 1, isoStops: 2 }, bound: 'exact', via: 'reflected', atMagnification: 0.9 }
    },
    lights: [{ ...plan.lights[0], distanceMm: 180, tiltDeg: 40 }]
  }
  plan = withPower(plan)
  const { ledger } = evaluate(plan)
  const black = await take(plan, 'beetle-1', 'black', '2026-11-20T09:12:00.000Z', 'none', -10, ledger.ambient.ground.level, 'Strobe off, curtain drawn.')
  const missing = -0.6
  const first = await take(black.plan, 'beetle-2', 'lit', '2026-11-20T09:14:00.000Z', 'beetle', evaluate(black.plan).ledger.totals.subject + missing, -9, '')
  const corrected = withPower(first.plan)
  const second = await take(corrected, 'beetle-3', 'lit', '2026-11-20T09:16:00.000Z', 'beetle', evaluate(corrected).ledger.totals.subject, -9, 'Keeper.')
  return { id: 'demo-beetle', stage: 'run', at: '2026-11-20T09:16:30.000Z', plan: second.plan, frames: [black, first, second] }
}

/** Fill in daylight with a leaf shutter: planned as far as Dark. */
const crabShoot = (): DemoShoot => {
  let plan = planFromLook('daylight-fill', 'Shore crab, low tide', {
    camera: demoItem('camera', 'tern-compact'), lens: demoItem('lens', 'tern-zoom'), strobe: demoItem('strobe', 'lamplet-20'), modifier: demoItem('modifier', 'cap')
  })
  plan = {
    ...plan,
    subject: { widthMm: 45, heightMm: 30, sharpDepthMm: 6, reflectance: 0.25, speedMmS: 30 },
    ground: { distanceMm: 800, reflectance: 0.18 },
    settings: { ...plan.settings, shutterStops: 28 / 3, apertureStops: 6 },
    goals: { ...plan.goals, groundStops: -1.5 },
    ambient: {
      subject: { value: { kind: 'ev', ev: 12.5 }, bound: 'exact', via: 'incident', atMagnification: 0.18 },
      ground: { value: { kind: 'ev', ev: 13.3 }, bound: 'exact', via: 'reflected', atMagnification: 0.18 }
    },
    lights: [{ ...plan.lights[0], distanceMm: 300, tiltDeg: 25 }]
  }
  return { id: 'demo-crab', stage: 'dark', at: '2026-11-21T15:40:00.000Z', plan: withPower(plan), frames: [] }
}

/** A plume across a narrow beam: the black frame is taken, the light comes next. */
const steamShoot = async (): Promise<DemoShoot> => {
  let plan = planFromLook('plume', 'Steam over the thimble cup', {
    camera: demoItem('camera', 'slate-body'), lens: demoItem('lens', 'slate-60'), strobe: demoItem('strobe', 'pack-10'), modifier: demoItem('modifier', 'grid-40')
  })
  plan = {
    ...plan,
    subject: { widthMm: 90, heightMm: 140, sharpDepthMm: 20, reflectance: 0.1, speedMmS: 250 },
    ground: { distanceMm: 1600, reflectance: 0.04 },
    focus: { ...plan.focus, magnification: 0.2 },
    ambient: { subject: null, ground: null },
    lights: [{ ...plan.lights[0], distanceMm: 650, tiltDeg: 70 }]
  }
  plan = withPower(plan)
  const black = await take(plan, 'steam-1', 'black', '2026-11-22T18:05:00.000Z', 'none', -10, -7.6, 'Lamps off, door shut.')
  return { id: 'demo-steam', stage: 'light', at: '2026-11-22T18:06:00.000Z', plan: black.plan, frames: [black] }
}

export const demoShoots = async (): Promise<DemoShoot[]> => [await beetleShoot(), crabShoot(), await steamShoot()]
