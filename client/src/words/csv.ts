/** Rows as a CSV file that a spreadsheet reads as figures and words, never as formulas. */
import { stringify } from 'csv-stringify/browser/esm/sync'

/**
 * @param rows numbers stay numbers; a text that begins with = + - or @ is marked as text by a
 *   leading apostrophe
 */
export const csvOf = (rows: readonly (readonly (string | number)[])[]): string =>
  stringify(
    rows.map((row) => [...row]),
    { escape_formulas: true }
  )
