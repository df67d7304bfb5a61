/**
 * Whether the run's advice, followed blindly, lands the light: in a thousand studios whose heads,
 * marks, modifiers, distances and ambient are off by a seed, judged each way with its own noise. The
 * program that follows it knows only what the run says and what its way of judging shows.
 */
import { goalOf } from '../core/ledger/suggest'
import { ledgerOf } from '../core/ledger/ledger'
import { corrected } from '../core/calibration/adopt'
import { fitKit } from '../core/calibration/fit'
import { sightingsOf } from '../core/calibration/fromFrames'
import type { KitItem } from '../core/kit/kit'
import { withLight } from '../core/plan/edit'
import type { Light, LightId, Plan } from '../core/plan/plan'
import { askedBy, planAsked } from '../core/run/asked'
import { applyCalibration, calibrate } from '../core/run/calibrate'
import { litIds, logFrame, type Frame } from '../core/run/frame'
import { partPlan } from '../core/run/part'
import { nextMove } from '../core/run/steps'
import { NO_NOTES, type StepKey, type StepTick } from '../core/run/tick'
import { dialMarks } from '../core/scales/dial'
import { withBestPower } from '../core/solve/power'
import { testLight, testModifier, testPlan, testStrobe } from '../core/testing'
import { median, type Figure } from './figures'
import { seen, truly, type Way } from './judged'

const STUDIOS = 1000
/** A run that asks for more goes round in a circle. */
const MOST_MOVES = 60

interface WayRules {
  /** within so many stops of what the dial can do */
  readonly withinStops: number
  /** frames beyond the first, per light */
  readonly corrective: number
}
const WAYS: Readonly<Record<Way, WayRules>> = {
  meter: { withinStops: 1 / 6, corrective: 2 },
  raw: { withinStops: 1 / 6, corrective: 2 },
  curve: { withinStops: 1 / 6, corrective: 2 },
  jpeg: { withinStops: 1 / 4, corrective: 2 },
  eye: { withinStops: 1 / 3, corrective: 3 }
}

/** Dials in thirds, in halves and in levels; bare, gridded, snooted; one light and two. */
function plans(): Plan[] {
  const grid = testModifier({ id: 'grid', name: 'Grid', lossStops: 1 })
  const sheet = testModifier({ id: 'sheet', name: 'Sheet', lossStops: 1.5 })
  const levels = testStrobe({
    id: 'levels',
    dial: { kind: 'levels', count: 14, stopsPerLevel: 0.5 }
  })
  const halves = testStrobe({
    id: 'halves',
    dial: { kind: 'fraction', lowestStops: -7, step: 'half' }
  })
  const easy = (change: (plan: Plan) => void): Plan =>
    testPlan((plan) => {
      plan.subject = { ...plan.subject, sharpDepthMm: 0.1 }
      plan.goals = { ...plan.goals, backgroundStops: -3 }
      change(plan)
    })
  const rim: Light = testLight({
    id: 'B',
    name: 'Rim',
    role: 'rim',
    strobe: halves,
    at: { distanceMm: 260, azimuthDeg: -120, elevationDeg: 35 }
  })
  return [
    easy((plan) => (plan.lights[0]!.modifiers = [grid])),
    easy((plan) => (plan.lights[0]!.strobe = levels)),
    easy((plan) => {
      // A thing with a top.
      plan.subject = { ...plan.subject, shape: 'ellipsoid' }
      plan.lights[0]!.modifiers = [sheet]
      plan.lights.push(rim)
      plan.goals.places = [{ place: 'top', kind: 'about', stops: -0.5, toleranceStops: 0.3 }]
    })
  ].map((plan) => plan.lights.reduce((best, _, i) => withBestPower(best, i), plan))
}

interface Run {
  readonly frames: readonly Frame[]
  readonly plan: Plan
  /** by how much the worst light misses its goal more than its dial must; stops */
  readonly beyondStops: number
  readonly ended: 'landed' | 'out-of-reach' | 'loops'
}

