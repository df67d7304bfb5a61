/** The ledger as text: a cell, and the whole as rows for copying and for a CSV file. */
import { evaluate } from '@core/ledger/evaluate'
import type { Cell, CellState } from '@core/ledger/terms'
import type { Plan } from '@core/plan/plan'
import { limitSign, stops } from './format'
import { goalWords } from './goals'
import { placeName, sourceName } from './names'

const NO_LEVEL: Record<Exclude<CellState, 'known'>, string> = {
  unknown: 'not read',
  off: 'off',
  outside: 'outside',
  behind: 'faces away',
  shadowed: 'shadowed'
}
export const cellWords = (cell: Cell): string =>
  cell.state !== 'known' ? NO_LEVEL[cell.state] : `${limitSign(cell.limit)}${stops(cell.level)}`

/**
 * A header and a row for each source, then the sum and the goals. Plain minus signs, so that a
 * spreadsheet reads numbers.
 */
export function ledgerRows(plan: Plan): (string | number)[][] {
  const { ledger } = evaluate(plan)
  const figure = (level: number): number | '' =>
    Number.isFinite(level) ? Number(level.toFixed(2)) : ''
  return [
    ['stops at', ...ledger.places.map((place) => placeName(plan, place))],
    ...ledger.rows
      .flatMap((row) => [row, ...(row.source === 'ambient' ? ledger.parts : [])])
      .map((row) => [
        `${['ambient', 'rest'].includes(row.source) ? '' : `${row.source} `}${sourceName(plan, row.source)}`,
        ...ledger.places.map((place) =>
          row.cells[place]!.state === 'known'
            ? figure(row.cells[place]!.level)
            : NO_LEVEL[row.cells[place]!.state as Exclude<CellState, 'known'>]
        )
      ]),
    ['Sum', ...ledger.places.map((place) => figure(ledger.totals[place]!))],
    ['Goal', ...ledger.places.map((place) => goalWords(plan, place).replaceAll('−', '-'))]
  ]
}
