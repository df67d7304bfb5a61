import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { csvOf } from './csv'

test('texts that a spreadsheet would run as formulas are marked as text, figures stay figures', () =>
  expect(
    csvOf([
      ['=1+1', '+2', '-3', '@sum', 'plain'],
      [-7.25, 0, 1.5, '', '≤ -7.0']
    ])
  ).toBe("'=1+1,'+2,'-3,'@sum,plain\n-7.25,0,1.5,,≤ -7.0\n"))

test('property: no text field begins with = + - or @', () => {
  fc.assert(
    fc.property(fc.array(fc.string(), { minLength: 1 }), (row) => {
      for (const text of row) expect(csvOf([[text]]).replace(/^"/, '')).not.toMatch(/^[=+@-]/)
    })
  )
})
