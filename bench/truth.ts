/**
 * `npm run bench truth`: the set's light against paths followed one by one, group by group. It takes
 * minutes; the tests hold a shorter run of it to its limits.
 */
import { compare, offBy, straightOffBy, type Compared } from '../core/truth/compare'
import { GROUPS } from '../core/truth/sets'
import type { Figure } from './figures'

const SETS = 18
const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0

function figuresOf(name: string, cells: readonly Compared[]): Figure[] {
  const sorted = (of: (cell: Compared) => number) => cells.map(of).sort((a, b) => a - b)
  const off = sorted(offBy)
  const straight = sorted(straightOffBy)
  const noise = sorted((cell) => cell.noise)
  const row = (what: string, value: number, aim: string, about: string): Figure => ({
    key: `truth.${name.replace(/\W+/g, '-')}.${what}`,
    value: Number(value.toFixed(3)),
    aim,
    about
  })
  const over = off.filter((each) => each > 0.3).length
  return [
    row('median', at(off, 0.5), '≤ 0.02', `stops off, ${cells.length} cells`),
    row(
      'p95',
      at(off, 0.95),
      '≤ 0.1',
      `the reference's own noise: p95 ${at(noise, 0.95).toFixed(3)}`
    ),
    row('worst', at(off, 1), '≤ 0.3', `${over} cells beyond 0.3`),
    row('straight', at(straight, 0.95), '≤ 0.01', 'straight light alone, p95')
  ]
}

export function truth(): Promise<Figure[]> {
  const all: Compared[] = []
  const figures = GROUPS.flatMap((group) => {
    const cells = Array.from({ length: SETS }, (_, seed) => compare(group, seed, 100, 160)).flat()
    all.push(...cells)
    return figuresOf(group, cells)
  })
  return Promise.resolve([...figures, ...figuresOf('all', all)])
}
