export interface Totals {
  passed: number
  failed: number
  skipped: number
}
export function unitTotals(file: string): Totals
export function interfaceTotals(file: string): Totals
export function totalsLine(parts: readonly Totals[]): string
