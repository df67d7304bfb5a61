/** Freezing in words. */
import { formatPower } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'
import type { LightFreeze } from '@core/ledger/freeze'
import type { Plan } from '@core/plan/plan'
import type { FreezeMove } from '@core/advise/freezeMove'
import { mm, px, seconds, stopCount, stops } from './format'

export const SPEED_NAMES: Record<string, string> = {
  snail: 'Pond snail',
  flea: 'Water flea',
  beetle: 'Running beetle',
  steam: 'Rising steam',
  'fell-2cm': 'Fallen 2 cm',
  'fell-10cm': 'Fallen 10 cm',
  seed: 'Popping seed, jumps 20 cm',
  'fell-1m': 'Fallen 1 m'
}

export function durationFrom(plan: Plan, light: LightFreeze): string {
  const { strobe } = plan.lights.find((each) => each.id === light.id)!
  const kind =
    strobe.quench === 'quenched'
      ? 'cuts its flash short: shorter at less power'
      : 'lowers its voltage: often longer at less power'
  const from =
    light.from === 'table'
      ? 'from its table'
      : light.from === 'class'
        ? 'typical of its class'
        : light.from === 'model'
          ? 'from the model of a flash cut short'
          : 'its full-power figure: no table for lower powers'
  return `${kind}; ${from}${light.factor > 1 ? `, right to a factor of ${light.factor}` : ''}`
}

export function freezeMoveWords(plan: Plan, move: FreezeMove): string {
  const power = (id: string, at: number): string =>
    formatPower(plan.lights.find((each) => each.id === id)!.strobe.dial, at)
  switch (move.kind) {
    case 'nearer':
      return (
        `Lower power, nearer: ${move.light} at ${power(move.light, move.powerStops)} and ` +
        `${mm(move.to)} instead of ${mm(move.from)} blurs ${px(move.blurPx)}; the subject keeps ` +
        'its light.'
      )
    case 'heads':
      return (
        `More heads: ${move.heads} like ${move.light}, each at ` +
        `${power(move.light, move.powerStops)}, give the same light and blur ` +
        `${px(move.blurPx)}.`
      )
    case 'aperture':
      return (
        `Wider aperture: ${nameOf('aperture', move.to)} instead of ` +
        `${nameOf('aperture', move.from)}, all lights down as much, blurs ` +
        `${px(move.blurPx)}; depth falls to ${mm(move.depthMm)}.`
      )
    case 'ambient':
      return (
        `Less ambient: ${stopCount(move.stops)} less and no ghost shows; now its motion blur ` +
        `is ${px(move.ghostPx)}.`
      )
    case 'other-head':
      return (
        `No power of ${move.light} is quick enough: its shortest blurs ${px(move.blurPx)}. ` +
        'Another head, or a slower moment.'
      )
    case 'to-sync':
      return (
        `Back to sync: ${move.light} then fires a single flash, at ` +
        `${power(move.light, move.powerStops)}, and blurs ${px(move.blurPx)}; the ambient comes ` +
        `up by ${stopCount(move.ambientStops)}.`
      )
    case 'faster-shutter':
      return (
        `Faster shutter: ${nameOf('shutter', move.to)} instead of ${nameOf('shutter', move.from)} ` +
        `blurs ${px(move.blurPx)} in high-speed sync and takes ${stopCount(move.stops)} from the ` +
        `strobes${move.shortStops > 0.05 ? `; they lack ${stopCount(move.shortStops)} for it` : ''}.`
      )
  }
}

/** "t0.1 1/2000 s, t0.5 1/6000 s", and what the shutter makes of it */
export function lightFreezeWords(light: LightFreeze): string {
  const said = [
    light.factor > 1
      ? `t0.1 about ${seconds(light.t01)} (${seconds(light.t01 * light.factor)} to ` +
        `${seconds(light.t01 / light.factor)})`
      : `t0.1 ${seconds(light.t01)}`,
    `t0.5 ${seconds(light.t05)}`
  ]
  if (light.highSpeed)
    said.push(`in high-speed sync for the whole exposure of ${seconds(light.seconds)}`)
  else if (light.seconds < light.t01) said.push(`cut by the shutter at ${seconds(light.seconds)}`)
  if (light.clipStops < 0) said.push(`${stops(light.clipStops)} lost as the shutter closes`)
  return said.join(', ')
}
