/** What the bench prints, and the two middles it takes. */
export interface Figure {
  readonly key: string
  readonly value: number
  readonly aim: string
  readonly about: string
}

export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!
export const percentile95 = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * 0.95)]!
