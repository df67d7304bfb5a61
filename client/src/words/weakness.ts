/** Why a figure is less sure than it looks. */
import type { Weakness } from '@core/ledger/weakness'
import { offByAtMost } from '@core/ledger/weakness'
import { plain } from './format'

function why({ kind, name, measured }: Weakness): string {
  switch (kind) {
    case 'penumbra':
      return 'it lies at the edge of a shadow'
    case 'bounce':
      return 'most of it was thrown back'
    case 'tube-near':
      return 'nearer to the tube than that is long'
    case 'vapour':
      return measured ? 'the vapour, as a frame measured it' : 'nobody has measured the vapour'
    case 'loss':
      return measured ? `what ${name} takes, as measured` : `the loss of ${name} is a first guess`
    case 'output':
      return measured ? 'its guide number, as measured' : 'its guide number is as it came'
    case 'mark':
      return measured ? 'its mark, as measured' : 'nobody has measured this mark of its dial'
    case 'highSpeed':
      return measured
        ? 'high-speed sync, as measured'
        : 'what it loses in high-speed sync is a guess'
    case 'correction':
      return 'as sure as the frame that corrected it'
  }
}

/** "± 0.5 stop: the loss of Panel is a first guess."; '' where nothing is weak. */
export const weaknessWords = (found: readonly Weakness[]): string =>
  found.length === 0 ? '' : `± ${plain(offByAtMost(found), 2)} stop: ${found.map(why).join('; ')}.`
