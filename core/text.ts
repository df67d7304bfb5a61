/** Texts cut to a length without cutting a character in two. */

const characters = new Intl.Segmenter(undefined, { granularity: 'grapheme' })

/**
 * The beginning of a text, whole characters only; halves of characters that were in it are replaced.
 * @param most length in UTF-16 units, as the schemas count it
 */
export function shorten(text: string, most: number): string {
  const whole = text.toWellFormed()
  if (whole.length <= most) return whole
  let end = 0
  for (const { index, segment } of characters.segment(whole)) {
    if (index + segment.length > most) break
    end = index + segment.length
  }
  return whole.slice(0, end)
}
