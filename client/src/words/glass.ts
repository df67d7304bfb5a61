/** Clear things in words. */
import type { Edge, GlassPlace, GlassVariant } from '@core/advise/glass'
import type { Leak } from '@core/advise/leak'
import type { TableLamp, TableLook } from '@core/advise/tableLook'
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
/** A share as people say it: 61 %, 5.9 %. */
export const shareWords = (share: number): string =>
  `${share >= 0.0995 ? Math.round(100 * share) : Number((100 * share).toFixed(1))} %`

/** Less than this of what is seen is not worth a word. */
const WORTH = 0.01
const IN_TABLE: Record<string, string> = { subject: 'the subject', nothing: 'the room' }
/** What of it a table mirrors; its own tone is told by itself. */
export const mirroredWords = (plan: Plan, { behind }: GlassPlace): string =>
  `mirrors ${
    behind
      .filter(({ id, share }) => id !== 'table' && share >= WORTH)
      .map(({ id, share }) => {
        const name = IN_TABLE[id] ?? behindName(plan, id)
        return `${name} ${shareWords(share)}`
      })
      .join(', ') || 'hardly anything'
  }`

export const behindWords = (plan: Plan, { behind }: GlassPlace): string =>
  behind
    .filter(({ share }) => share >= WORTH)
    .map(({ id, share }) => `${behindName(plan, id)} ${shareWords(share)}`)
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

const under = (by: number): string =>
  Math.abs(by) < 0.05 ? 'level with' : `${stopCount(Math.abs(by))} ${by < 0 ? 'under' : 'over'}`

/** The table's own tone so far under the image, it does not show, stops; practice. */
const FAINT_UNDER = -3
export function imageWords(image: TableLook['image']): string {
  if (!image)
    return 'The lens sees no image of the subject’s foot in it: lower the camera, or take a larger table.'
  const { share, againstSubject, ownAgainst } = image
  if (!Number.isFinite(againstSubject))
    return `It mirrors ${shareWords(share)} there, and nothing lights what shows.`
  const own =
    ownAgainst < FAINT_UNDER
      ? 'The table itself is dark beside it.'
      : ownAgainst < 0
        ? `The table’s own tone lies ${under(ownAgainst)} it: the image stands in a veil.`
        : 'The table’s own tone drowns it: a darker table, or less light on it.'
  return (
    `It mirrors ${shareWords(share)} there: the subject’s image stands ` +
    `${under(againstSubject)} its lit side. ${own}`
  )
}

const PLAIN_WHITE = Math.log2(1 / 0.18)
export function tableLampWords(plan: Plan, { light, x, y, level }: TableLamp): string {
  const name = behindName(plan, light)
  const where = `${y < -0.33 ? 'low ' : y > 0.33 ? 'high ' : ''}${
    x < -0.33 ? 'on the left' : x > 0.33 ? 'on the right' : 'in the middle'
  }`
  const tone = level > PLAIN_WHITE ? 'white' : 'as a lamp'
  return `${name} itself shows in the table, ${where}: ${tone}. Raise or lower it, or turn it away.`
}
