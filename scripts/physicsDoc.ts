/**
 * Which tests check which row of docs/physics.md: a test file says so by lines `// checks: row` or
 * `// checks: row (how)` above its imports; the table's last column is made of them.
 */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'

export const PHYSICS = 'docs/physics.md'
const TAG = /^\/\/ checks: (.+?)(?: \((.+)\))?$/
const ROW = /^\| (.+?) \| (.*) \| (.*) \| (.*) \|$/

export interface CheckTag {
  readonly file: string
  readonly row: string
  /** '' when nothing more is said */
  readonly how: string
}

/** @param root a folder of the repository */
export const tagsUnder = (root: string): CheckTag[] =>
  readdirSync(root, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.test.ts') && !name.includes('node_modules'))
    .sort()
    .flatMap((name) => {
      const file = join(root, name)
      return readFileSync(file, 'utf8')
        .split('\n')
        .flatMap((line): CheckTag[] => {
          const tag = TAG.exec(line)
          return tag ? [{ file, row: tag[1]!, how: tag[2] ?? '' }] : []
        })
    })

export const allTags = (): CheckTag[] => ['core', 'client/src'].flatMap(tagsUnder)

/** Names of the table's rows. */
export const rowsOf = (markdown: string): string[] =>
  markdown.split('\n').flatMap((line) => {
    const row = ROW.exec(line)?.[1]
    return row === undefined || row === 'what' || row === '---' ? [] : [row]
  })

/** The document with its last column made of the tags; a row that nothing checks says so. */
export function withChecks(markdown: string, tags: readonly CheckTag[]): string {
  const known = new Set(rowsOf(markdown))
  return markdown
    .split('\n')
    .map((line) => {
      const [, name, what, source] = ROW.exec(line) ?? []
      if (name === undefined || !known.has(name)) return line
      const checked = tags
        .filter((tag) => tag.row === name)
        .map(({ file, how }) => `\`${file}\`${how ? ` (${how})` : ''}`)
      return `| ${name} | ${what} | ${source} | ${checked.join(', ') || 'nothing yet'} |`
    })
    .join('\n')
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href)
  writeFileSync(PHYSICS, withChecks(readFileSync(PHYSICS, 'utf8'), allTags()))
