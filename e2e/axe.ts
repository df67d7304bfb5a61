/** What axe finds on a page. */
import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'

export interface Looked {
  /** a part of the page; all of it else */
  readonly within?: string
  /** these rules alone; all else */
  readonly rules?: string[]
}

/** Each as its rule and the first place it was broken at; none: accessible as far as axe can tell. */
export async function violations(page: Page, { within, rules }: Looked = {}): Promise<string[]> {
  // No page here has frames; without looking for them axe takes half as long.
  const axe = new AxeBuilder({ page }).setLegacyMode()
  if (within) axe.include(within)
  if (rules) axe.withRules(rules)
  const found = await axe.analyze()
  return found.violations.map(({ id, nodes }) => `${id}: ${nodes[0]!.html}`)
}
