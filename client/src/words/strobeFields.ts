/** What a strobe's form asks besides its guide number and beam. */
import { NOTES, PREPARE } from './commonFields'
import { choice, number, optional, stops, time, yesNo, type FieldSpec } from './fieldSpec'

/** How sure a strobe's guide number is. */
export const OUTPUT_SURE: FieldSpec = optional(
  number('outputUncertaintyStops', '± of its guide number', 'stops', 'Left empty: as it came.')
)

/** What a strobe's class answers until the user knows better. */
export const STROBE_REST: readonly FieldSpec[] = [
  number('recycleFullS', 'Recycle at full power', 's'),
  number(
    'leastRecycleS',
    'Shortest recycle',
    's',
    'However weak the flash: what the head’s stated rate allows.'
  ),
  yesNo('onMains', 'Runs on mains'),
  number('flashesFull', 'Full-power flashes per charge'),
  optional(
    number(
      'mostFlashes',
      'Most flashes per charge',
      '',
      'However weak. Left empty: 20 times those at full power.'
    )
  ),
  choice(
    'quench',
    'Power control',
    [
      { value: 'quenched', title: 'Cuts the flash short (most battery strobes)' },
      { value: 'voltage', title: 'Lowers the voltage (many mains heads)' }
    ],
    'Heads that cut the flash short get shorter flashes at low power, voltage-controlled ' +
      'ones often longer.'
  ),
  time(
    't01FullS',
    'Flash duration t0.1 at full',
    'Time the flash spends above a tenth of its peak: what counts for freezing.'
  ),
  optional(
    time(
      'shortestT01S',
      'Shortest flash t0.1',
      'Left empty: 1/20 000 s for hot-shoe heads, 1/10 000 s for studio heads.'
    )
  ),
  optional(
    number(
      'guideNumberWaterM',
      'Guide number under water',
      'm at ISO 100',
      'Near the head: what the water takes on the way comes on top. As its maker states it, or from a ' +
        'frame. Left empty: 0.4 of that in air.'
    )
  ),
  yesNo(
    'guideNumberFromWater',
    'In air it is not known',
    'The guide number in air is then 2.5 times that under water, a rule that may be half a stop off; sums in air say so.'
  ),
  yesNo('highSpeedSync', 'High-speed sync'),
  stops(
    'highSpeedPenaltyStops',
    'Extra loss in high-speed sync',
    'On top of the loss by geometry; half a stop until measured.'
  ),
  optional(
    stops(
      'highSpeedLeastStops',
      'Weakest in high-speed sync',
      'Stops against full power, −3 for 1/8: lower marks fire as that one there. Left empty: its dial’s lowest.'
    )
  ),
  NOTES,
  PREPARE
]
/** Figures of a charge: not asked of a head on mains. */
export const OF_A_CHARGE: readonly string[] = ['flashesFull', 'mostFlashes']
