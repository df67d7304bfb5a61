/** Two changes to one frame made at once. */
import type { Evidence, Frame } from './frame'

const keyOf = (evidence: Evidence): string => `${evidence.kind === 'meter'} ${evidence.place}`

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
