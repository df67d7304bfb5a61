/**
 * Inputs to everything that reads or computes: no exception but those a function declares, nothing
 * that hangs, and no figure that is none called a success.
 */
import { evaluate } from '@core/ledger/evaluate'
import { parsePhotometry } from '@core/light/photometry'
import { patchLevel } from '@core/measure/patch'
import { settingsFromExif, takenAtFromExif } from '@core/measure/exif'
import { migrateFrame, migrateKitItem } from '@core/plan/migrate'
import { openPlan } from '@core/plan/open'
import type { Plan } from '@core/plan/plan'
import { kitItemSchema } from '@core/kit/kit'
import { calibrate } from '@core/run/calibrate'
import { logFrame, type Evidence } from '@core/run/frame'
import { askedBy, planAsked } from '@core/run/asked'
import { nextMove, runSteps } from '@core/run/steps'
import { notesOf, type Tick } from '@core/run/tick'
import { rebuildFrame } from '@core/run/rebuild'
import { dialMarks, dialSchema, parsePower } from '@core/scales/dial'
import { parseMeter } from '@core/scales/meter'
import * as parse from '@core/scales/parse'
import { parseStops } from '@core/scales/stops'
import { shorten } from '@core/text'
import { mutated } from './mutate'
import type { Chance } from './random'

export interface InputReport {
  readonly inputs: number
  readonly byKind: Readonly<Record<string, number>>
  readonly slowestMs: number
  readonly failures: readonly string[]
}

interface Given {
  readonly plans: readonly Plan[]
  readonly oldPlans: readonly unknown[]
  readonly oldFrames: readonly unknown[]
}

const PARSERS: readonly ((text: string) => number | null)[] = [
  parseStops,
  parseMeter,
  parse.parseAperture,
  parse.parseShutter,
  parse.parseIso,
  parse.parseLength,
  parse.parseFraction,
  parse.parseMagnification,
  parse.parseNumber,
  parse.parseSpeed
]
const ALPHABET = [
  ...'0123456789',
  ...'0123456789',
  ...' ./+-−–·,:°½⅓⅔%×fFeEsmcISO',
  'mm',
  'cm',
  '1/',
  ' +0.',
  'e308',
  'Infinity',
  'NaN',
  '\ud835',
  '٣',
  '\u00a0'
]
const text = ({ below, pick }: Chance, most = 12): string =>
  Array.from({ length: below(most) }, () => pick(ALPHABET)).join('')

/** Whether a NaN stands anywhere in what was computed. */
function hasNan(value: unknown, depth = 0): boolean {
  if (typeof value === 'number') return Number.isNaN(value)
  if (typeof value !== 'object' || value === null || depth > 12) return false
  return Object.values(value).some((each) => hasNan(each, depth + 1))
}

const PHOTOMETRY = [
  'IESNA:LM-63-2002',
  'TILT=NONE',
  '1 1000 1 3 1 1 2 0 0 0',
  '1 1 100',
  '0 45 90',
  '0',
  '1000 700 0',
  ''
].join('\n')

const dials = [
  { kind: 'fraction', step: 'third', lowestStops: -7 },
  { kind: 'levels', count: 9, stopsPerLevel: 0.7 },
  { kind: 'percent', lowestPercent: 3, stepPercent: 7 },
  { kind: 'decimal', lowest: 2.3, full: 10, step: 0.4 }
]

type Test = (by: Chance, given: Given) => string | null

