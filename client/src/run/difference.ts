/** By how much a place changed between two readings, where both tell. */
import type { PatchLevel } from '@core/measure/patch'
import { stops } from '@/words/format'

type Read = Pick<PatchLevel, 'level' | 'limit'>

/** "+1.3", "≥ +2.0" where one of them is a limit, "–" where neither tells */
export function differenceOf(before: Read, now: Read): string {
  const change = stops(now.level - before.level)
  if (before.limit === 'exact' && now.limit === 'exact') return change
  const least = before.limit !== 'at-least' && now.limit !== 'at-most'
  const most = before.limit !== 'at-most' && now.limit !== 'at-least'
  return least ? `≥ ${change}` : most ? `≤ ${change}` : '–'
}
