/**
 * Everything that must hold: lint, types, unit tests, interface tests. Installs what is missing
 * first. Ends with one line, the tests of both kinds together; a step before them that fails counts
 * as one failed test.
 */
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { build } from './build.mjs'
import { needChromium } from './chromium.mjs'
import { install, root, run } from './install.mjs'
import { interfaceTotals, totalsLine, unitTotals } from './totals.mjs'

const reports = mkdtempSync(join(tmpdir(), 'fine-spark-tests-'))
const unitReport = join(reports, 'unit.json')
const interfaceReport = join(reports, 'interface.json')
const totals = []

/** Two that take one core each. */
const sideBySide = async (...scripts) => {
  const failed = await Promise.all(
    scripts.map(
      (script) =>
        new Promise((done) =>
          spawn('npm', ['run', '-s', script], { cwd: root, stdio: 'inherit' }).on('exit', (code) =>
            done(code === 0 ? [] : [script])
          )
        )
    )
  )
  if (failed.flat().length > 0) throw new Error(`npm run ${failed.flat().join(', ')} failed`)
}

const prepare = async () => {
  install()
  await sideBySide('lint', 'types')
  await build()
}

const runUnitTests = () => {
  try {
    run('npm', ['run', '-s', 'unit', '--', '--json', `--outputFile=${unitReport}`])
  } catch {
    // what failed is in the report
  }
  totals.push(unitTotals(unitReport))
}

const runInterfaceTests = () => {
  const chromium = needChromium()
  if (!chromium)
    console.error(
      'The interface tests need Chromium, which is not on this machine and could not be ' +
        'installed: install Debian’s package “chromium” or set CHROMIUM_PATH.'
    )
  try {
    if (chromium)
      run('npx', ['playwright', 'test', '--reporter=list,json'], {
        CHROMIUM_PATH: chromium,
        PLAYWRIGHT_JSON_OUTPUT_FILE: interfaceReport
      })
  } catch {
    // what failed is in the report
  }
  totals.push(interfaceTotals(interfaceReport))
}

try {
  await prepare()
  runUnitTests()
  runInterfaceTests()
} catch (error) {
  console.error(`Stopped before the tests: ${error.message}`)
  totals.push({ passed: 0, failed: 1, skipped: 0 })
}
rmSync(reports, { recursive: true })
console.log(totalsLine(totals))
process.exitCode = totals.every((part) => part.failed === 0) ? 0 : 1
