/**
 * The rules of the layers, run on a small tree made for it: one import a file, each named for what
 * it tries.
 */
import { spawnSync } from 'node:child_process'
import { copyFileSync, mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join, relative } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'

const REFUSED = [
  ['core/scales', 'core/ledger/it'],
  ['core/optics', 'core/plan/it'],
  ['core/plan', 'core/set/it'],
  ['core/plan', 'core/run/it'],
  ['core/set', 'core/ledger/it'],
  ['core/ledger', 'core/checks/it'],
  ['core/ledger', 'core/advise/it'],
  ['core/solve', 'core/advise/it'],
  ['core/solve', 'core/checks/it'],
  ['core/run', 'client/src/it'],
  ['core/light', 'vue'],
  ['core/ledger', 'node:fs'],
  ['core/medium', 'core/set/it'],
  ['core/set', 'core/picture/it'],
  ['server', 'client/src/it'],
  ['client/src', 'server/it'],
  ['client/src', 'node:fs'],
  ['kitchen', 'core/plan/it'],
  ['server', 'simulator/it'],
  ['client/src', 'simulator/it'],
  ['simulator', 'server/it']
] as const

const ALLOWED = [
  ['core/ledger', 'core/optics/it'],
  ['core/ledger', 'core/set/it'],
  ['core/plan', 'zod'],
  ['core/advise', 'core/solve/it'],
  ['core/checks', 'core/solve/it'],
  ['client/src', 'core/plan/it'],
  ['client/src', 'vue'],
  ['server', 'core/plan/it'],
  ['server', 'node:fs'],
  ['simulator', 'core/picture/it'],
  ['simulator', 'node:fs']
] as const

const root = process.cwd()
const tree = mkdtempSync(join(tmpdir(), 'layers-'))
afterAll(() => rmSync(tree, { recursive: true }))

function write(path: string, text: string): void {
  mkdirSync(dirname(join(tree, path)), { recursive: true })
  writeFileSync(join(tree, path), text)
}

function fileOf(from: string, to: string): string {
  return `${from}/to-${to.replaceAll(/[/:]/g, '-')}.ts`
}

function writeImport(from: string, to: string): void {
  const inTree = to.endsWith('/it')
  if (inTree) write(`${to}.ts`, 'export const it = 1\n')
  const target = inTree ? relative(from, to).replace(/^(?!\.)/, './') : to
  write(fileOf(from, to), `import * as it from '${target}'\nexport const y = it\n`)
}

/** Files that break a rule, with the name of the rule. */
let broken: Map<string, string>

beforeAll(() => {
  for (const name of ['tsconfig.base.json', 'tsconfig.tests.json', '.dependency-cruiser.cjs'])
    copyFileSync(join(root, name), join(tree, name))
  symlinkSync(join(root, 'node_modules'), join(tree, 'node_modules'))
  write('package.json', JSON.stringify({ type: 'module', dependencies: { vue: '3', zod: '4' } }))
  write('core/testing.ts', 'export const it = 1\n')
  for (const [from, to] of [...REFUSED, ...ALLOWED]) writeImport(from, to)
  write('core/set/egg.ts', "import { hen } from './hen'\nexport const egg = (): unknown => hen\n")
  write('core/set/hen.ts', "import { egg } from './egg'\nexport const hen = (): unknown => egg\n")
  write(
    'client/src/Screen.vue',
    '<script setup lang="ts">\nimport { it } from "../../server/it"\n</script>\n' +
      '<template>{{ it }}</template>\n'
  )
  const command = join(root, 'node_modules/dependency-cruiser/bin/dependency-cruise.mjs')
  const options = ['--config', '.dependency-cruiser.cjs', '--output-type', 'json']
  const folders = ['core', 'server', 'client/src', 'simulator', 'kitchen']
  const found = spawnSync(process.execPath, [command, ...options, ...folders], { cwd: tree })
  const { summary } = JSON.parse(found.stdout.toString()) as {
    summary: { violations: { from: string; rule: { name: string } }[] }
  }
  broken = new Map(summary.violations.map((each) => [each.from, each.rule.name]))
})

describe('arrows run one way: the rules refuse', () => {
  test.each(REFUSED)('%s importing %s', (from, to) =>
    expect(broken.get(fileOf(from, to))).toBe('not-in-allowed')
  )
  test('a screen importing the server', () =>
    expect(broken.get('client/src/Screen.vue')).toBe('not-in-allowed'))
  test('a circle within one folder', () =>
    expect(broken.get('core/set/egg.ts') ?? broken.get('core/set/hen.ts')).toBe('no circles'))
})

describe('arrows run one way: the rules allow', () => {
  test.each(ALLOWED)('%s importing %s', (from, to) =>
    expect(broken.get(fileOf(from, to))).toBeUndefined()
  )
})
