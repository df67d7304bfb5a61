/** Clear things in words. */
import type { Edge, GlassPlace, GlassVariant } from '@core/advise/glass'
import type { Leak } from '@core/advise/leak'
import type { Plan } from '@core/plan/plan'
import { mm, percent, stopCount } from './format'

const BODIES: Record<string, string> = {
  nothing: 'nothing, the room',
  background: 'the background',
  table: 'the table',
  subject: 'itself',
  ambient: 'a source of ambient light'
}
/** What stands behind, by its name. */
function behindName(plan: Plan, id: string): string {
  const light = plan.lights.find((each) => each.id === id)
  if (light) return `${light.name} (${id})`
  const card = plan.cards.find((each) => each.id === id)
  if (card) return `${card.kind} ${id}`
  if (id.startsWith('body:')) return 'camera and heads'
  return BODIES[id] ?? plan.props.find((prop) => prop.id === id)?.name ?? id
}
/** Less than this of what is seen is not worth a word. */
const WORTH = 0.01
export const behindWords = (plan: Plan, { behind }: GlassPlace): string =>
  behind
    .filter(({ share }) => share >= WORTH)
    .map(({ id, share }) => `${behindName(plan, id)} ${percent(Number(share.toPrecision(2)))}`)
    .join(', ') || 'hardly any light comes through'

export const edgeWords = ({ kind, mm: wide }: Edge): string =>
  kind === 'even' ? 'as the middle' : `${kind}, ${mm(Number(wide.toFixed(1)))} wide`

const VARIANTS: Record<GlassVariant, string> = {
  empty: 'Empty',
  filled: 'Filled with water',
  'without-pieces': 'Without its clear pieces'
}
export const variantWords = (variant: GlassVariant, stops: number): string =>
  `${VARIANTS[variant]}, what shows through it would be ` +
  (Number.isFinite(stops)
    ? Math.abs(stops) < 0.05
      ? 'the same.'
      : `${stopCount(Math.abs(stops))} ${stops > 0 ? 'brighter' : 'darker'}.`
    : 'another thing altogether.')

export const leakWords = ({ light, side, mm: wide, share }: Leak): string =>
  `${light} shows past its ${side} edge: a strip up to ${mm(Number(wide.toFixed(1)))} wide there, ` +
  `${percent(Number(share.toFixed(3)))} of the picture. Move the head in, take a smaller face, or set a flag.`
