import { readFileSync } from 'node:fs'
import { expect, test } from '@jest/globals'
import { allTags, PHYSICS, rowsOf, withChecks } from './physicsDoc'

const written = readFileSync(PHYSICS, 'utf8')

test('the table of formulas names the tests that say they check them (npm run physics writes it)', () =>
  expect(withChecks(written, allTags())).toBe(written))

test('every formula is checked somewhere, and no test claims a row that is not there', () => {
  const claimed = new Set(allTags().map((tag) => tag.row))
  expect(rowsOf(written).filter((row) => !claimed.has(row))).toEqual([])
  expect([...claimed].filter((row) => !rowsOf(written).includes(row))).toEqual([])
})

test('a row nothing checks is said to be so', () =>
  expect(withChecks('| a | b | c | old |', [])).toBe('| a | b | c | nothing yet |'))
