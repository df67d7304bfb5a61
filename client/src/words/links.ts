/** Links in words: what tells a strobe to fire, and why it may not. */
import type { Check } from '@core/checks/check'
import type { Link } from '@core/kit/link'
import type { Light, LightId, Plan } from '@core/plan/plan'
import { nameOf } from '@core/scales/marks'
import { shadeWords } from './figures'
import { metres, percent, plain } from './format'

const WAY_NAMES: Record<Link['way'], string> = {
  cable: 'cable',
  fibre: 'light guide',
  radio: 'radio',
  infrared: 'infrared',
  cell: 'cell that sees a flash'
}

const CARRIED = {
  carriesPower: 'power',
  carriesAutomatic: 'automatic flash',
  carriesHighSpeedSync: 'high-speed sync'
} as const

/** What goes over a link besides the signal to fire; "the signal to fire alone". */
export function carriedWords(link: Link): string {
  const carried = (Object.keys(CARRIED) as (keyof typeof CARRIED)[]).filter((key) => link[key])
  return carried.length
    ? `carries ${carried.map((key) => CARRIED[key]).join(', ')}`
    : 'carries the signal to fire alone'
}

/** One line of the kit. */
export const linkLine = (link: Link): string =>
  [
    WAY_NAMES[link.way],
    ...(link.rangeM === null ? [] : [metres(link.rangeM)]),
    ...(link.rangeInSunM === null ? [] : [`in sunlight ${metres(link.rangeInSunM)}`]),
    ...(link.delayMs > 0 ? [`${plain(link.delayMs)} ms late`] : []),
    carriedWords(link)
  ].join(', ')

const lightWords = (plan: Plan, id: LightId | string | null = ''): string => {
  const light = plan.lights.find((each) => each.id === id)
  return light ? `${light.name} (${light.id})` : 'the light it sees'
}

/** How a light is told to fire, within a line; '' where nothing is said. */
export function firedByWords({ firedBy }: Pick<Light, 'firedBy'>): string {
  switch (firedBy?.kind) {
    case undefined:
      return ''
    case 'camera':
      return 'on the camera'
    case 'hand':
      return 'by hand'
    case 'link': {
      const { link, of, channel } = firedBy
      return [
        link.name,
        ...(of === null ? [] : [`sees ${of}`]),
        ...(channel === null ? [] : [`channel ${channel}`])
      ].join(', ')
    }
  }
}

/** A check of a link in a sentence. */
export function linkCheckWords(plan: Plan, check: Check): string {
  const f = check.figures
  const light = plan.lights.find(({ id }) => id === check.light)
  // It may have been taken out since.
  if (!light) return ''
  const { name } = light
  const master = lightWords(plan, check.by)
  const link = light.firedBy?.kind === 'link' ? light.firedBy.link : null
  switch (check.trouble!) {
    case 'unsaid':
      return `${name} fires when it sees another flash, and it is not said whose.`
    case 'loop':
      return `${name} will not fire: it and ${master} wait for each other’s flash.`
    case 'master-off':
      return `${name} will not fire: it waits for the flash of ${master}, which is off.`
    case 'master-silent':
      return `${name} will not fire: its signal begins with ${master}, which will not fire itself.`
    case 'pre-flash':
      return (
        `${name} fires at the pre-flash of ${master}, before the shutter opens: set one of them to ` +
        'manual power, or the cell to wait for the main flash.'
      )
    case 'waits':
      return (
        `${name} will not fire: it waits for a second flash, and ${master} gives only one. Set its cell ` +
        'to the first.'
      )
    case 'learns':
      return `${name} learns which flash of ${master} is the main one: take one test frame first.`
    case 'water':
      return (
        `${name} will not fire: ${WAY_NAMES[link?.way ?? 'radio']} does not get through water for more ` +
        'than a few centimetres. Use a cable, a light guide, or a cell that sees a flash.'
      )
    case 'sun':
      return (
        `${name} ${check.state === 'miss' ? 'will not fire' : 'may not fire'}: ` +
        `in sunlight a ${link?.way === 'infrared' ? 'receiver for infrared' : 'cell'} is blinded. Shade ` +
        'it, or use a cable or radio.'
      )
    case 'range':
      return (
        `${name} will not fire: its ${WAY_NAMES[link?.way ?? 'radio']} reaches ${metres(f.reach ?? 0)}` +
        `${f.sunny ? ' in sunlight' : ''}, and it stands ${metres(f.metres ?? 0)} away.`
      )
    case 'blocked': {
      const what = shadeWords(plan, [{ id: check.by ?? '', share: 1 }])
      return check.state === 'miss'
        ? `${name} will not fire: its cell does not see the signal past ${what}.`
        : `${name} may not fire: its cell sees the signal only by way of the walls, past ${what}.`
    }
    case 'aside':
      return (
        `${name} ${check.state === 'miss' ? 'will hardly fire' : 'may not fire'}: it stands ` +
        `${plain(f.off ?? 0, 2)}° off the beam of ${master}, which is ` +
        `${plain(2 * (f.half ?? 0), 2)}° wide.`
      )
    case 'channel':
      return (
        `${name} will not fire: it listens on channel ${f.own}, ${master} on ${f.other}, and one ` +
        'sender speaks on one.'
      )
    case 'one-power':
      return (
        `The camera gives ${name} and ${master} one power, for they are one group on one link; the ` +
        `plan has them ${plain(f.apart ?? 0, 2)} stops apart.`
      )
    case 'one-cable':
      return `${name} hangs on the cable of ${master}: one cable fires one head. Use a second, or a splitter.`
    case 'by-hand':
      return `Nobody fires ${name} by hand within ${nameOf('shutter', -Math.log2(f.seconds ?? 1))}: open the shutter for a second or more.`
    case 'high-speed':
      return (
        `${name} fires once, not in high-speed sync: ` +
        `${link?.name ?? 'its link'} does not carry it. ` +
        'Past sync it leaves a dark band.'
      )
    case 'late':
      return (
        `${name} fires ${plain(f.ms ?? 0, 2)} ms late: the second curtain covers ` +
        `${percent(f.band ?? 0)} of the frame by then.`
      )
    case 'apart':
      return (
        `${name} and ${master} fire ${plain(f.ms ?? 0, 2)} ms apart: the subject moves ` +
        `${plain(f.pixels ?? 0, 2)} px between them, and shows twice.`
      )
  }
}
