/** Why a strobe may not fire, or not in time. */
import type { Check, LinkTrouble } from './check'

/** What a trouble of one light adds to its check. */
export interface Trouble extends Pick<Check, 'state' | 'figures' | 'remedies' | 'by'> {
  readonly trouble: LinkTrouble
}
/** A trouble that nothing but a hand remedies. */
export const plainly = (
  trouble: LinkTrouble,
  state: Check['state'],
  figures: Check['figures'] = {},
  by?: string
): Trouble => ({ trouble, state, figures, remedies: [], ...(by !== undefined && { by }) })
