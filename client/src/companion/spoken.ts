/** Figures as a voice is to say them: it reads signs and fractions in ways of its own. */

const FRACTIONS: readonly (readonly [RegExp, string])[] = [
  [/(\d)⅓/g, '$1 and a third'],
  [/(\d)⅔/g, '$1 and two thirds'],
  [/(\d)½/g, '$1 and a half'],
  [/⅓/g, 'a third'],
  [/⅔/g, 'two thirds'],
  [/½/g, 'a half']
]

export function spoken(text: string): string {
  let said = text
  for (const [sign, words] of FRACTIONS) said = said.replace(sign, words)
  return said
    .replace(/f\/(\d)/g, 'f $1')
    .replace(/(\d+)\/(\d+)/g, '$1 over $2')
    .replace(/±\s*/g, 'plus or minus ')
    .replace(/→/g, 'to')
    .replace(/[−-](?=\d)/g, 'minus ')
    .replace(/\+(?=\d)/g, 'plus ')
    .replace(/·/g, ',')
    .replace(/°/g, ' degrees')
    .replace(/\bmm\b/g, 'millimetres')
    .replace(/\bISO\b/g, 'I S O')
    .replace(/\s+/g, ' ')
    .trim()
}
