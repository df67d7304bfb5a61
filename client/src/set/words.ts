/** The set in words: where a thing stands and where it looks. */
import type { Aim, Plan, Spot } from '@core/plan/plan'
import { mm, plain } from '@/words/format'
import { CARD_NAMES, placeName } from '@/words/names'
import type { View } from './drawing'
import type { Picked } from './selection'

export const VIEW_NAMES: Record<View, string> = {
  above: 'From above',
  left: 'From the left',
  right: 'From the right'
}

const degrees = (value: number): string => `${plain(Math.abs(Math.round(value * 10) / 10))}°`
/** "180 mm, 44° right, 38° up" */
export const spotWords = ({ distanceMm, turnDeg, heightDeg }: Spot): string => {
  const turn =
    Math.abs(turnDeg) < 0.05
      ? 'toward the camera'
      : Math.abs(turnDeg) > 179.95
        ? 'straight behind'
        : `${degrees(turnDeg)} ${turnDeg > 0 ? 'right' : 'left'}`
  const height =
    Math.abs(heightDeg) < 0.05 ? 'level' : `${degrees(heightDeg)} ${heightDeg > 0 ? 'up' : 'down'}`
  return `${mm(distanceMm)}, ${turn}, ${height}`
}
export const aimWords = (plan: Plan, aim: Aim): string =>
  aim.kind === 'place'
    ? `looks at the ${placeName(plan, aim.place).toLowerCase()}`
    : `looks ${degrees(aim.turnDeg)} ${aim.turnDeg >= 0 ? 'right' : 'left'}, ${degrees(aim.heightDeg)} ${aim.heightDeg >= 0 ? 'up' : 'down'}`

export const thingWords = (plan: Plan, { kind, id }: Picked): string => {
  if (kind === 'place') {
    const place = plan.places.find((each) => each.id === id)
    return place
      ? `Place ${id}, ${place.name}: x ${mm(place.xMm)}, y ${mm(place.yMm)}, z ${mm(place.zMm)}`
      : id
  }
  if (kind === 'card') {
    const card = plan.cards.find((each) => each.id === id)
    return card ? `${CARD_NAMES[card.kind]} ${id}: ${spotWords(card.at)}` : id
  }
  const light = plan.lights.find((each) => each.id === id)
  return light
    ? `Light ${id}, ${light.name}: ${light.mount === 'lens' ? 'round the lens' : `${spotWords(light.at)}, ${aimWords(plan, light.aim)}`}${light.on ? '' : ', off'}`
    : id
}
