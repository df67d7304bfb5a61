/**
 * Camera scales. A position is held in stops on its own axis and shown by the nominal mark nearest
 * to it:
 *   aperture  2·log2(N)        0 = f/1
 *   shutter   −log2(t / 1 s)   0 = 1 s, larger is shorter
 *   iso       log2(S / 100)    0 = ISO 100
 * Marks are nominal, computing uses the exact value behind them (1/60 stands for 1/64 s).
 * Sources: ISO 517 (f-number series); exact exposure values as powers of two, common trade
 * knowledge.
 */
export type Axis = 'aperture' | 'shutter' | 'iso'
export type CameraStep = 'third' | 'half' | 'whole'

export interface Mark {
  /** position on the axis, stops */
  readonly stops: number
  readonly label: string
}

const THIRD_F =
  '1 1.1 1.2 1.4 1.6 1.8 2 2.2 2.5 2.8 3.2 3.5 4 4.5 5 5.6 6.3 7.1 8 9 10 11 13 14 16 ' +
  '18 20 22 25 29 32 36 40 45 51 57 64 72 81 90 102 114 128'
const HALF_F =
  '1 1.2 1.4 1.7 2 2.4 2.8 3.3 4 4.8 5.6 6.7 8 9.5 11 13 16 19 22 27 32 38 45 54 64 76 90 108 128'
const THIRD_T =
  '60 50 40 30 25 20 15 13 10 8 6 5 4 3.2 2.5 2 1.6 1.3 1 0.8 0.6 0.5 0.4 0.3 1/4 1/5 ' +
  '1/6 1/8 1/10 1/13 1/15 1/20 1/25 1/30 1/40 1/50 1/60 1/80 1/100 1/125 1/160 1/200 ' +
  '1/250 1/320 1/400 1/500 1/640 1/800 1/1000 1/1250 1/1600 1/2000 1/2500 1/3200 ' +
  '1/4000 1/5000 1/6400 1/8000 1/10000 1/12800 1/16000 1/20000 1/25600 1/32000'
const HALF_T =
  '60 45 30 20 15 10 8 6 4 3 2 1.5 1 0.7 0.5 0.3 1/4 1/6 1/8 1/10 1/15 1/20 1/30 1/45 ' +
  '1/60 1/90 1/125 1/180 1/250 1/350 1/500 1/750 1/1000 1/1500 1/2000 1/3000 1/4000 ' +
  '1/6000 1/8000 1/12000 1/16000 1/24000 1/32000'
const THIRD_S =
  '25 32 40 50 64 80 100 125 160 200 250 320 400 500 640 800 1000 1250 1600 2000 2500 ' +
  '3200 4000 5000 6400 8000 10000 12800 16000 20000 25600 32000 40000 51200 64000 ' +
  '80000 102400'
const HALF_S =
  '25 35 50 70 100 140 200 280 400 560 800 1100 1600 2200 3200 4500 6400 9000 12800 ' +
  '18000 25600 36000 51200 72000 102400'

const series = (
  text: string,
  firstStops: number,
  perStop: number,
  decorate: (label: string) => string
): readonly Mark[] =>
  text.split(' ').map((label, k) => ({
    stops: (Math.round(firstStops * perStop) + k) / perStop,
    label: decorate(label)
  }))

const fNumber = (label: string) => `f/${label}`
const seconds = (label: string) => (label.includes('/') ? label : `${label} s`)
const plain = (label: string) => label

const onlyWhole = (marks: readonly Mark[]) => marks.filter((mark) => Number.isInteger(mark.stops))

const MARKS: Record<Axis, Record<CameraStep, readonly Mark[]>> = (() => {
  const aperture = { third: series(THIRD_F, 0, 3, fNumber), half: series(HALF_F, 0, 2, fNumber) }
  const shutter = { third: series(THIRD_T, -6, 3, seconds), half: series(HALF_T, -6, 2, seconds) }
  const iso = { third: series(THIRD_S, -2, 3, plain), half: series(HALF_S, -2, 2, plain) }
  const withWhole = (x: { third: readonly Mark[]; half: readonly Mark[] }) => ({
    ...x,
    whole: onlyWhole(x.third)
  })
  return { aperture: withWhole(aperture), shutter: withWhole(shutter), iso: withWhole(iso) }
})()

/** Every mark of a scale, in order of its axis. */
export const marksOf = (axis: Axis, step: CameraStep): readonly Mark[] => MARKS[axis][step]

/** The mark nearest to a position (the lower one on a tie). */
export function nearestMark(marks: readonly Mark[], stops: number): Mark {
  let best = marks[0]
  if (!best) throw new RangeError('marks must not be empty')
  for (const mark of marks)
    if (Math.abs(mark.stops - stops) < Math.abs(best.stops - stops) - 1e-9) best = mark
  return best
}

/** Moves by whole marks; the ends of the list hold. */
export function stepMark(marks: readonly Mark[], stops: number, by: number): Mark {
  const at = marks.indexOf(nearestMark(marks, stops))
  return marks[Math.min(marks.length - 1, Math.max(0, at + by))] ?? nearestMark(marks, stops)
}

/** Only the marks between two positions (dust of 1e-6 allowed). */
export const marksBetween = (marks: readonly Mark[], from: number, to: number): readonly Mark[] =>
  marks.filter((mark) => mark.stops >= from - 1e-6 && mark.stops <= to + 1e-6)

const FINE: Record<Axis, readonly Mark[]> = {
  aperture: [...MARKS.aperture.third, ...MARKS.aperture.half],
  shutter: [...MARKS.shutter.third, ...MARKS.shutter.half],
  iso: [...MARKS.iso.third, ...MARKS.iso.half]
}

/** Nominal name of a position, whatever the camera's step: the nearest third or half. */
export const nameOf = (axis: Axis, stops: number): string => nearestMark(FINE[axis], stops).label

/** f-number exactly behind a position. */
export const fNumberAt = (apertureStops: number): number => 2 ** (apertureStops / 2)
/** seconds exactly behind a position. */
export const secondsAt = (shutterStops: number): number => 2 ** -shutterStops
