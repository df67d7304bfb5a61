/** Weights under water in words. */
import type { Balance } from '@core/advise/balance'
import type { Plan } from '@core/plan/plan'
import { plain } from './format'
import { choice, number, type FieldSpec } from './fieldSpec'

/** "3.4 kg", "270 g". */
const grams = (g: number): string =>
  Math.abs(g) >= 1000 ? `${plain(g / 1000, 3)} kg` : `${plain(g, 3)} g`

const SINKS = {
  left: 'its left side sinks',
  right: 'its right side sinks',
  front: 'its front sinks',
  back: 'its back sinks'
} as const

/** Under so much it hangs where it is left, g; common practice, no source. */
const STILL_G = 30

export function balanceWords(plan: Plan, found: Balance): readonly string[] {
  const { airG, liftG, sinks, float } = found
  const water = plan.medium.kind === 'fresh' ? 'fresh water' : 'the sea'
  const hangs =
    Math.abs(liftG) < STILL_G
      ? `hangs still in ${water}`
      : liftG > 0
        ? `rises in ${water}, lifted by ${grams(liftG)}`
        : `sinks in ${water}, ${grams(-liftG)} heavy`
  return [
    `${grams(airG)} to carry; it ${hangs}.`,
    sinks === null ? 'It hangs level in the hand.' : `In the hand ${SINKS[sinks]}.`,
    ...(float
      ? [
          `${grams(Math.abs(float.liftG))} of ${float.liftG > 0 ? 'float' : 'weight'} at the head of ` +
            `${float.at} would hold it level from side to side.`
        ]
      : [])
  ]
}

/** What a part’s row asks. */
export const partFields = (plan: Plan): readonly FieldSpec[] => [
  { path: 'name', label: 'Part', type: 'text' },
  number('count', 'How many'),
  number('airG', 'One in air', 'g'),
  number('waterG', 'In water, − lifts', 'g'),
  choice('at', 'Where', [
    { value: 'housing', title: 'On the housing' },
    ...plan.lights.map(({ id, name }) => ({ value: id, title: `Arm of ${id} ${name}` }))
  ]),
  number('share', 'How far out, 0 to 1')
]
