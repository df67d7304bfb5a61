/**
 * `npm run --silent evaluate -- plan.json`: the ledger, verdicts, goals, suggested power and checks
 * as JSON, headless; `--ways` adds the ways.
 */
import { readFileSync } from 'node:fs'
import { checksReport, report, waysReport } from './report'
import { openPlan } from '../core/plan/open'
import { usePlainMessages } from '../core/api/messages'

function fail(lines: readonly string[]): never {
  for (const line of lines) process.stderr.write(`${line}\n`)
  process.exit(1)
}

usePlainMessages()
const path = process.argv.slice(2).find((each) => !each.startsWith('--'))
if (!path) fail(['usage: npm run --silent evaluate -- plan.json [--ways]'])
let input: unknown
try {
  input = JSON.parse(readFileSync(path!, 'utf8'))
} catch (error) {
  fail([`${path}: ${error instanceof SyntaxError ? 'not valid JSON' : 'cannot be read'}`])
}
const opened = openPlan(input)
if (opened.ok) {
  const whole = {
    ...report(opened.plan),
    checks: checksReport(opened.plan),
    ...(process.argv.includes('--ways') && waysReport(opened.plan))
  }
  process.stdout.write(`${JSON.stringify(whole, null, 2)}\n`)
} else fail(opened.faults.map(({ path: at, message }) => `${at || 'document'}: ${message}`))
