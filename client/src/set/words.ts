/** The set in words: where a thing stands and where it looks. */
import type { Aim, Plan, Position } from '@core/plan/plan'
import { propStanding } from '@core/set/props'
import { lowerFirst, mm, plain } from '@/words/format'
import { CARD_NAMES, placeName, REST_NAMES } from '@/words/names'
import type { View } from './drawing'
import type { Picked } from './selection'

export const VIEW_NAMES: Record<View, string> = {
  above: 'From above',
  left: 'From the left',
  right: 'From the right'
}

const degrees = (value: number): string => `${plain(Math.abs(Math.round(value * 10) / 10))}°`
/** "180 mm, 44° right, 38° up" */
function positionWords({ distanceMm, azimuthDeg, elevationDeg }: Position): string {
  const round =
    Math.abs(azimuthDeg) < 0.05
      ? 'toward the camera'
      : Math.abs(azimuthDeg) > 179.95
        ? 'straight behind'
        : `${degrees(azimuthDeg)} ${azimuthDeg > 0 ? 'right' : 'left'}`
  const above =
    Math.abs(elevationDeg) < 0.05
      ? 'level'
      : `${degrees(elevationDeg)} ${elevationDeg > 0 ? 'above' : 'below'}`
  return `${mm(distanceMm)}, ${round}, ${above}`
}
const aimWords = (plan: Plan, aim: Aim): string =>
  aim.kind === 'place'
    ? `aimed at the ${placeName(plan, aim.place).toLowerCase()}`
    : `aimed ${degrees(aim.azimuthDeg)} ${aim.azimuthDeg >= 0 ? 'right' : 'left'}, ` +
      `${degrees(aim.elevationDeg)} ${aim.elevationDeg >= 0 ? 'up' : 'down'}`

export function thingWords(plan: Plan, { kind, id }: Picked): string {
  if (kind === 'place') {
    const place = plan.places.find((each) => each.id === id)
    return place
      ? `Place ${id}, ${place.name}: x ${mm(place.xMm)}, y ${mm(place.yMm)}, z ${mm(place.zMm)}`
      : id
  }
  if (kind === 'card') {
    const card = plan.cards.find((each) => each.id === id)
    return card ? `${CARD_NAMES[card.kind]} ${id}: ${positionWords(card.at)}` : id
  }
  if (kind === 'prop') {
    const prop = plan.props.find((each) => each.id === id)
    if (!prop) return id
    const [x, y, z] = propStanding(plan, prop).at
    return `${prop.name}: x ${mm(x)}, y ${mm(y)}, z ${mm(z)}, ${lowerFirst(REST_NAMES[prop.rests])}`
  }
  const light = plan.lights.find((each) => each.id === id)
  if (!light) return id
  const where =
    light.mount === 'lens'
      ? 'round the lens'
      : `${positionWords(light.at)}, ${aimWords(plan, light.aim)}`
  return `Light ${id}, ${light.name}: ${where}${light.on ? '' : ', off'}`
}
