/** Steps of a run in words: their names, what each is for, and what is to be set where. */
import { formatPower } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'
import { flashes } from '@core/plan/firing'
import type { Light, LightId, Plan } from '@core/plan/plan'
import type { NextMove } from '@core/run/moves'
import { partPlan } from '@core/run/part'
import { lightOf, partOf } from '@core/run/steps'
import type { StepKey } from '@core/run/tick'
import { wantsBlack } from '@core/run/ambientMove'
import { controlValue } from './changes'
import { balanceWords } from './colour'
import { mm } from './format'
import { firedByWords } from './links'
import { CONTROL_NAMES } from './names'

const lightNamed = (plan: Plan, id: LightId): Light | undefined =>
  plan.lights.find((light) => light.id === id)

export function stepName(plan: Plan, key: StepKey): string {
  const part = partOf(key)
  const light = lightOf(key)
  if (part) {
    const on = lightNamed(plan, part.light)?.modifiers[part.on - 1]
    return part.on === 0 ? `${part.light} alone, bare` : `${part.light} alone, ${on?.name ?? ''} on`
  }
  if (light) return `${light} alone`
  switch (key) {
    case 'prepare':
      return 'Prepare'
    case 'test-flash':
      return 'Test flash'
    case 'black':
      return wantsBlack(plan) ? 'Black frame' : 'Daylight alone'
    case 'together':
      return plan.lights.filter(({ on }) => on).length > 1 ? 'All together' : 'Strobe on'
    case 'background':
      return 'Background wanted'
    case 'recheck':
      return wantsBlack(plan) ? 'Black frame again' : 'Daylight again'
    default:
      return 'Variations'
  }
}

/** What a step is for. */
export function stepWhy(plan: Plan, key: StepKey): string {
  if (partOf(key)) return 'One modifier at a time shows what each one takes.'
  if (lightOf(key)) return 'What one light does shows only while the others are off.'
  switch (key) {
    case 'prepare':
      return 'What stands and is set now need not be looked for in the dark.'
    case 'test-flash':
      return 'A light that does not fire looks like a wrong setting.'
    case 'black':
      return wantsBlack(plan)
        ? 'Whatever shows without a flash is in every frame.'
        : 'What daylight gives by itself is what the strobes are added to.'
    case 'together':
      return 'The ratio of the lights, and where they overlap.'
    case 'background':
      return 'The shutter lifts the surroundings and leaves the subject alone.'
    case 'recheck':
      return 'Daylight drifts, lamps are switched on.'
    default:
      return 'The light is right: now the frames you came for.'
  }
}

export interface Setting {
  /** a light's letter; null for the camera */
  readonly light: LightId | null
  readonly value: string
  readonly note: string
}

/** What is on the lens, and the balance where it is not what cameras start from. */
const besides = ({ settings, lensFilters, balance }: Plan): string[] => [
  ...(settings.ndStops > 0 ? [`ND ${settings.ndStops} stops`] : []),
  ...lensFilters.map(({ name }) => `${name} on the lens`),
  ...(balance.kind === 'preset' && balance.preset === 'daylight'
    ? []
    : [`white balance ${balanceWords(balance)}`])
]
const camera = (plan: Plan): Setting => ({
  light: null,
  value: [
    nameOf('aperture', plan.settings.apertureStops),
    nameOf('shutter', plan.settings.shutterStops),
    `ISO ${nameOf('iso', plan.settings.isoStops)}`
  ].join(' · '),
  note: besides(plan).join(', ')
})

const degrees = (value: number): string => `${Math.round(value)}°`.replace('-', '−')
const power = (light: Light): string => formatPower(light.strobe.dial, light.powerStops)
const standing = ({ mount, at, modifiers, filters }: Light): string =>
  [
    ...(mount === 'lens'
      ? ['at the lens']
      : [`${mm(at.distanceMm)}, ${degrees(at.azimuthDeg)} round, ${degrees(at.elevationDeg)} up`]),
    ...[...modifiers, ...filters].map(({ name }) => name)
  ].join(', ')

/** Each light on or off. */
const switches = (plan: Plan, fired: readonly LightId[]): Setting[] =>
  plan.lights.map((light) =>
    fired.includes(light.id)
      ? { light: light.id, value: power(light), note: `${light.name}, on` }
      : { light: light.id, value: 'off', note: light.name }
  )

/** What is to be switched or set for a move, and on which dial. */
export function settingsFor(plan: Plan, move: NextMove): Setting[] {
  const changed = (
    control: 'aperture' | 'shutter' | 'iso' | 'nd' | 'distance',
    from: number,
    to: number,
    light: LightId | null = null
  ): Setting[] => [
    {
      light,
      value: controlValue(plan, control, to),
      note: `${CONTROL_NAMES[control].toLowerCase()}, from ${controlValue(plan, control, from)}; leave all else`
    }
  ]
  switch (move.kind) {
    case 'prepare':
      return [
        camera(plan),
        ...plan.lights
          .filter(({ on }) => on)
          .map((light) => ({ light: light.id, value: power(light), note: standing(light) }))
      ]
    case 'test-flash':
      return plan.lights.filter(flashes).map((light) => ({
        light: light.id,
        value: light.on ? power(light) : 'triggers',
        note: [light.name, firedByWords(light)].filter(Boolean).join(', ')
      }))
    case 'take-black':
    case 'take-ambient':
      return [camera(plan), ...switches(plan, [])]
    case 'take-lit':
      return switches(plan, move.lights)
    case 'take-part':
      return switches(partPlan(plan, move.part), [move.part.light])
    case 'set-power': {
      const { dial } = lightNamed(plan, move.light)!.strobe
      return [
        {
          light: move.light,
          value: formatPower(dial, move.to),
          note: `from ${formatPower(dial, move.from)}; leave all else`
        }
      ]
    }
    case 'set-shutter':
      return changed('shutter', move.from, move.to)
    case 'darken':
      return move.move ? changed(move.move.control, move.move.from, move.move.to) : []
    case 'ride':
      return changed(
        move.move.control,
        move.move.from,
        move.move.to,
        move.move.control === 'distance' ? (plan.lights[0]?.id ?? null) : null
      )
    default:
      return []
  }
}
