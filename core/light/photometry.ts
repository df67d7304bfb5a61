/**
 * Reads a photometric file, IES LM-63 of 1986 (which names no format), 1991, 1995, 2002 and 2019,
 * type C photometry. Source: ANSI/IESNA LM-63-02 and ANSI/IES LM-63-19, Standard File Format for the
 * Electronic Transfer of Photometric Data (layout from memory).
 */
import { shorten } from '../text'
import { MOST_CANDELA, MOST_VALUES, type Distribution } from './beam'
import { allRound } from './planes'

export type PhotometryResult =
  | {
      readonly ok: true
      readonly distribution: Extract<Distribution, { kind: 'file' }>
      readonly lumens: number | null
      readonly maxCandela: number
    }
  | { readonly ok: false; readonly line: number; readonly reason: string }

class Fault extends Error {
  constructor(
    readonly line: number,
    reason: string
  ) {
    super(reason)
  }
}

/** How the format writes numbers: decimal ones, with an exponent or none. */
const DECIMAL = /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i

/** Numbers from a line on, wherever the file breaks its lines, each with the line it stood on. */
function reader(lines: readonly string[], start: number) {
  let line = start
  let words: string[] = []
  const next = (what: string): number => {
    while (words.length === 0) {
      if (line >= lines.length)
        throw new Fault(lines.length, `the file ends where ${what} should stand`)
      words = lines[line++]!.split(/[\s,]+/).filter(Boolean)
    }
    const word = words.shift()!
    const value = DECIMAL.test(word) ? Number(word) : NaN
    if (!Number.isFinite(value))
      throw new Fault(line, `“${word.slice(0, 30)}” stands where ${what} should`)
    return value
  }
  return {
    next,
    at: () => line,
    rest: () => words.length > 0 || lines.slice(line).some((each) => each.trim() !== '')
  }
}

/** Old programs end a file with Ctrl-Z; what follows it is no part of it. */
const END_OF_FILE = /\x1a[\s\S]*$/

function rising(values: readonly number[], line: number, what: string): void {
  if (values.some((value, i) => i > 0 && value <= values[i - 1]!))
    throw new Fault(line, `${what} must rise`)
}

