/**
 * How many small faults in the sums do the tests find? Each fault is put into a copy of the tree and
 * the core's tests that have to do with its file are run; a fault that no test fails on survives and
 * is listed. `npm run mutate -- [--sample 40] [--seed 1] [files or folders]`, in two copies at once.
 */
import { spawn } from 'node:child_process'
import {
  cpSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync
} from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join, resolve } from 'node:path'
import { chance } from '../soak/random'
import { mutantsOf, type Mutant } from './mutants'

const DEFAULT = ['core/ledger', 'core/run', 'core/measure', 'core/solve/goals.ts', 'core/checks']
const COPIED = ['core', 'client', 'server', 'soak', 'scripts', 'bench', 'package.json']
const CONFIGS = /^(jest\.config|tsconfig|babel|\.swcrc)/
/** A fault that makes the tests run this long is found; without one they take under two minutes. */
const MOST_MS = 400_000
const WORKERS = 2

interface Job {
  readonly file: string
  readonly mutant: Mutant
}

const sourcesIn = (path: string): string[] =>
  statSync(path).isFile()
    ? [path]
    : readdirSync(path, { recursive: true, encoding: 'utf8' })
        .filter((name) => /(?<!\.test)\.ts$/.test(name) && !name.endsWith('testing.ts'))
        .map((name) => join(path, name))
        .sort()

function copyOfTree(): string {
  const root = mkdtempSync(join(tmpdir(), 'fine-spark-mutate-'))
  for (const name of [...COPIED, ...readdirSync('.').filter((each) => CONFIGS.test(each))])
    cpSync(name, join(root, name), { recursive: true })
  symlinkSync(resolve('node_modules'), join(root, 'node_modules'))
  return root
}

/** Whether some of the tests that have to do with a file pass in a copy. */
const pass = (root: string, file: string, only: readonly string[]): Promise<boolean> =>
  new Promise((done) => {
    const jest = spawn(
      process.execPath,
      [
        '--experimental-vm-modules',
        '--no-warnings',
        'node_modules/jest/bin/jest.js',
        '--findRelatedTests',
        file,
        ...only,
        '--passWithNoTests',
        '--bail',
        '--silent',
        '--maxWorkers=1',
        '--testTimeout=60000'
      ],
      { cwd: root, stdio: 'ignore' }
    )
    const late = setTimeout(() => jest.kill('SIGKILL'), MOST_MS)
    jest.on('exit', (code) => {
      clearTimeout(late)
      done(code === 0)
    })
  })

const NOT_CORE = ['client', 'server', 'soak', 'scripts']
const except = (paths: readonly string[]): string[] => [
  '--testPathIgnorePatterns',
  `/(${[...NOT_CORE, ...paths].join('|')})`
]
/** What takes longer than all others together, run only for faults in what it is about. */
const LONG: Readonly<Record<string, string>> = {
  'core/solve': 'ways.test',
  'core/set': 'truth.test'
}

/** The core's tests, those beside the file first: most faults are found there. The longest last. */
async function passes(root: string, file: string): Promise<boolean> {
  const beside = dirname(file)
  const long = Object.values(LONG)
  const others = readdirSync('core', { withFileTypes: true })
    .filter((each) => each.isDirectory())
    .map((each) => `core/${each.name}/`)
    .filter((each) => !`${beside}/`.startsWith(each))
  return (
    (await pass(root, file, except([...others, ...long]))) &&
    (await pass(root, file, except([`${beside}/`, ...long]))) &&
    (!LONG[beside] || (await pass(root, file, ['--testPathPatterns', LONG[beside]])))
  )
}

const args = process.argv.slice(2)
const option = (name: string, otherwise: number): number => {
  const at = args.indexOf(name)
  return at < 0 ? otherwise : Number(args.splice(at, 2)[1])
}
const sample = option('--sample', Infinity)
const by = chance(option('--seed', 1))
const targets = args.length ? args : DEFAULT

const jobsOf = (target: string): Job[] => {
  const all = sourcesIn(target).flatMap((file) =>
    mutantsOf(file, readFileSync(file, 'utf8')).map((mutant) => ({ file, mutant }))
  )
  return all.length <= sample
    ? all
    : Array.from({ length: sample }, () => all.splice(by.below(all.length), 1)[0]!)
}

const queue = targets.flatMap((target) => jobsOf(target).map((job) => ({ ...job, target })))
const found = new Map(targets.map((target) => [target, { killed: 0, survived: 0 }]))
console.log(`${queue.length} faults in ${targets.join(', ')}`)

async function work(): Promise<void> {
  const root = copyOfTree()
  // What every test has to do with.
  if (!(await passes(root, 'core/plan/plan.ts')))
    throw new Error('the tests fail without any fault')
  for (let job = queue.shift(); job; job = queue.shift()) {
    const { file, mutant, target } = job
    const at = join(root, file)
    const good = readFileSync(at, 'utf8')
    writeFileSync(at, mutant.text)
    const survived = await passes(root, file)
    writeFileSync(at, good)
    found.get(target)![survived ? 'survived' : 'killed']++
    if (survived) console.log(`survived  ${file}:${mutant.line}  ${mutant.from} → ${mutant.to}`)
  }
  rmSync(root, { recursive: true, force: true })
}

await Promise.all(Array.from({ length: WORKERS }, work))
for (const [target, { killed, survived }] of found)
  console.log(
    `${target.padEnd(24)} ${killed} of ${killed + survived} found, ` +
      `${((100 * killed) / Math.max(1, killed + survived)).toFixed(0)} %`
  )
