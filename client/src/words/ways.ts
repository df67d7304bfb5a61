/** Goals, ways and relaxations in words. */
import { levelTo8Bit } from '@core/ambient/blackScale'
import { formatPower } from '@core/scales/dial'
import { UNCOUNTED } from '@core/light/strobe'
import { nameOf } from '@core/scales/marks'
import { ownerOf } from '@core/plan/path'
import type { Light, Plan } from '@core/plan/plan'
import { sameAim, swungDeg, type WayGroup } from '@core/solve/change'
import { isInStops, type Goal, type GoalResult } from '@core/solve/goals'
import type { Relaxation } from '@core/solve/relax'
import type { Way } from '@core/solve/ways'
import { turnedDeg, turnedTo } from '@core/set/scene'
import { mm, percent, plain, px, stopCount, stops } from './format'
import { placeName } from './names'

export const WAY_NAMES: Record<WayGroup, { readonly name: string; readonly about: string }> = {
  sync: {
    name: 'At sync, stopped down',
    about: 'The strobe gives its whole light; the aperture takes the ambient away.'
  },
  above: {
    name: 'High-speed sync, opened up',
    about:
      'Faster than the sync speed: less light from the strobes, a softer background, no ' +
      'gain in freezing.'
  },
  leaf: {
    name: 'Leaf shutter',
    about: 'Syncs at every speed until it closes on the flash’s tail.'
  },
  closer: {
    name: 'Closer lights',
    about: 'Nearer, at less power: less spill on the background, shorter flashes.'
  },
  farther: { name: 'Farther lights', about: 'Farther off: more even light, more power.' },
  round: {
    name: 'Lights swung round',
    about:
      'Round the subject or above it, looking where they did: spill and shadows go elsewhere. ' +
      'Only where nothing that keeps the angles does as well.'
  },
  aim: {
    name: 'Heads turned',
    about:
      'Off the subject: the edge of the beam lights it, the middle goes past. Only where ' +
      'nothing that keeps the angles does as well.'
  },
  modifier: { name: 'Other modifiers', about: 'One put on or taken off.' },
  shade: { name: 'Less ambient', about: 'Curtains, lamps off, a hood: costs the strobe nothing.' },
  two: {
    name: 'Two changes of the set',
    about:
      'Such as a layer and a distance, a grid and a swing: only where no single change does as well.'
  },
  nd: { name: 'ND filter', about: 'Takes from ambient and strobe alike.' }
}

const GOAL_NAMES: Record<string, string> = {
  subject: 'Subject',
  background: 'Background',
  depth: 'Sharp depth',
  edge: 'Blur at its ends',
  blur: 'Motion blur by strobe',
  ghost: 'Motion blur by ambient',
  keyFill: 'Key : fill',
  highlight: 'Brightest place',
  recycle: 'Recycle',
  flashes: 'Flashes per charge',
  iso: 'ISO',
  sync: 'No dark band'
}
export const goalName = (plan: Plan, id: string): string =>
  id.startsWith('at:') ? placeName(plan, id.slice(3)) : (GOAL_NAMES[id] ?? id)

const flashesWords = (count: number): string =>
  count >= UNCOUNTED ? 'mains' : String(Math.round(count))

/** A figure of a goal in its own unit. */
export function goalFigure(id: string, value: number): string {
  if (id === 'iso') return nameOf('iso', value)
  if (id === 'highlight') return `${levelTo8Bit(value)} of 255`
  if (id === 'sync') return value > 0 ? `${percent(value)} dark` : 'none dark'
  if (isInStops(id)) return Number.isFinite(value) ? stops(value) : value > 0 ? 'no fill' : 'none'
  if (id === 'depth') return mm(value)
  if (id === 'recycle') return `${plain(value, 2)} s`
  return id === 'flashes' ? flashesWords(value) : px(value)
}
export const goalLimit = (goal: Goal): string =>
  goal.id === 'sync'
    ? 'none dark'
    : goal.kind === 'about'
      ? goal.id === 'background'
        ? `${stops(goal.limit - goal.toleranceStops)} to ${stops(goal.limit + goal.toleranceStops)}`
        : `${goalFigure(goal.id, goal.limit)} ± ${goal.toleranceStops.toFixed(1)}`
      : `${goal.kind === 'most' ? '≤' : '≥'} ${goalFigure(goal.id, goal.limit)}`

export const missWords = (plan: Plan, goal: GoalResult): string =>
  `${goalName(plan, goal.id)} ${goalFigure(goal.id, goal.value)} instead of ${goalLimit(goal)}`

/** "f/16 1/250 ISO 100" */
export const settingsWords = ({ settings }: Pick<Plan, 'settings'>): string =>
  `${nameOf('aperture', settings.apertureStops)}  ` +
  `${nameOf('shutter', settings.shutterStops)}  ISO ` +
  `${nameOf('iso', settings.isoStops)}${settings.ndStops ? `  ND ${plain(settings.ndStops)}` : ''}`

const degrees = (deg: number): string => `${plain(Math.round(deg))}°`