const typed: Test = (by) => {
  const said = text(by)
  for (const parser of PARSERS) {
    const value = parser(said)
    if (value !== null && !Number.isFinite(value)) return `${parser.name}(${said}) is ${value}`
  }
  return null
}
const powers: Test = (by) => {
  const dial = dialSchema.safeParse(mutated(by.pick(dials), by))
  if (!dial.success) return null
  const marks = dialMarks(dial.data)
  const said = text(by)
  const value = parsePower(dial.data, said)
  if (value !== null && !Number.isFinite(value)) return `power ${said} is ${value}`
  if (marks.length === 0 || hasNan(marks)) return `no marks on ${JSON.stringify(dial.data)}`
  const lowest = dial.data.kind === 'decimal' ? dial.data.lowest - dial.data.full : -Infinity
  return marks[0]!.stops < lowest - 1e-6 ? `below the lowest: ${JSON.stringify(dial.data)}` : null
}
const photometry: Test = (by) => {
  const characters = [...PHOTOMETRY]
  for (let i = by.below(4); i >= 0; i--)
    characters.splice(by.below(characters.length), by.below(3), text(by, 4))
  const read = parsePhotometry(characters.join(''), text(by))
  return read.ok && hasNan(read) ? 'NaN in a photometric file' : null
}
const documents: Test = (by, { plans, oldPlans, oldFrames }) => {
  const document = mutated(by.pick([...plans, ...oldPlans]), by)
  openPlan(document)
  kitItemSchema.safeParse(migrateKitItem(mutated(by.pick(plans).lights[0]!.strobe, by)))
  const frame = migrateFrame(mutated(by.pick(oldFrames), by))
  rebuildFrame(frame, by.pick(plans), new Map())
  return null
}
const figures: Test = (by, { plans }) => {
  let plan: unknown = by.pick(plans)
  for (let i = by.below(3); i >= 0; i--) plan = mutated(plan, by)
  const opened = openPlan(plan)
  if (!opened.ok) return null
  return hasNan(evaluate(opened.plan)) ? `NaN evaluating ${JSON.stringify(opened.plan)}` : null
}
/** Something said of a step that may not even be there. */
function oddTick(by: Chance): Tick {
  const step = () =>
    by.pick([
      'prepare',
      'black',
      'light-A',
      'light-H',
      'part-A-0',
      'part-B-7',
      'together',
      'background',
      'variations',
      'recheck'
    ])
  const said = { id: text(by, 3) || 'x', at: '2026-11-24T10:00:00.000Z' }
  return by.pick<Tick>([
    {
      ...said,
      kind: 'step',
      step: step(),
      mark: by.pick(['done', 'skipped', 'again']),
      after: by.pick([null, 'f', 'gone']),
      why: ''
    },
    { ...said, kind: 'order', steps: [step(), step(), step()] },
    { ...said, kind: 'parts', light: by.pick(['A', 'B', 'H']), on: by.next() < 0.7 }
  ])
}
const readings: Test = (by, { plans }) => {
  const plan = by.pick(plans)
  const other = openPlan(mutated(plan, by))
  const frame = logFrame(plan, {
    id: 'f',
    kind: by.pick(['black', 'lit']),
    takenAt: '2026-11-24T10:00:00.000Z'
  })
  const evidence: Evidence =
    by.next() < 0.3
      ? {
          kind: 'meter',
          place: by.pick(['subject', 'background', 'top', 'lens', 'P1']),
          lights: by.pick([null, [], ['A'], ['A', 'B'], ['H']]),
          apertureStops: by.next() * 14,
          isoStops: by.next() * 8,
          shutterStops: by.pick([null, 7, 0]),
          receptor: by.pick(['dome', 'flat', 'surface'])
        }
      : {
          kind: 'judged',
          place: by.pick(['subject', 'background', 'top', 'lens', 'P1']),
          levelStops: by.next() * 20 - 14,
          limit: by.pick(['exact', 'at-least', 'at-most'])
        }
  const now = other.ok ? other.plan : plan
  const result = calibrate(now, frame, evidence, 'c')
  const run = [{ ...frame, evidence: [evidence] }]
  const notes = notesOf(Array.from({ length: by.below(6) }, () => oddTick(by)))
  nextMove(now, run, notes, Date.now())
  const steps = runSteps({ plan: now, frames: run, notes, nowMs: Date.now() })
  if (new Set(steps.map(({ key }) => key)).size !== steps.length) return 'a step stands twice'
  for (const { move } of steps) if (move) planAsked(now, askedBy(move))
  return hasNan(result) ? `NaN judging ${JSON.stringify(evidence)}` : null
}
const files: Test = (by) => {
  const number = () => by.pick([null, 0, -1, by.next() * 100, 1e300, NaN, Infinity])
  const date = `${text(by, 3)}2026:1${by.below(9)}:${by.below(99)} 1${by.below(9)}:00:${text(by, 3)}`
  const exif = {
    fNumber: number(),
    seconds: number(),
    iso: number(),
    takenAt: by.pick([date, null]),
    offset: by.pick(['+01:00', 'x', null]),
    camera: null
  }
  if (hasNan(settingsFromExif(exif, 'third'))) return `NaN from ${JSON.stringify(exif)}`
  const at = takenAtFromExif(exif, new Date('2026-11-25T00:00:00Z'))
  if (at && Number.isNaN(at.getTime())) return `no date from ${date}`
  const pixels = Array.from({ length: 4 * (1 + by.below(3)) }, () => by.below(256))
  if (hasNan(patchLevel(pixels))) return 'NaN of a patch'
  const cut = shorten(by.pick(['👩‍🔬x', '\ud835', 'e\u0301']).repeat(by.below(9)), by.below(12))
  return cut.isWellFormed() ? null : 'half a character'
}

/** How many inputs one round of each takes, and how many rounds of it against the others'. */
const TESTS: readonly (readonly [name: string, test: Test, inputs: number, share: number])[] = [
  ['typed figures', typed, PARSERS.length, 40],
  ['dials and powers', powers, 2, 20],
  ['photometric files', photometry, 1, 20],
  ['documents', documents, 3, 10],
  ['evaluated plans', figures, 1, 20],
  ['readings', readings, 2, 6],
  ['pictures’ figures', files, 4, 10]
]

/** No input may keep anything busy for longer. */
const MOST_MS = 2000

export function oddInputs(count: number, given: Given, by: Chance): InputReport {
  const byKind: Record<string, number> = {}
  const failures: string[] = []
  let slowestMs = 0
  let inputs = 0
  while (inputs < count)
    for (const [name, test, size, share] of TESTS)
      for (let i = 0; i < share; i++) {
        const began = process.cpuUsage()
        try {
          const wrong = test(by, given)
          if (wrong) failures.push(`${name}: ${wrong}`)
        } catch (error) {
          failures.push(`${name}: ${(error as Error).stack?.slice(0, 400)}`)
        }
        // Time at work: a busy machine keeps the clock running.
        const { user, system } = process.cpuUsage(began)
        const ms = (user + system) / 1000
        if (ms > MOST_MS) failures.push(`${name}: ${Math.round(ms)} ms`)
        slowestMs = Math.max(slowestMs, ms)
        byKind[name] = (byKind[name] ?? 0) + size
        inputs += size
      }
  return { inputs, byKind, slowestMs, failures }
}
