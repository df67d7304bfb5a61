/** Checks and their remedies in sentences. */
import type { Check, Remedy } from '@core/checks/check'
import type { Plan } from '@core/plan/plan'
import { formatPower } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'
import { mm, percent, plain, stopCount, stops } from './format'
import { linkCheckWords } from './links'
import { CARD_NAMES, CONTROL_NAMES, placeName } from './names'

const side = (x: number): string => (x < -0.15 ? 'left' : x > 0.15 ? 'right' : 'middle')
const height = (y: number): string => (y < -0.15 ? 'lower' : y > 0.15 ? 'upper' : 'middle')
const spot = (x: number, y: number): string =>
  side(x) === 'middle' && height(y) === 'middle'
    ? 'the middle'
    : side(x) === 'middle'
      ? `the ${height(y)} part`
      : height(y) === 'middle'
        ? `the ${side(x)}`
        : `the ${height(y)} ${side(x)}`

/** "Light B", "The camera": whose body it is. */
const bodyWords = (plan: Plan, by = ''): string => {
  const light = plan.lights.find((each) => each.id === by)
  return light ? `${light.name} (${by})` : `The ${by}`
}
const roomWords = (deg = 0): string => (deg >= 30 ? '30° or more' : `${deg}°`)
/** "Specks of 0.1, 0.5 and 2 mm come out at −2, +0.4 and +1.9 where they are brightest, …". */
const specksWords = (f: Check['figures']): string => {
  const each = (key: string, say: (value: number) => string): string =>
    `${say(f[`${key}0`] ?? 0)}, ${say(f[`${key}1`] ?? 0)} and ${say(f[`${key}2`] ?? 0)}`
  return (
    `Specks of ${each('size', (v) => plain(v))} mm come out at ${each('level', stops)} where they are ` +
    `brightest, ${each('at', (v) => plain(v, 2))} mm from the port.`
  )
}
function shineWords({ level = 0, overWhite = 0 }: Check['figures']): string {
  const over = stopCount(Math.abs(overWhite))
  const white =
    Math.abs(overWhite) < 0.05 ? 'just white' : `${over} ${overWhite > 0 ? 'past' : 'under'} white`
  return `${stops(level)}, ${white}`
}

export function checkWords(plan: Plan, check: Check): string {
  const { kind, light, card, place, by, figures: f } = check
  // Its letter stands before it, as a mark.
  const name =
    card === undefined
      ? plan.lights.find((each) => each.id === light)?.name
      : CARD_NAMES[plan.cards.find((each) => each.id === card)?.kind ?? 'card']
  const degrees = (value: number | undefined) => `${plain(value ?? 0, 2)}°`
  switch (kind) {
    case 'in-view':
      return `${name} is in the picture: ${percent(f.seen ?? 0)} of it shows.`
    case 'hidden':
      return (
        `${name} stands within the picture but is hidden behind the subject. It stays so ` +
        `within ${roomWords(f.azimuthRoom)} to either side, ${roomWords(f.up)} up and ` +
        `${roomWords(f.down)} down.`
      )
    case 'into-lens':
      return (
        `${name} shines into the lens from ${degrees(f.offLensDeg)} off its axis, ` +
        `${degrees(f.offBeamDeg)} off the beam’s own: a veil of about ${stops(f.veil ?? 0)} over ` +
        'the whole picture.'
      )
    case 'spill':
      return (
        `${name} puts ${stops(f.level ?? 0)} on the ` +
        `${placeName(plan, place ?? 'background').toLowerCase()}; with the rest that is ` +
        `${stopCount(f.over ?? 0)} over your limit.`
      )
    case 'mirror-flat':
    case 'mirror-card':
      return (
        `${name} shows in the flat face, ` +
        `${f.share ? `over ${percent(f.share)} of what you see of it, ` : 'as a spot '}in ` +
        `${spot(f.x ?? 0, f.y ?? 0)} of the picture, ` +
        `${f.level === undefined ? 'with no light on it' : `at ${shineWords(f)}`}.`
      )
    case 'mirror-curved':
      return (
        `${name} makes a highlight on the curved side, in ${spot(f.x ?? 0, f.y ?? 0)} of the ` +
        `picture, at ${shineWords(f)}.`
      )
    case 'shadow':
      return (
        `${name} throws the subject’s shadow on ${percent(f.share ?? 0)} of the background ` +
        `in the picture, ${stopCount(f.depth ?? 0)} darker than around it.`
      )
    case 'too-dim':
      return (
        `${name} at full power is still ${stopCount(f.miss ?? 0)} too dim at the ` +
        `${placeName(plan, place ?? 'subject').toLowerCase()}.`
      )
    case 'too-bright':
      return (
        `${name} at its lowest power is still ${stopCount(f.miss ?? 0)} too bright at the ` +
        `${placeName(plan, place ?? 'subject').toLowerCase()}.`
      )
    case 'in-the-way':
      return (
        `${bodyWords(plan, by)} stands in the way of ${name} and takes ${percent(f.share ?? 0)} of ` +
        `its light from the ${placeName(plan, place ?? 'subject').toLowerCase()}.`
      )
    case 'backscatter':
      return (
        `${name} lights the water before the subject: a veil of about ${stops(f.veil ?? 0)}, ` +
        `${stopCount(f.under ?? 0)} under its light on the subject` +
        (f.over! > 0 ? ` and ${stopCount(f.over ?? 0)} over your limit for the background` : '') +
        `. ${specksWords(f)}`
      )
    case 'link':
      return linkCheckWords(plan, check)
    case 'group':
      return (
        `The lights of ${name}’s group need different moves: one ${stops(f.most ?? 0)}, ` +
        `another ${stops(f.least ?? 0)}.`
      )
  }
}

