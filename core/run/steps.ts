/**
 * The steps of a run in the order of the work, and which one is next: worked out of the plan, the
 * frames, and what the user said of the steps. Nothing else is remembered, so leaving and coming
 * back loses nothing.
 */
import { backgroundSpan } from '../advise/backgroundSpan'
import { evaluate, type Evaluation } from '../ledger/evaluate'
import { isCameraLocked } from '../plan/controls'
import type { Light, LightId, Plan } from '../plan/plan'
import { keyLight } from '../set/places'
import { judgeGoals, type GoalResult } from '../solve/goals'
import { ambientMove, recheckMove, wantsBlack } from './ambientMove'
import type { Frame } from './frame'
import { lookAgain, powerMove, UNTOLD, type NextMove } from './moves'
import type { Part } from './part'
import { litFrame, partFrame } from './standing'
import { NO_NOTES, type RunNotes, type StepKey, type StepTick } from './tick'

export interface RunStep {
  readonly key: StepKey
  readonly state: 'done' | 'skipped' | 'open'
  /** what it still asks for; null when it is done or passed over */
  readonly move: NextMove | null
  /** the latest that was said of it; null: nothing */
  readonly tick: StepTick | null
}

export interface RunSoFar {
  readonly plan: Plan
  /** oldest first */
  readonly frames: readonly Frame[]
  readonly notes: RunNotes
  /** ms since 1970 */
  readonly nowMs: number
}

/** Lights that are on, the key first. */
function litInOrder(plan: Plan): Light[] {
  const lit = plan.lights.filter(({ on }) => on)
  const key = keyLight(plan).id
  return [...lit.filter(({ id }) => id === key), ...lit.filter(({ id }) => id !== key)]
}

/** The part of a light that a step is about; null for other steps. */
export function partOf(key: StepKey): Part | null {
  const [, light, on] = /^part-([A-H])-(\d)$/.exec(key) ?? []
  return light === undefined ? null : { light: light as LightId, on: Number(on) }
}
/** The light a step is about by itself; null for other steps. */
export const lightOf = (key: StepKey): LightId | null =>
  ((/^(?:light|part)-([A-H])/.exec(key) ?? [])[1] as LightId | undefined) ?? null

/** Steps in the order of the work. */
function usualOrder(plan: Plan, { parts }: RunNotes): StepKey[] {
  const lit = litInOrder(plan)
  return [
    'prepare',
    ...(lit.length > 0 ? ['test-flash'] : []),
    'black',
    ...lit.flatMap(({ id, modifiers }) => [
      ...(parts.has(id) ? modifiers.map((_, on) => `part-${id}-${on}`) : []),
      ...(lit.length > 1 ? [`light-${id}`] : [])
    ]),
    'together',
    ...(wantsBlack(plan) ? [] : ['background']),
    'variations'
  ]
}

/** In the order the user wants; a step it does not name stays behind the one it usually follows. */
function ordered(usual: readonly StepKey[], wanted: readonly StepKey[]): StepKey[] {
  const list = [...new Set(wanted)].filter((key) => usual.includes(key))
  usual.forEach((key, i) => {
    if (!list.includes(key)) list.splice(i === 0 ? 0 : list.indexOf(usual[i - 1]!) + 1, 0, key)
  })
  return list
}

/** Whether the ambient alone stays under what each light is to give. */
const leavesSubject = (plan: Plan): boolean =>
  Object.values(evaluate(plan).suggestions).every((each) => each?.state !== 'ambient-alone')

const isBackground = ({ place }: GoalResult): boolean => place?.startsWith('background') ?? false

