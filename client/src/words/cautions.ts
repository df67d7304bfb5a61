/**
 * Cautions in plain words, after common practice; each defers to those who know the place, the
 * device and the trade.
 */
import type { Caution } from '@core/prepare/cautions'

export interface CautionWords {
  readonly title: string
  readonly text: string
  /** what goes before anything said here */
  readonly defer: string
}

const MANUALS = 'What the maker’s manual says comes first.'

export const CAUTION_WORDS: Readonly<Record<Caution, CautionWords>> = {
  animals: {
    title: 'A live subject',
    text:
      'Leave it where it is, and unharmed: no baiting, no touching, few flashes, a rest between. Stop ' +
      'when it turns away or hides.',
    defer: 'Protected places and species have rules of their own, and wardens to ask.'
  },
  glass: {
    title: 'Glass and blades',
    text: 'Gloves and eye protection where glass may break or an edge is bare; no glass over bare feet.',
    defer: 'The rules of your house and its collection come first.'
  },
  vapour: {
    title: 'Vapour, smoke, powder in the air',
    text:
      'Know where smoke alarms hang; never cover or switch one off. What burns or glows stands firm, with ' +
      'nothing near that could catch, water at hand, never alone. Dust in the air can explode: no flame, ' +
      'no spark, a mask on. Air the room afterwards.',
    defer: 'Local fire rules come first; ask whoever looks after the building.'
  },
  diving: {
    title: 'Under water',
    text:
      'Stay within your training and your gas; your buddy first, the picture second. A strobe is no ' +
      'signal lamp unless it is made for that.',
    defer: 'Your training agency’s rules and a certified leader come before any picture.'
  },
  lithium: {
    title: 'Cells',
    text:
      'Approved cells only, charged with somebody by, carried by hand when flying, kept in a case, never ' +
      'loose among metal. A swollen one is done.',
    defer: 'Your carrier’s and the maker’s rules come first.'
  },
  'high-voltage': {
    title: 'High voltage',
    text:
      'Inside a strobe is a charge that kills, also long after it was switched off: never open one. Old ' +
      'strobes may put a high voltage on the camera’s contact: measure it, or fire them by a cell.',
    defer: `Repairs are for a licensed workshop. ${MANUALS}`
  },
  heat: {
    title: 'Heat at the tube',
    text:
      'Snoots, grids and gels close to the tube or a modelling lamp get hot: pauses between full-power ' +
      'flashes, modelling lamp off, nothing that melts against the glass.',
    defer: MANUALS
  },
  mains: {
    title: 'Water near mains',
    text:
      'Packs, cables and sockets away from what may spill or drip; a battery head near liquids; a ' +
      'residual-current breaker before anything on mains.',
    defer: 'Local wiring rules and a licensed electrician come first.'
  },
  'dark-room': {
    title: 'Working in the dark',
    text:
      'Stands and booms weighed down, cables taped along the wall, a path kept clear, a torch in the ' +
      'pocket.',
    defer: 'The rules of your house come first.'
  },
  eyes: {
    title: 'Eyes, and bursts of flashes',
    text:
      'Never fire close to the eyes of people or animals. A series of flashes can set off a seizure: say ' +
      'so before you start, and stop when anybody feels unwell.',
    defer: 'A doctor’s advice comes first.'
  }
}
