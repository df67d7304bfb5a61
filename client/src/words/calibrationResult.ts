/** What a calibration says, in words. */
import type { MeasuredDuration } from '@core/calibration/duration'
import type { KitFigure } from '@core/calibration/figure'
import type { Estimate } from '@core/calibration/fit'
import type { CalibrationResult } from '@core/calibration/result'
import type { KitItem, Strobe } from '@core/kit/kit'
import { formatPower } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'
import { plain, stops } from './format'

const against = (estimate: Estimate): string => `± ${estimate.uncertaintyStops.toFixed(2)}`

/** What else came out by the way. */
export function otherWords({ figure, stops: off, uncertaintyStops }: Estimate): string {
  const by = `${stops(off)} ± ${uncertaintyStops.toFixed(2)}`
  switch (figure.kind) {
    case 'attenuation':
      return (
        `A metre of this water took ${plain(off, 2)} ± ${uncertaintyStops.toFixed(2)} stop beyond ` +
        `pure water: an extra attenuation of ${plain(Math.max(0, off) * Math.LN2, 2)} /m, to be typed ` +
        'under Subject.'
      )
    case 'output':
      return `The head gives ${by} stop against its guide number.`
    case 'mark':
      return `Its mark gives ${by} stop against full power.`
    case 'meter':
      return `The meter may read ${by} stop too high.`
    default:
      return ''
  }
}

/** What a figure is called beside its value. */
export function figureName({ kind, id, at }: KitFigure, kit: ReadonlyMap<string, KitItem>): string {
  const item = kit.get(id)
  switch (kind) {
    case 'output':
      return 'The head at full power'
    case 'mark':
      return item?.kind === 'strobe'
        ? `${formatPower(item.dial, at ?? 0)} against full power`
        : 'Its mark'
    case 'highSpeed':
      return `${nameOf('shutter', at ?? 0)} in high-speed sync, more lost`
    case 'water':
      return 'The head under water'
    case 'loss':
      return `${item?.name ?? 'The modifier'}, more taken`
    case 'meter':
      return `${item?.name ?? 'The meter'}, reads too high`
    default:
      return kind
  }
}

/** "1/230 s ± 10 %" */
const durationWords = (strobe: Strobe, { powerStops, t01, uncertainty }: MeasuredDuration) =>
  `t0.1 at ${formatPower(strobe.dial, powerStops)}: ` +
  `1/${Number((1 / t01).toPrecision(2))} s ± ${Math.round(uncertainty * 100)} %`

/** "Guide number 36 → 33.2 m, ± 0.12 stop": what adopting changes, one line a figure. */
export function changeLines({
  item,
  after,
  estimates,
  points,
  durations
}: CalibrationResult): string[] {
  if (item === after) return []
  if (item.kind === 'strobe' && durations.length > 0)
    return durations.map((each) => durationWords(item, each))
  if (item.kind === 'strobe' && after.kind === 'strobe')
    return strobeLines(item, after, (kind) => estimates.find(({ figure }) => figure.kind === kind))
  if (item.kind === 'modifier' && after.kind === 'modifier') {
    const unsure = `± ${(after.lossUncertaintyStops ?? 0).toFixed(2)}`
    return points.length > 1
      ? [
          `A table of ${points.length} angles in place of loss and geometry, ` +
            `${stops(points[0]!.stops)} ${unsure} stop on the axis`
        ]
      : [`Loss ${plain(item.lossStops, 2)} → ${after.lossStops.toFixed(2)} stops ${unsure}`]
  }
  if (item.kind === 'meter' && after.kind === 'meter')
    return [
      `Reads too high by ${stops(item.offsetStops)} → ${stops(after.offsetStops)} stop ` +
        `± ${(after.offsetUncertaintyStops ?? 0).toFixed(2)}`
    ]
  return []
}

function strobeLines(
  item: Strobe,
  after: Strobe,
  of: (kind: Estimate['figure']['kind']) => Estimate | undefined
): string[] {
  const lines: string[] = []
  const output = of('output')
  if (output && after.guideNumberM !== item.guideNumberM)
    lines.push(
      `Guide number ${plain(item.guideNumberM)} → ${plain(after.guideNumberM)} m, ${against(output)} stop`
    )
  else if (output)
    lines.push(`Guide number ${plain(item.guideNumberM)} m stands, ${against(output)} stop`)
  const marks = after.marks.filter((mark) => !item.marks.includes(mark))
  if (marks.length > 0) {
    const worst = marks.reduce((a, b) => (Math.abs(b.stops) > Math.abs(a.stops) ? b : a))
    lines.push(
      `${marks.length} ${marks.length === 1 ? 'mark' : 'marks'} against full power, the worst ` +
        `${formatPower(item.dial, worst.powerStops)} by ${stops(worst.stops)} ± ` +
        worst.uncertaintyStops.toFixed(2)
    )
  }
  for (const loss of after.highSpeedLosses.filter((each) => !item.highSpeedLosses.includes(each)))
    lines.push(
      `${nameOf('shutter', loss.shutterStops)}: ${plain(loss.stops, 2)} ± ` +
        `${loss.uncertaintyStops.toFixed(2)} stop besides the curtains`
    )
  const water = of('water')
  if (water && after.guideNumberWaterM !== null)
    lines.push(
      `Guide number under water ${item.guideNumberWaterM === null ? 'not known' : plain(item.guideNumberWaterM)} ` +
        `→ ${plain(after.guideNumberWaterM)} m, ${against(water)} stop`
    )
  if (after.beamDeg !== item.beamDeg)
    lines.push(`Beam ${plain(item.beamDeg)}° → ${plain(after.beamDeg)}°`)
  if (after.distribution !== item.distribution && after.distribution.kind === 'table')
    lines.push(`A table of ${after.distribution.points.length} angles in place of the smooth beam`)
  return lines
}
