/** What a kind of figure is: typed, shown, stepped. */
import type { PlanPath } from '@core/plan/path'
import type { Plan } from '@core/plan/plan'

export interface Kind {
  /** where the figure stands counts for a power: it speaks the dial of its light */
  readonly parse: (text: string, plan: Plan, path?: PlanPath) => number | null
  readonly format: (value: number, plan: Plan, path?: PlanPath) => string
  /** @param by whole steps, negative is down */
  readonly step: (value: number, by: number, plan: Plan, path?: PlanPath) => number
  /** what may be typed, shown when the text is not understood */
  readonly example: string
}

/**
 * A number in the dress its figure shows it in: what stands before and after it goes, "none" stands
 * for a value.
 */
export const dressed =
  (
    parse: (text: string) => number | null,
    {
      before,
      after,
      none
    }: { readonly before?: RegExp; readonly after?: RegExp; readonly none?: number }
  ) =>
  (text: string): number | null => {
    const bare = text.trim()
    if (none !== undefined && /^none$/i.test(bare)) return none
    return parse(bare.replace(before ?? /^$/, '').replace(after ?? /^$/, ''))
  }
export const round3 = (value: number): number => Number(value.toPrecision(3))
