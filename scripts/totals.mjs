/**
 * How many tests passed, failed and were skipped, from what the two test runners report. Plain
 * Node, no packages.
 */
import { existsSync, readFileSync } from 'node:fs'

const FAILED = { passed: 0, failed: 1, skipped: 0 }

/** Totals of a report file; a runner that left none has failed. */
const totalsIn = (file, read) =>
  existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : FAILED

/**
 * A test file that could not be run at all counts as one failed test, and so does a run that failed
 * for any other reason.
 */
export const unitTotals = (file) =>
  totalsIn(file, (report) => ({
    passed: report.numPassedTests,
    failed: Math.max(
      report.numFailedTests + report.numRuntimeErrorTestSuites,
      report.success ? 0 : 1
    ),
    skipped: report.numPendingTests + report.numTodoTests
  }))

/**
 * A test that passed at its second try has passed; an error outside any test counts as one failed
 * test.
 */
export const interfaceTotals = (file) =>
  totalsIn(file, ({ stats, errors }) => ({
    passed: stats.expected + stats.flaky,
    failed: stats.unexpected + errors.length,
    skipped: stats.skipped
  }))

export const totalsLine = (parts) => {
  const sum = (key) => parts.reduce((total, part) => total + part[key], 0)
  return `${sum('passed')} passed, ${sum('failed')} failed, ${sum('skipped')} skipped`
}
