/** What a calibration says: estimates of what it measures, and the item with them. */
import { withOwnDuration } from '../kit/heads'
import { kitItemSchema, type KitItem } from '../kit/kit'
import {
  highSpeedUncertaintyOf,
  lossUncertainty,
  markUncertaintyOf,
  outputUncertainty
} from '../kit/sureness'
import { corrected } from './adopt'
import { displayIn, type Kit } from './benchSet'
import { byAngle, withReadBeam, withReadTable, type AnglePoint } from './byAngle'
import type { Calibration, LightCalibration } from './calibration'
import { durationsOf, type MeasuredDuration } from './duration'
import { usuallyOff, type FigureKind, type KitFigure } from './figure'
import { fitKit, type Estimate } from './fit'
import { benchSightings, readRow, type RowRead } from './fromBench'

/** The item a calibration measures. */
function targetOf(run: Calibration): string | null {
  if (run.kind === 'modifier') return run.modifierId
  if (run.kind === 'meter') return run.meterId
  return run.strobeId
}

/** What each kind puts right. */
const MEASURES: Readonly<Record<LightCalibration['kind'], readonly FigureKind[]>> = {
  output: ['output'],
  beam: [],
  marks: ['output', 'mark'],
  highSpeed: ['highSpeed'],
  water: ['water'],
  modifier: ['loss'],
  meter: ['meter']
}

/** What is measured by itself is hardly held back: so many times further off it may be. */
const LOOSE = 3
/** What else is in the readings is as sure as the kit says. */
function sureIn(kit: Kit, target: string | null, measured: readonly FigureKind[]) {
  return (figure: KitFigure): number => {
    const { kind, id, at } = figure
    const item = kit.get(id)
    if (id === target && measured.includes(kind)) return LOOSE * usuallyOff(figure)
    if (!item) return usuallyOff(figure)
    if (item.kind === 'meter') return item.offsetUncertaintyStops ?? usuallyOff(figure)
    if (item.kind === 'modifier' && kind === 'loss')
      return lossUncertainty(item) || usuallyOff(figure)
    if (item.kind !== 'strobe') return usuallyOff(figure)
    if (kind === 'output') return outputUncertainty(item)
    if (kind === 'mark') return markUncertaintyOf(item, at ?? 0) || usuallyOff(figure)
    if (kind === 'highSpeed') return highSpeedUncertaintyOf(item, at ?? 0)
    return usuallyOff(figure)
  }
}

export interface CalibrationResult {
  readonly item: KitItem
  /** with what was read; the same where too little was */
  readonly after: KitItem
  /** of the figures it measures */
  readonly estimates: readonly Estimate[]
  /** what else comes out, by the way: what a metre of water took, what the head gives */
  readonly others: readonly Estimate[]
  /** by angle, of a beam or modifier */
  readonly points: readonly AnglePoint[]
  readonly durations: readonly MeasuredDuration[]
  /** row by row; empty for durations */
  readonly reads: readonly RowRead[]
  /** rows that fit nothing else that was read */
  readonly straying: readonly number[]
  /** the figure, by its path, that no item of its kind has: something was misread */
  readonly impossible: string | null
}

/** The item as it would be; where no item can be so, as it is. */
function possible(item: KitItem, after: KitItem): Pick<CalibrationResult, 'after' | 'impossible'> {
  if (after === item) return { after, impossible: null }
  const checked = kitItemSchema.safeParse(after)
  return checked.success
    ? { after, impossible: null }
    : { after: item, impossible: checked.error.issues[0]!.path.join('.') }
}

const nothing = { estimates: [], others: [], points: [], durations: [], reads: [], straying: [] }

function afterOf(
  item: KitItem,
  run: LightCalibration,
  estimates: readonly Estimate[],
  points: readonly AnglePoint[]
): KitItem {
  if (run.kind === 'beam' && item.kind === 'strobe') return withReadBeam(item, points)
  if (run.kind === 'modifier' && item.kind === 'modifier' && points.length > 1)
    return withReadTable(item, points)
  return corrected(item, estimates)
}

/** @returns null where the item it measures is not in the kit any more */
export function calibrationResult(
  id: string,
  run: Calibration,
  kit: Kit
): CalibrationResult | null {
  const target = targetOf(run)
  const item = target === null ? undefined : kit.get(target)
  if (!item) return null
  if (run.kind === 'duration') {
    if (item.kind !== 'strobe') return null
    const durations = durationsOf(run)
    const after = durations.reduce(
      (strobe, { powerStops, t01 }) => withOwnDuration(strobe, powerStops, t01),
      item
    )
    return { ...nothing, item, ...possible(item, after), durations }
  }
  const reads = run.rows.map((row) => readRow(run, row, kit))
  const fit = fitKit(benchSightings(id, run, reads), sureIn(kit, target, MEASURES[run.kind]))
  const all = fit?.estimates ?? []
  const isMeasured = ({ figure }: Estimate): boolean =>
    figure.id === target && MEASURES[run.kind].includes(figure.kind)
  const estimates = all.filter(isMeasured)
  const points =
    run.kind === 'beam' || run.kind === 'modifier' ? byAngle(run, displayIn(kit, run.meterId)) : []
  return {
    item,
    ...possible(item, afterOf(item, run, estimates, points)),
    estimates,
    others: all.filter((each) => !isMeasured(each)),
    points,
    durations: [],
    reads,
    straying: (fit?.straying ?? []).map(({ from }) => (from.kind === 'bench' ? from.row : -1))
  }
}
