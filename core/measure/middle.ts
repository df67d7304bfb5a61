/** The middle of many values: what a few highlights, specks or hot pixels do not move. */

/**
 * Share of a patch, at either end, that does not count. A highlight on a glossy thing, a scratch or
 * dust is left out as long as it is less than this.
 */
export const LEFT_OUT = 0.25

/** Mean of the middle half; the values are put in order in place. At least one. */
export function middleMean(values: Float64Array): number {
  if (values.length === 0) throw new RangeError('values must hold at least one')
  values.sort()
  const from = Math.floor(values.length * LEFT_OUT)
  const to = values.length - from
  let sum = 0
  for (let i = from; i < to; i++) sum += values[i]!
  return sum / (to - from)
}