const WHERE: Record<string, string> = {
  'into-lens': 'into the lens',
  spill: 'on the background',
  backscatter: 'of veil against the subject',
  link: 'on the lit side',
  'in-view': 'on the lit side',
  'mirror-flat': 'on the lit side',
  'mirror-curved': 'in the highlight',
  'in-the-way': 'at its place',
  'too-dim': 'at its place',
  'too-bright': 'at its place'
}
function effect(check: Check, remedy: Remedy): string {
  if (remedy.effectStops === null) return ''
  const on = WHERE[check.kind] ?? ''
  const subject =
    remedy.figures.subject !== undefined && Math.abs(remedy.figures.subject) >= 0.05
      ? `, ${stops(remedy.figures.subject)} on the lit side`
      : ''
  const background =
    Math.abs(remedy.figures.background ?? 0) >= 0.05
      ? `, ${stops(remedy.figures.background!)} on the background`
      : ''
  const own =
    Math.abs(remedy.figures.own ?? 0) >= 0.05
      ? `, ${remedy.name} itself ${remedy.figures.own === -Infinity ? 'dark' : stops(remedy.figures.own!)}`
      : ''
  // The shadow's contrast goes, whether it is filled, slides out of the picture or sinks into black
  // with its background.
  if (check.kind === 'shadow')
    return ` (${stopCount(remedy.effectStops)} of shadow gone from sight${subject}${background})`
  return (
    ` (${remedy.effectStops === -Infinity ? 'none left' : stops(remedy.effectStops)} ` +
    `${on}${subject}${background}${own})`
  )
}
/** "Aperture" → "aperture", but "ISO" stays. */
function lowerFirst(name: string): string {
  return name.replace(/^[A-Z](?=[a-z])/, (letter) => letter.toLowerCase())
}
function powerOf(check: Check, remedy: Remedy): string {
  const light = remedy.after?.lights.find((each) => each.id === check.light)
  return light ? formatPower(light.strobe.dial, light.powerStops) : ''
}

export function remedyWords(check: Check, remedy: Remedy): string {
  const f = remedy.figures
  // The light the check is about, unless another has to move.
  const moved = check.kind === 'in-the-way' && remedy.name !== check.light ? `${remedy.name}` : 'it'
  const says = ((): string => {
    switch (remedy.kind) {
      case 'azimuth':
        return (
          `Move ${moved} ${plain(f.by ?? 0, 2)}° round the subject, to ` +
          `${plain(Math.abs(f.azimuthDeg ?? 0), 3)}° ` +
          `${(f.azimuthDeg ?? 0) >= 0 ? 'right' : 'left'}`
        )
      case 'elevation':
        return `Raise ${moved} by ${plain(f.by ?? 0, 2)}°, to ${plain(f.elevationDeg ?? 0, 2)}° above`
      case 'away':
        return `Move ${moved} ${mm(f.by ?? 0)} away`
      case 'nearer':
        return (
          `Move it nearer, to ${mm(f.distanceMm ?? 0)}, and its power down to ` +
          `${powerOf(check, remedy)}: the subject keeps its light`
        )
      case 'larger':
        return `Put ${remedy.name} on it: a larger face, a softer highlight`
      case 'narrow':
        return (
          `A beam narrower than ${plain(f.deg ?? 0, 2)}° would miss the lens: a snoot, a grid, ` +
          'or a flag'
        )
      case 'modifier':
        return `Put ${remedy.name} on it, ${plain(f.deg ?? 0, 2)}°`
      case 'flag':
        return `A flag of ${mm(f.sizeMm ?? 0)}, ${mm(f.fromLightMm ?? 0)} before it`
      case 'background-back':
        return `Move the background back to ${mm(f.distanceMm ?? 0)}`
      case 'distance':
        return `Move it to ${mm(f.to ?? 0)}`
      case 'control':
        return `Change ${lowerFirst(CONTROL_NAMES[remedy.name as 'iso'] ?? 'a control')}`
      case 'come-nearer':
        return (
          `Come ${mm(f.by ?? 0)} nearer with the port${f.lights ? ' and what is on its arms' : ''}, to ` +
          `${mm(f.portMm ?? 0)}: the frame takes in ${mm(f.widthMm ?? 0)} instead of ` +
          mm(f.wasMm ?? 0)
        )
      case 'turn-out':
        return `Turn it ${plain(f.by ?? 0, 2)}° outward, so that the edge of its beam takes the subject`
      case 'only-triggers':
        return `Let ${remedy.name} flash covered, so that it only triggers`
      case 'channel':
        return `Set it to channel ${f.to}`
      case 'shutter':
        return `Set the shutter to ${nameOf('shutter', f.to ?? 0)}`
      case 'hood':
        return 'Take the hood off'
      case 'split': {
        const [light, group] = (remedy.name ?? ' ').split(' ')
        return `Put ${light} on group ${group}`
      }
    }
  })()
  return `${says}${effect(check, remedy)}.`
}