/** What each step still asks for. */
function stepMoves({ plan, frames: all, notes, nowMs }: RunSoFar, evaluation: Evaluation) {
  const lit = litInOrder(plan)
  const ids = lit.map(({ id }) => id)
  const judged = (frame: Frame | null, take: NextMove): NextMove | null =>
    frame === null ? take : frame.evidence.length === 0 ? { kind: 'judge', frame } : null
  /** Frames that count for a step: after it was asked for once more, the later ones. */
  const framesFor = (key: StepKey): readonly Frame[] => {
    const tick = notes.steps.get(key)
    const after = tick?.mark === 'again' ? all.findIndex(({ id }) => id === tick.after) : -1
    return all.slice(after + 1)
  }
  const missed = judgeGoals(plan, evaluation)
    .filter((goal) => !goal.ok && goal.missStops > UNTOLD)
    .sort((a, b) => b.missStops - a.missStops)
  const hard = missed.filter((goal) => goal.hard)
  const goalMoves = (of: readonly GoalResult[]): NextMove | null =>
    of[0] ? { kind: 'goal-missed', goal: of[0], others: hard.length - 1 } : null

  const together = (): NextMove | null => {
    if (lit.length === 0) return { kind: 'all-off' }
    const power = lit.length === 1 ? powerMove(plan, evaluation, lit[0]!) : null
    const frame = litFrame(plan, framesFor('together'), ids, !wantsBlack(plan))
    return (
      power ??
      judged(frame, { kind: 'take-lit', lights: ids, alone: false }) ??
      (lit.length === 1 ? lookAgain(plan, lit[0]!, frame) : null) ??
      (wantsBlack(plan) ? goalMoves(hard) : null)
    )
  }
  /** The time that brings the background to where it is wanted, and a frame with it. */
  const background = (): NextMove | null => {
    const low = hard.filter(isBackground)
    const span = low.length > 0 ? backgroundSpan(plan) : null
    const from = plan.settings.shutterStops
    const to = span && Math.min(Math.max(from, span.slowestStops), span.fastestStops)
    const after = { ...plan, settings: { ...plan.settings, shutterStops: to ?? from } }
    if (to !== null && leavesSubject(after)) {
      return { kind: 'set-shutter', from, to, after, locked: isCameraLocked(plan, 'shutter') }
    }
    return (
      judged(litFrame(plan, framesFor('background'), ids, false), {
        kind: 'take-lit',
        lights: ids,
        alone: false
      }) ?? goalMoves(hard)
    )
  }

  return (key: StepKey): NextMove | null => {
    const tick = notes.steps.get(key)
    const again = tick?.mark === 'again'
    const part = partOf(key)
    if (part) return judged(partFrame(plan, framesFor(key), part), { kind: 'take-part', part })
    const light = lightOf(key)
    if (light) {
      const own = lit.find(({ id }) => id === light)!
      const frame = litFrame(plan, framesFor(key), [light], true)
      return (
        powerMove(plan, evaluation, own) ??
        judged(frame, { kind: 'take-lit', lights: [light], alone: true }) ??
        lookAgain(plan, own, frame)
      )
    }
    switch (key) {
      case 'prepare':
        return again || all.length === 0 ? { kind: 'prepare' } : null
      case 'test-flash':
        return again || all.length === 0 ? { kind: 'test-flash', lights: ids } : null
      case 'black':
        return ambientMove(plan, evaluation, framesFor(key), again && tick.after !== null)
      case 'together':
        return together()
      case 'background':
        return background()
      case 'recheck':
        return recheckMove(plan, framesFor(key), nowMs)
      default:
        return {
          kind: 'done',
          missStops: evaluation.ledger.totals.subject! - plan.goals.subjectStops,
          wishes: missed
        }
    }
  }
}

/** Every step, in the order wanted; looking at the ambient again stands last. */
export function runSteps(run: RunSoFar): RunStep[] {
  const { plan, notes } = run
  const moveOf = stepMoves(run, evaluate(plan))
  const keys = [...ordered(usualOrder(plan, notes), notes.order), 'recheck']
  return keys.map((key) => {
    const tick = notes.steps.get(key) ?? null
    if (tick && tick.mark !== 'again') return { key, state: tick.mark, move: null, tick }
    const move = moveOf(key)
    return { key, state: move ? 'open' : 'done', move, tick }
  })
}

/** Steps that come before the ambient is looked at for the first time, or are just that. */
const BEFORE: readonly StepKey[] = ['prepare', 'test-flash', 'black']
/** Moves that end something begun: they are not put off for a look at the ambient. */
const BEGUN: readonly NextMove['kind'][] = ['judge', 'set-power', 'darken', 'ride', 'set-shutter']

/**
 * The step to do now: the first open one; the ambient again as soon as it is due, where nothing
 * begun is to be ended first. Null when all is done.
 */
export function stepNow(steps: readonly RunStep[]): RunStep | null {
  const open = steps.filter(({ state }) => state === 'open')
  const recheck = open.find(({ key }) => key === 'recheck')
  const first = open.find(({ key }) => key !== 'recheck')
  if (!recheck || !first) return first ?? recheck ?? null
  return BEFORE.includes(first.key) || BEGUN.includes(first.move!.kind) ? first : recheck
}

/** Nothing is left to do, and the user has said so. */
export const ALL_DONE: NextMove = { kind: 'done', missStops: 0, wishes: [] }

/** The first move that frames and figures ask for, whether or not set and strobes are said ready. */
export const frameMove = (steps: readonly RunStep[]): NextMove =>
  stepNow(steps.filter(({ key }) => key !== 'prepare' && key !== 'test-flash'))?.move ?? ALL_DONE

/** @param frames the run so far, oldest first */
export function nextMove(
  plan: Plan,
  frames: readonly Frame[],
  notes: RunNotes = NO_NOTES,
  nowMs = 0
): NextMove {
  return frameMove(runSteps({ plan, frames, notes, nowMs }))
}