const TURNED = { left: 'to its left', right: 'to its right', up: 'up', down: 'down' }

export interface LightWords {
  readonly id: string
  readonly power: string
  readonly moved: string
}
export const lightWords = (plan: Plan, after: Plan): LightWords[] =>
  after.lights.flatMap((light, i) => {
    if (!light.on) return []
    const was = plan.lights[i]!
    const moved = light.at.distanceMm === was.at.distanceMm ? '' : `at ${mm(light.at.distanceMm)}`
    const { azimuthDeg, elevationDeg } = light.at
    const swung = swungDeg(light.at, was.at)
      ? `${degrees(azimuthDeg)} round, ${degrees(elevationDeg)} above`
      : ''
    const turned =
      light.aim.kind === 'free' && !sameAim(light.aim, was.aim)
        ? `head turned ${degrees(turnedDeg(plan, after, i))} ${TURNED[turnedTo(plan, after, i)]}`
        : ''
    const names = ({ modifiers }: Light, than: Light): string =>
      modifiers
        .filter((each) => !than.modifiers.some((other) => other.id === each.id))
        .map((each) => each.name)
        .join(', ')
    const [on, off] = [names(light, was), names(was, light)]
    const worn = [on && `with ${on}`, off && `without ${off}`].filter(Boolean).join(', ')
    return [
      {
        id: light.id,
        power: formatPower(light.strobe.dial, light.powerStops),
        moved: [moved, swung, turned, worn].filter(Boolean).join(', ')
      }
    ]
  })

export function priceWords(
  way: Pick<Way, 'price'>
): { readonly name: string; readonly value: string }[] {
  const { edgePx, reserveStops, recycleS, flashes, blurPx, noiseStops } = way.price
  return [
    { name: 'end blur', value: px(edgePx) },
    { name: 'reserve', value: stopCount(reserveStops) },
    { name: 'recycle', value: `${plain(recycleS, 2)} s` },
    { name: 'flashes', value: flashesWords(flashes) },
    ...(blurPx === null ? [] : [{ name: 'motion', value: px(blurPx) }]),
    { name: 'noise', value: noiseStops < 0.05 ? 'least' : stops(noiseStops) }
  ]
}

export function bindingWords(plan: Plan, way: Pick<Way, 'binding'>): string {
  const { binding } = way
  return binding.ok
    ? `limited by ${goalName(plan, binding.id)}: ${goalFigure(binding.id, binding.value)} ` +
        `of ${goalLimit(binding)}`
    : `${missWords(plan, binding)}`
}

export function relaxationWords(plan: Plan, relaxation: Relaxation): string {
  switch (relaxation.kind) {
    case 'goal': {
      const { goal } = relaxation
      const small = isInStops(goal.id) && goal.id !== 'iso' && goal.missStops < 0.095
      const by = small
        ? `${goal.missStops.toFixed(2)} stop`
        : isInStops(goal.id)
          ? stopCount(goal.missStops)
          : goal.kind === 'least'
            ? `${Math.round((1 - 2 ** -goal.missStops) * 100)} %`
            : `${Math.round((2 ** goal.missStops - 1) * 100)} %`
      const name = goalName(plan, goal.id)
      return (
        `Miss ${name === 'ISO' ? name : name.toLowerCase()} by ${by}: ` +
        `${small ? stops(goal.value, 2) : goalFigure(goal.id, goal.value)} instead of ` +
        `${goalLimit(goal)}.`
      )
    }
    case 'unlock':
      return `Unlock ${lockWords(relaxation.path)}.`
    case 'shade':
      return (
        `Take ${stopCount(relaxation.to - relaxation.from)} ` +
        `${relaxation.from > 0 ? 'more ' : ''}of ambient away: curtains, lamps off, a hood.`
      )
    case 'background':
      return plan.medium.kind === 'air'
        ? `Move the background ${mm(relaxation.to - relaxation.from)} back, to ${mm(relaxation.to)}.`
        : `Frame it so that what is behind stands ${mm(relaxation.to)} off, not ${mm(relaxation.from)}.`
    case 'distance':
      return `Move ${relaxation.light} from ${mm(relaxation.from)} to ${mm(relaxation.to)}.`
  }
}

const LOCK_NAMES: Record<string, string> = {
  'settings.apertureStops': 'the aperture',
  'settings.shutterStops': 'the shutter',
  'settings.isoStops': 'ISO',
  'settings.ndStops': 'the ND filter',
  'settings.highSpeedSync': 'high-speed sync'
}
const LIGHT_LOCK_NAMES: Record<string, string> = {
  powerStops: 'the power',
  modifiers: 'the modifiers',
  'at.distanceMm': 'the distance'
}
/** What a lock holds: "the aperture", "the power of B". */
export function lockWords(path: string): string {
  const owner = ownerOf(path)
  return owner
    ? `${LIGHT_LOCK_NAMES[owner.field] ?? owner.field} of ${owner.id}`
    : (LOCK_NAMES[path] ?? path)
}