const halfStep = ({ strobe }: Light): number => {
  const [first, second] = dialMarks(strobe.dial)
  return Math.abs(second!.stops - first!.stops) / 2 + 1e-6
}

/** Frames of one light by itself, beyond its first. */
const correctiveOf = (frames: readonly Frame[], id: LightId): number =>
  frames.filter((frame) => litIds(frame).includes(id) && litIds(frame).length === 1).length - 1

function follow(start: Plan, seed: number, way: Way): Run {
  const { corrective, withinStops } = WAYS[way]
  // As near as the way of judging is to bring it, and a dial can.
  const toleranceStops = Math.max(withinStops, ...start.lights.map(halfStep))
  const { goals } = start
  const places = goals.places.map((goal) => ({ ...goal, toleranceStops }))
  let plan: Plan = { ...start, goals: { ...goals, toleranceStops, places } }
  const frames: Frame[] = []
  let ended: Run['ended'] = 'loops'
  const passed = new Map<StepKey, StepTick>()
  const pass = (light: LightId): void => {
    const step = plan.lights.length > 1 ? `light-${light}` : 'together'
    const at = '2026-11-27T10:00:00.000Z'
    passed.set(step, { kind: 'step', id: step, at, step, mark: 'skipped', after: null, why: '' })
  }
  for (let i = 0; i < MOST_MOVES; i++) {
    const move = nextMove(plan, frames, { ...NO_NOTES, steps: passed })
    if (move.kind === 'done') {
      ended = 'landed'
      break
    }
    if (move.kind === 'judge') {
      const evidence = seen(way, seed, move.frame, frames.length)
      plan = applyCalibration(plan, calibrate(plan, move.frame, evidence, `c${i}`))
      frames[frames.findIndex(({ id }) => id === move.frame.id)] = {
        ...move.frame,
        evidence: [evidence]
      }
    } else if (move.kind === 'set-power') {
      // So many frames are all it gets: as it stands now it counts.
      if (correctiveOf(frames, move.light) >= corrective) pass(move.light)
      plan = move.after
    } else if (move.kind === 'darken' && move.move) plan = move.move.after
    else if (['take-black', 'take-ambient', 'take-lit'].includes(move.kind)) {
      const asked = askedBy(move)
      frames.push(
        logFrame(planAsked(plan, asked), {
          id: `f${i}`,
          kind: asked.kind,
          takenAt: '2026-11-27T10:00:00.000Z',
          fired: asked.fired
        })
      )
    } else {
      ended = 'out-of-reach'
      break
    }
  }
  const beyonds = plan.lights.map((_, i) => beyondDial(plan, seed, way, i))
  return { frames, plan, beyondStops: Math.max(...beyonds), ended }
}

/** Marks to either side that may be nearer. */
const MARKS_BESIDE = 4
/**
 * By how much a light's place misses its goal more than on the mark that would land it best. A meter
 * reads what falls on the subject: what the subject makes of it is not held against it.
 */
function beyondDial(plan: Plan, seed: number, way: Way, index: number): number {
  const light = plan.lights[index]!
  const aimed = goalOf(plan, light)
  if (!aimed) return 0
  const totalsOn = (of: Plan) => {
    const real = truly(of, seed)
    return ledgerOf(way === 'meter' ? { ...real, subject: of.subject } : real).totals
  }
  const missOn = (powerStops: number): number =>
    Math.abs(totalsOn(withLight(plan, index, { powerStops }))[aimed.place]! - aimed.stops)
  const marks = dialMarks(light.strobe.dial)
  const at = marks.findIndex(({ stops }) => Math.abs(stops - light.powerStops) < 1e-6)
  const near = marks.slice(Math.max(0, at - MARKS_BESIDE), at + MARKS_BESIDE + 1)
  return missOn(light.powerStops) - Math.min(...near.map(({ stops }) => missOn(stops)))
}

