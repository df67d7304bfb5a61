/**
 * Goals: what the picture is wanted to be, as limits with tolerance, each hard or wished, and how a
 * plan stands to them. A miss is counted in stops whatever the goal: levels as they are, all else
 * as log2 of the ratio to the limit.
 */
import { levelOf8Bit } from '../ambient/blackScale'
import { pixelPitchMm } from '../kit/kit'
import type { Evaluation } from '../ledger/evaluate'
import { freezeOf } from '../ledger/freeze'
import type { Ledger } from '../ledger/ledger'
import { ratiosOf } from '../ledger/ratios'
import { flashesPerCharge, recycleSeconds, UNCOUNTED } from '../light/strobe'
import { BACKGROUND_PLACES, DARK_SUBJECT, type GoalId, type Place, type Plan } from '../plan/plan'
import { depthOf, endBlur, neededDepthMm } from '../plan/lensInUse'

export interface Goal {
  readonly id: GoalId | 'sync'
  /** about: target ± tolerance; most and least: one-sided */
  readonly kind: 'about' | 'most' | 'least'
  readonly hard: boolean
  /** in the goal's own unit: stops, mm, px, s, flashes */
  readonly limit: number
  readonly toleranceStops: number
  /** the place of a level goal */
  readonly place: Place | null
}

export interface GoalResult extends Goal {
  readonly ok: boolean
  /** false where nobody has measured what it depends on */
  readonly known: boolean
  /** in the goal's own unit; −Infinity for no light */
  readonly value: number
  /** stops outside, ≥ 0 */
  readonly missStops: number
  /** stops left inside, ≥ 0 when ok */
  readonly slackStops: number
}

/** Nothing at all where light is wanted counts as this far off, stops. */
export const FAR_OFF = 30

export function goalsOf(plan: Plan): Goal[] {
  const { goals } = plan
  const list: Goal[] = []
  const add = (
    id: Goal['id'],
    kind: Goal['kind'],
    limit: number,
    toleranceStops = 0,
    place: Place | null = null
  ): void => {
    list.push({
      id,
      kind,
      hard: id === 'sync' || !goals.wished.includes(id),
      limit,
      toleranceStops,
      place
    })
  }
  if (goals.subjectStops <= DARK_SUBJECT)
    add('subject', 'most', goals.subjectStops + goals.toleranceStops, 0, 'subject')
  else add('subject', 'about', goals.subjectStops, goals.toleranceStops, 'subject')
  const { backgroundStops: most, backgroundLeastStops: least } = goals
  if (least === null) add('background', 'most', most, 0, 'background')
  else add('background', 'about', (most + least) / 2, (most - least) / 2, 'background')
  for (const each of goals.places)
    add(
      `at:${each.place}`,
      each.kind === 'about' ? 'about' : 'most',
      each.stops,
      each.kind === 'about' ? each.toleranceStops : 0,
      each.place
    )
  if (goals.highlight8Bit !== null) add('highlight', 'most', levelOf8Bit(goals.highlight8Bit))
  if (goals.keyFill) add('keyFill', 'about', goals.keyFill.stops, goals.keyFill.toleranceStops)
  add('depth', 'least', neededDepthMm(plan))
  if (goals.edgeBlurPx !== null) add('edge', 'most', goals.edgeBlurPx)
  if (plan.subject.speedMmS > 0) {
    add('blur', 'most', goals.blurPx)
    add('ghost', 'most', goals.ghostPx ?? goals.blurPx)
  }
  if (goals.recycleS !== null) add('recycle', 'most', goals.recycleS)
  if (goals.flashes !== null) add('flashes', 'least', goals.flashes)
  if (goals.isoStops !== null) add('iso', 'most', goals.isoStops)
  add('sync', 'most', 0)
  return list
}

/** Where the brightest place of the subject is looked for: its own places and its zones. */
export const highlightPlaces = (plan: Pick<Plan, 'places'>): readonly Place[] => [
  'subject',
  'shadow',
  'top',
  'front',
  ...plan.places.map((place) => place.id)
]

/** Goals measured in stops; the others by ratio. */
const IN_STOPS = new Set<string>(['subject', 'background', 'keyFill', 'highlight', 'iso'])
export const isInStops = (id: string): boolean => IN_STOPS.has(id) || id.startsWith('at:')

/** Stops beyond the limit (negative inside), before tolerance. */
export function beyond(goal: Pick<Goal, 'id' | 'kind' | 'limit'>, value: number): number {
  if (goal.id === 'sync') return value > 0 ? FAR_OFF : -FAR_OFF
  const over = isInStops(goal.id)
    ? value - goal.limit
    : value <= 0
      ? -FAR_OFF
      : Math.log2(value / goal.limit)
  const signed = goal.kind === 'least' ? -over : goal.kind === 'about' ? Math.abs(over) : over
  return Math.max(-FAR_OFF, Math.min(FAR_OFF, signed))
}

export const DUST = 1e-9

function valueOf(
  plan: Plan,
  ledger: Ledger,
  goal: Goal,
  freeze: ReturnType<typeof freezeOf> | null
): number {
  const lit = plan.lights.filter((light) => light.on)
  switch (goal.id) {
    case 'background':
      return Math.max(...BACKGROUND_PLACES.map((place) => ledger.totals[place] ?? -Infinity))
    case 'highlight':
      return Math.max(...highlightPlaces(plan).map((place) => ledger.totals[place] ?? -Infinity))
    case 'keyFill':
      return ratiosOf(plan, ledger).keyFill ?? Infinity
    case 'depth':
      return depthOf(plan).totalMm
    case 'edge':
      return endBlur(plan, neededDepthMm(plan)).bothMm / pixelPitchMm(plan.camera)
    case 'blur':
      return freeze!.worst.blurPx
    case 'ghost':
      return freeze!.ghostPx
    case 'recycle':
      return Math.max(0, ...lit.map((light) => recycleSeconds(light.powerStops, light.strobe)))
    case 'flashes':
      return Math.min(
        UNCOUNTED,
        ...lit.map((light) => flashesPerCharge(light.powerStops, light.strobe))
      )
    case 'iso':
      return plan.settings.isoStops
    default:
      return ledger.totals[goal.place!] ?? -Infinity
  }
}

export function judgeGoals(
  plan: Plan,
  evaluation: Pick<Evaluation, 'ledger' | 'verdicts'>
): GoalResult[] {
  const { ledger, verdicts } = evaluation
  const freeze = plan.subject.speedMmS > 0 ? freezeOf(plan, ledger) : null
  return goalsOf(plan).map((goal) => {
    const value =
      goal.id === 'sync'
        ? (verdicts.find((each) => each.id === 'sync')!.figures.dark ?? 0)
        : valueOf(plan, ledger, goal, freeze)
    const out = beyond(goal, value) - goal.toleranceStops
    const dark = goal.place !== null && ledger.ambient[goal.place]?.state === 'unknown'
    return {
      ...goal,
      value,
      ok: out <= DUST,
      known: !dark,
      missStops: out <= DUST ? 0 : out,
      slackStops: Math.max(0, -out)
    }
  })
}
