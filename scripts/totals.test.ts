import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, test } from '@jest/globals'
import { interfaceTotals, totalsLine, unitTotals } from './totals.mjs'

const folder = mkdtempSync(join(tmpdir(), 'totals-'))
afterAll(() => rmSync(folder, { recursive: true }))

function report(name: string, content: object): string {
  const file = join(folder, name)
  writeFileSync(file, JSON.stringify(content))
  return file
}

const UNIT = {
  success: false,
  numPassedTests: 5,
  numFailedTests: 1,
  numRuntimeErrorTestSuites: 0,
  numPendingTests: 2,
  numTodoTests: 1
}
const INTERFACE = { stats: { expected: 7, unexpected: 0, flaky: 1, skipped: 0 }, errors: [] }

describe('the last line of a test run', () => {
  test('adds both kinds of test up', () =>
    expect(
      totalsLine([
        unitTotals(report('unit.json', UNIT)),
        interfaceTotals(report('interface.json', INTERFACE))
      ])
    ).toBe('13 passed, 1 failed, 3 skipped'))
  test('a test file that could not be run is a failure', () =>
    expect(
      unitTotals(report('broken.json', { ...UNIT, numRuntimeErrorTestSuites: 1 })).failed
    ).toBe(2))
  test('a run that failed with every test passed is a failure', () =>
    expect(unitTotals(report('odd.json', { ...UNIT, numFailedTests: 0 })).failed).toBe(1))
  test('an error outside any test is a failure', () =>
    expect(interfaceTotals(report('error.json', { ...INTERFACE, errors: [{}] })).failed).toBe(1))
  test('a runner that left no report has failed', () => {
    expect(unitTotals(join(folder, 'none.json')).failed).toBe(1)
    expect(interfaceTotals(join(folder, 'none.json')).failed).toBe(1)
  })
})