/**
 * How far off the first frame of another set with the same kit is, its figures put right by the
 * frames of one run and one more of each light bare.
 */
function firstFrame(start: Plan, seed: number, { frames, plan }: Run): number {
  const bare = plan.lights
    .filter(({ modifiers }) => modifiers.length > 0)
    .map(({ id }, i) => {
      const part = partPlan(plan, { light: id, on: 0 })
      const shot = logFrame(part, { id: `p${i}`, kind: 'lit', takenAt: '2026-11-27T10:00:00.000Z' })
      return { ...shot, evidence: [seen('raw', seed, shot, i)] }
    })
  const kit = new Map<string, KitItem>(
    start.lights.flatMap(({ strobe, modifiers }) => [
      [strobe.id, strobe] as const,
      ...modifiers.map((each) => [each.id, each] as const)
    ])
  )
  const fit = fitKit([...frames, ...bare].flatMap((frame) => sightingsOf('s', frame, kit)))
  const figure = <T extends KitItem>(item: T): T => corrected(item, fit?.estimates ?? []) as T
  const moved: Plan = {
    ...start,
    lights: start.lights.map((light) => ({
      ...light,
      at: {
        ...light.at,
        distanceMm: light.at.distanceMm * 1.35,
        azimuthDeg: light.at.azimuthDeg + 15
      }
    }))
  }
  const known: Plan = {
    ...moved,
    lights: moved.lights.map((light) => ({
      ...light,
      strobe: figure(light.strobe),
      modifiers: light.modifiers.map(figure)
    }))
  }
  const set = withBestPower(known, 0)
  const real = truly(withLight(moved, 0, { powerStops: set.lights[0]!.powerStops }), seed)
  return Math.abs(ledgerOf(real).totals.subject! - ledgerOf(set).totals.subject!)
}

const rounded = (value: number, digits: number): number => Number(value.toFixed(digits))

export function converge(): Promise<Figure[]> {
  const starts = plans()
  const shares: Figure[] = []
  const counts: number[] = []
  const firsts: number[] = []
  const untaught: number[] = []
  let loops = 0
  for (const way of Object.keys(WAYS) as Way[]) {
    let [inside, counted, outOfReach] = [0, 0, 0]
    for (let seed = 1; seed <= STUDIOS; seed++) {
      const start = starts[seed % starts.length]!
      const run = follow(start, seed, way)
      if (run.ended === 'loops') loops++
      if (run.ended === 'out-of-reach') {
        outOfReach++
        continue
      }
      counted++
      if (run.beyondStops <= WAYS[way].withinStops + 1e-9) inside++
      if (way !== 'raw') continue
      counts.push(run.frames.length)
      firsts.push(firstFrame(start, seed, run))
      untaught.push(
        Math.abs(ledgerOf(truly(start, seed)).totals.subject! - ledgerOf(start).totals.subject!)
      )
    }
    const { withinStops, corrective } = WAYS[way]
    shares.push({
      key: `converge.${way}Share`,
      value: rounded(inside / counted, 3),
      aim: '≥ 0.95',
      about:
        `of ${counted} runs judged by ${way}, within ${rounded(withinStops, 2)} stop of what ` +
        `the dial can do after at most ${corrective} corrective frames a light; ${outOfReach} more ended ` +
        'at the end of a dial or with a goal missed'
    })
  }
  return Promise.resolve([
    ...shares,
    {
      key: 'converge.framesMedian',
      value: median(counts),
      aim: '',
      about: 'frames of a run judged by raw files'
    },
    {
      key: 'converge.firstFrameMedianStops',
      value: rounded(median(firsts), 3),
      aim: '≤ 0.2',
      about:
        'first frame of the next set, the kit put right by one run and a bare frame of each light; ' +
        `${rounded(median(untaught), 2)} by the kit as it came`
    },
    { key: 'converge.loops', value: loops, aim: '0', about: 'runs that end nowhere' }
  ])
}
