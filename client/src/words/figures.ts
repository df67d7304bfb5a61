/** The figures behind a term, in words: "GN 36 m", "d 0.18 m". */
import { formatPower } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'
import { bodyNameOf } from '@core/set/bodies'
import { formatStops } from '@core/scales/stops'
import type { Plan } from '@core/plan/plan'
import type { RowId, Term } from '@core/ledger/terms'
import type { Shade } from '@core/set/inTheWay'
import { metres, mm, percent, plain, seconds } from './format'

const REFLECTOR_NAMES: Record<string, string> = {
  table: 'the table',
  background: 'the background',
  subject: 'the subject',
  walls: 'the walls',
  ceiling: 'the ceiling',
  floor: 'the floor'
}
/** A thing of the set within a sentence. */
const thingName = ({ props }: Plan, id: string): string =>
  REFLECTOR_NAMES[id] ?? props.find((prop) => prop.id === id)?.name ?? `card ${id}`

/**
 * Which reflectors light leaves last on its way here, the strongest first, with their shares, and
 * how much of it was thrown back more than once.
 */
function reflectorWords(
  plan: Plan,
  { figures: { later = 0, ...parts }, shades = [] }: Term
): string {
  const more = Math.round(later * 100)
  return [
    sharesOf(plan, parts),
    more >= 1 ? `${more} % of it after more than one bounce` : '',
    shades.length ? `straight light stopped by ${shadeWords(plan, shades)}` : ''
  ]
    .filter(Boolean)
    .join('; ')
}

function sharesOf(plan: Plan, parts: Readonly<Record<string, number>>): string {
  const all = Object.values(parts).reduce((sum, each) => sum + each, 0)
  return Object.entries(parts)
    .sort((a, b) => b[1] - a[1])
    .filter(([, share]) => share > all * 0.03)
    .map(([name, share]) => `${thingName(plan, name)} ${Math.round((share / all) * 100)} %`)
    .join(', ')
}

/** What takes the light, most first: "the camera, card K1". */
/** What stands in the way, within a sentence; '' for nothing. */
export const shadeWords = (plan: Plan, shades: readonly Shade[]): string =>
  shades
    .map(({ id }) => {
      const body = bodyNameOf(id)
      if (body !== null) return body.length === 1 ? `light ${body}` : `the ${body}`
      return thingName(plan, id)
    })
    .join(', ')

/** "m 1, P 0.8"; with a close-up lens or converter what the extension alone does of it. */
const closeUpWords = ({ m = 0, own = m, P = 1 }: Term['figures']): string =>
  Math.abs(own - m) < 5e-4
    ? `m ${plain(m)}, P ${plain(P)}`
    : `m ${plain(own)} by extension of ${plain(m)}, P ${plain(P)}`

const shadowWords = (plan: Plan, { figures: { seen = 0 }, shades = [] }: Term): string =>
  `${percent(seen)} of its light past ${shadeWords(plan, shades) || 'what stands there'}`

/** "0.35 m out, 0.2 m back". */
const waterWays = ({ out, back = 0, bounced }: Term['figures']): string =>
  [
    ...(out === undefined ? [] : [`${metres(out)} out`]),
    ...(bounced === undefined ? [] : [`${metres(bounced)} by bounces`]),
    `${metres(back)} back to the port`
  ].join(', ')

function modifierWords({ name = '', figures: f }: Term): string {
  if (f.measured !== undefined)
    return (f.held ?? 0) < -0.005
      ? `${name}: ${formatStops(f.measured)} measured, held to the light that enters it`
      : `${name}, as measured`
  return (f.spread ?? 0) < -0.005
    ? `${name}: loss ${plain(f.loss ?? 0)}, spread ${formatStops(f.spread ?? 0)}`
    : name
}

export function termFigures(plan: Plan, term: Term, source: RowId): string {
  const f = term.figures
  switch (term.kind) {
    case 'reading':
      return `EV ${plain(f.EV ?? 0)} at ISO 100`
    case 'meterConstant':
      return 'a reflected reading of a grey card shows 0.2 more'
    case 'gradient':
      return `${plain(f.s ?? 0)} stops from edge to edge`
    case 'seen':
      return 'what shows there, by rays bent, mirrored and thinned'
    case 'glow':
      return 'from its far side, by how thick it is on each way'
    case 'byTable':
      return 'its mirror image under the table lights it too'
    case 'through':
      return `lets through ${percent(f.τ ?? 0)}, throws back ${percent(f.ρ ?? 0)}`
    case 'veil':
      return `scattering ${plain(f.b ?? 0, 2)} /m; ${percent(f.share ?? 0)} of what is seen`
    case 'surface':
      return `ρ ${percent(f.ρ ?? 0)}`
    case 'aperture':
      return nameOf('aperture', plan.settings.apertureStops)
    case 'shutter':
      return nameOf('shutter', plan.settings.shutterStops)
    case 'iso':
      return nameOf('iso', plan.settings.isoStops)
    case 'nd':
      return `${plain(f.ND ?? 0)} stops`
    case 'closeUpLoss':
      return plan.camera.showsEffective ? 'in the number the body shows' : closeUpWords(f)
    case 'closeUpLossAtReading':
      return `read at ${closeUpWords(f)}`
    case 'shade':
      return 'taken away since it was read'
    case 'reach':
      return `its face is ${mm((f.d ?? 0) * 1000)} from the focus point`
    case 'others':
      return Object.entries(f)
        .map(([name, level]) => `${name} ${formatStops(level)}`)
        .join(', ')
    case 'output':
      return `GN ${plain(f.GN ?? 0)} m`
    case 'power': {
      const light = plan.lights.find((each) => each.id === source)
      if (!light) return ''
      const fires = formatPower(light.strobe.dial, term.stops)
      return f.set === undefined
        ? fires
        : `set to ${formatPower(light.strobe.dial, Math.log2(f.set))}, fires at ${fires} in high-speed sync`
    }
    case 'mark':
      return 'against full power'
    case 'distance':
      return mm((f.d ?? 0) * 1000)
    case 'tilt':
      return `θ ${plain(f.θ ?? 0, 2)}°`
    case 'beam':
      return `${plain(f.α ?? 0, 2)}° off the axis of a ${plain(f.beam ?? 0)}° beam`
    case 'modifier':
      return modifierWords(term)
    case 'phase':
      return `g ${plain(f.g ?? 0)}`
    case 'filter':
      return term.name ?? ''
    case 'water':
      return waterWays(f)
    case 'hue':
      return 'in light that is not daylight'
    case 'units':
      return `${plain(f.units ?? 1)} that fire as one`
    case 'tube':
      return `face seen through ${mm(f.throat ?? 0)}, ${mm(f.length ?? 0)} deep`
    case 'finiteSource':
      return `its face is no point at ${mm((f.d ?? 0) * 1000)}`
    case 'shadow':
      return shadowWords(plan, term)
    case 'bounce':
    case 'bounceOnly':
      return `off ${reflectorWords(plan, term)}`
    case 'highSpeedSync':
      return `${seconds(f.t ?? 0)} over ${seconds(f.Tc ?? 0)}, penalty ${plain(f.penalty ?? 0)}`
    case 'leafClip':
      return `${seconds(f.t ?? 0)} against t0.1 ${seconds(f['t0.1'] ?? 0)}`
    case 'curtainClip':
      return (
        `${seconds(f.t ?? 0)} less half the travel of ${seconds(f.Tc ?? 0)}, against t0.1 ` +
        seconds(f['t0.1'] ?? 0)
      )
    case 'correction':
      return `uncertainty ± ${plain(f.uncertainty ?? 0)}`
  }
}