function parse(text: string, name: string): PhotometryResult {
  const lines = text
    .replace(/^\uFEFF/, '')
    .replace(END_OF_FILE, '')
    .split(/\r\n|\n|\r/)
  const first = lines[0]!.trim()
  // The format of 1986 begins with whatever its maker wrote.
  if (/^IES(NA)?\s*:/i.test(first) && !/^IES(NA)?\s*:\s*LM-63-(1991|1995|2002|2019)$/i.test(first))
    throw new Fault(1, `${first.slice(0, 30)} is not a format read here; LM-63 up to 2019 is`)
  const tilt = lines.findIndex((line) => /^\s*TILT\s*=/i.test(line))
  if (tilt < 0)
    throw new Fault(lines.length, 'there is no TILT= line, which every IES LM-63 file has')
  const kind = lines[tilt]!.split('=')[1]!.trim().toUpperCase()
  const read = reader(lines, tilt + 1)
  const count = (what: string, most: number): number => {
    const value = read.next(what)
    if (!Number.isInteger(value) || value < 1 || value > most)
      throw new Fault(read.at(), `${what} must be a whole number from 1 to ${most}, not ${value}`)
    return value
  }
  if (kind === 'INCLUDE') {
    read.next('the lamp’s orientation')
    const pairs = count('the number of tilt angles', 1000)
    for (let i = 0; i < 2 * pairs; i++) read.next('a tilt figure')
  } else if (kind !== 'NONE')
    throw new Fault(
      tilt + 1,
      `TILT=${kind.slice(0, 30)} names another file, which is not read here; NONE and INCLUDE are`
    )
  const lamps = count('the number of lamps', 1000)
  const lumensPerLamp = read.next('lumens per lamp')
  const multiplier = read.next('the candela multiplier')
  if (!(multiplier > 0))
    throw new Fault(read.at(), `the candela multiplier must be above 0, not ${multiplier}`)
  const verticals = count('the number of vertical angles', 400)
  const horizontals = count('the number of horizontal angles', 400)
  const type = read.next('the photometric type')
  if (type !== 1)
    throw new Fault(read.at(), `photometric type ${type} is not read here; type C (1) is`)
  for (const what of [
    'the units',
    'the width',
    'the length',
    'the height',
    'the ballast factor',
    'the reserved figure',
    'the input watts'
  ])
    read.next(what)
  const list = (size: number, what: string): number[] =>
    Array.from({ length: size }, () => read.next(what))
  const verticalDeg = list(verticals, 'a vertical angle')
  rising(verticalDeg, read.at(), 'vertical angles')
  if (verticalDeg[0]! < 0 || verticalDeg[verticals - 1]! > 180)
    throw new Fault(read.at(), 'vertical angles of type C lie from 0 to 180')
  if (verticalDeg[0] !== 0)
    throw new Fault(
      read.at(),
      'the beam must start at its nadir (vertical angle 0), the head’s axis'
    )
  const horizontalDeg = list(horizontals, 'a horizontal angle')
  rising(horizontalDeg, read.at(), 'horizontal angles')
  const planes = allRound(horizontalDeg)
  if (!planes)
    throw new Fault(
      read.at(),
      'horizontal angles must run from 0 to 0, 90, 180 or 360 (or to the last plane before 360), ' +
        'or from 90 to 270'
    )
  if (verticals * planes.deg.length > MOST_VALUES)
    throw new Fault(
      read.at(),
      `${verticals} × ${horizontals} angles are more than the ${MOST_VALUES} values read here`
    )
  const candela: number[] = []
  for (let i = 0; i < verticals * horizontals; i++) {
    const value = read.next(`candela value ${i + 1} of ${verticals * horizontals}`) * multiplier
    if (value < 0) throw new Fault(read.at(), 'candela values cannot be negative')
    if (value > MOST_CANDELA)
      throw new Fault(read.at(), `${value} cd is more than the ${MOST_CANDELA} cd read here`)
    candela.push(value)
  }
  if (read.rest()) throw new Fault(read.at() + 1, 'there is more in the file than its counts say')
  const maxCandela = candela.reduce((most, each) => Math.max(most, each), 0)
  if (!(maxCandela > 0)) throw new Fault(read.at(), 'every candela value is 0')
  if (!(candela[0]! > 0))
    throw new Fault(
      read.at(),
      'there is no light on the axis, so a guide number cannot be tied to it'
    )
  return {
    ok: true,
    distribution: {
      kind: 'file',
      name: shorten(name, 120) || 'photometric file',
      verticalDeg,
      horizontalDeg: planes.deg,
      candela: planes.mix.flatMap((parts) =>
        verticalDeg.map((_, row) =>
          parts.reduce((sum, [plane, share]) => sum + share * candela[plane * verticals + row]!, 0)
        )
      )
    },
    lumens: lumensPerLamp > 0 ? lumensPerLamp * lamps : null,
    maxCandela
  }
}

/**
 * @param text the file's text
 * @param name shown later; never throws: a bad file gives the line and the reason
 */
export function parsePhotometry(text: string, name: string): PhotometryResult {
  try {
    return parse(text, name)
  } catch (error) {
    if (error instanceof Fault) return { ok: false, line: error.line, reason: error.message }
    throw error
  }
}

/**
 * Luminous flux of a distribution, candela·steradian, by trapezoids over its own angles
 * (independent of the sampling of near sources). Rotational symmetry of the horizontal planes is
 * used as the file states it.
 */
export function fluxOf({
  verticalDeg,
  horizontalDeg,
  candela
}: Extract<Distribution, { kind: 'file' }>): number {
  const rows = verticalDeg.length
  const planeMean = (row: number): number => {
    if (horizontalDeg.length === 1) return candela[row]!
    let sum = 0
    for (let h = 1; h < horizontalDeg.length; h++)
      sum +=
        ((candela[h * rows + row]! + candela[(h - 1) * rows + row]!) / 2) *
        (horizontalDeg[h]! - horizontalDeg[h - 1]!)
    return sum / horizontalDeg[horizontalDeg.length - 1]!
  }
  let flux = 0
  for (let row = 1; row < rows; row++) {
    const zone =
      Math.cos((verticalDeg[row - 1]! * Math.PI) / 180) -
      Math.cos((verticalDeg[row]! * Math.PI) / 180)
    flux += 2 * Math.PI * zone * ((planeMean(row - 1) + planeMean(row)) / 2)
  }
  return flux
}
