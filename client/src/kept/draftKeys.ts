/** Where drafts lie: one a shoot and tab. */
import { keptKeys } from './storage'
import { isOpen, thisTab } from './tabs'

const START = 'fine-spark-draft-'

/** No id holds the mark between shoot and tab. */
export const draftKey = (shootId: string, tab: string): string => `${START}${shootId}~${tab}`

/** Drafts that no other tab is working on. */
export async function looseDrafts(): Promise<{ readonly key: string; readonly shootId: string }[]> {
  const all = keptKeys(START).map((key) => {
    const [shootId, tab] = key.slice(START.length).split('~') as [string, string | undefined]
    return { key, shootId, tab }
  })
  const taken = await Promise.all(
    all.map(({ tab }) => tab !== undefined && tab !== thisTab && isOpen(tab))
  )
  return all.filter((_, i) => !taken[i])
}
