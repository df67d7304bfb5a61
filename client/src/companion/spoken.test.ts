import { expect, test } from '@jest/globals'
import { spoken } from './spoken'

test.each([
  ['f/11 · 1/200 · ISO 100', 'f 11 , 1 over 200 , I S O 100'],
  ['found −0.7 ± 0.2', 'found minus 0.7 plus or minus 0.2'],
  ['Power 1/16 +0.3 → 1/8', 'Power 1 over 16 plus 0.3 to 1 over 8'],
  ['A 1/32 ⅓', 'A 1 over 32 a third'],
  ['1⅔ stops', '1 and two thirds stops'],
  ['320 mm, 40° round', '320 millimetres, 40 degrees round'],
  ['close-up', 'close-up']
])('%s is read as %s', (text, said) => expect(spoken(text)).toBe(said))
