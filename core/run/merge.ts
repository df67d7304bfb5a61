/** Two changes to one frame made at once. */
import type { Evidence, Frame } from './frame'

/** By eye and in the picture are two ways to say the same of one frame. */
const wayOf = ({ kind }: Evidence): string =>
  kind === 'meter' || kind === 'automatic' ? kind : 'frame'
const keyOf = (evidence: Evidence): string => `${wayOf(evidence)} ${evidence.place}`

/**
 * What both say of a frame: of evidence for one place the newer stays, which is `mine`; what the
 * other one noted elsewhere is kept.
 */
export function mergeFrames(mine: Frame, theirs: Frame): Frame {
  const said = new Set(mine.evidence.map(keyOf))
  return {
    ...theirs,
    evidence: [...theirs.evidence.filter((each) => !said.has(keyOf(each))), ...mine.evidence].slice(
      -8
    ),
    note: mine.note || theirs.note
  }
}
