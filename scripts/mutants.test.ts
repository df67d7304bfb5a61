import { expect, test } from '@jest/globals'
import { mutantsOf } from './mutants'

const faults = (source: string): string[] =>
  mutantsOf('a.ts', source).map(({ line, from, to }) => `${line}: ${from} → ${to}`)

test('operators, signs, constants, conditions and extremes are put wrong one at a time', () => {
  expect(faults('export const f = (a: number) => a * 2 - -a')).toEqual([
    '1: - → +',
    '1: * → /',
    '1: 2 → 4',
    '1: -a → a'
  ])
  expect(faults('const g = (x: boolean) => (x && !x ? Math.min(1, 3) : 0)')).toEqual([
    '1: x && !x → !(x && !x)',
    '1: && → ||',
    '1: !x → x',
    '1: min → max',
    '1: 1 → 2',
    '1: 3 → 6',
    '1: 0 → 1'
  ])
})

test('each leaves the rest of the file as it was', () => {
  const source = 'const a = 1 + 2 // sum\nexport const b = a\n'
  for (const { text, from, to } of mutantsOf('a.ts', source))
    expect(text).toBe(source.replace(from, to))
})

test('types, texts and tolerances for float dust are left alone', () =>
  expect(faults("type A = 1 | 2\nconst s = 'a' + 'b'\nconst dust = 1e-9\n")).toEqual([]))
