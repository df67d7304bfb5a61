/**
 * Changes the server has not acknowledged yet, kept in this browser: the version they began from,
 * the writes that went out for them, and the plan. Every tab keeps its own; one that was closed
 * leaves its draft to whoever opens the shoot next.
 */
import { openPlan } from '@core/plan/open'
import type { Plan } from '@core/plan/plan'
import { draftKey, looseDrafts } from './draftKeys'
import { forget, keep, readKept } from './storage'
import { thisTab } from './tabs'

export interface Draft {
  /** of the shoot as it was when these changes began */
  readonly version: number
  /** names of writes that may or may not have got through */
  readonly sent: readonly string[]
  readonly plan: Plan
}

export const keepDraft = (shootId: string, draft: Draft): boolean =>
  keep(draftKey(shootId, thisTab), JSON.stringify({ ...draft, at: Date.now() }))

export const dropDraft = (shootId: string): void => forget(draftKey(shootId, thisTab))

interface Found extends Draft {
  readonly at: number
  readonly key: string
}

function read(key: string): Found | null {
  try {
    const { version, sent, plan, at } = JSON.parse(readKept(key) ?? '') as Record<string, unknown>
    const opened = openPlan(plan)
    if (!opened.ok || typeof version !== 'number') return null
    return {
      key,
      version,
      sent: Array.isArray(sent) ? sent.filter((name) => typeof name === 'string') : [],
      plan: opened.plan,
      at: typeof at === 'number' ? at : 0
    }
  } catch {
    return null
  }
}

/**
 * The newest draft of a shoot that no other tab is working on; this tab's from then on. Older ones
 * wait for the next time.
 */
export async function takeUpDraft(shootId: string): Promise<Draft | null> {
  const drafts = (await looseDrafts())
    .filter((each) => each.shootId === shootId)
    .flatMap(({ key }) => read(key) ?? [])
    .sort((a, b) => b.at - a.at)
  const [newest] = drafts
  if (!newest) return null
  const { version, sent, plan } = newest
  if (keepDraft(shootId, { version, sent, plan }) && newest.key !== draftKey(shootId, thisTab))
    forget(newest.key)
  return { version, sent, plan }
}
