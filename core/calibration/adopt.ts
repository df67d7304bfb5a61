/** A kit item with figures put right by what readings say of them. */
import type { KitItem, Modifier, Strobe } from '../kit/kit'
import type { Meter } from '../kit/meter'
import { WATER_SHARE } from '../light/strobe'
import { highSpeedPenalty, markStops } from '../light/output'
import type { Estimate } from './fit'
import { thinned } from './thinned'

const MOST_LOSS = 8
/** What the schema holds of a ±. */
const [LEAST_OFF, MOST_OFF] = [0.01, 3]
/** What a table by angle holds, stops. */
const [WEAKEST, STRONGEST] = [-20, 4]

const between = (least: number, value: number, most: number): number =>
  Math.min(most, Math.max(least, value))
const kept = (uncertaintyStops: number): number =>
  Number(between(LEAST_OFF, uncertaintyStops, MOST_OFF).toFixed(3))
const tidy = (stops: number): number => Number(stops.toFixed(3))
const of = (estimates: readonly Estimate[], kind: Estimate['figure']['kind']): Estimate[] =>
  estimates
    .filter(({ figure }) => figure.kind === kind)
    .sort((a, b) => (a.figure.at ?? 0) - (b.figure.at ?? 0))

/** What a table of the kit holds. */
interface Table {
  readonly least: number
  readonly most: number
  readonly rows: number
}
const MARKS: Table = { least: -14, most: -0.05, rows: 80 }
const SHUTTERS: Table = { least: 0, most: 16, rows: 30 }
/** Nearer than this two rows are one. */
const SAME = 0.05

/** A table with rows put in place of those at the same place; rising, within what it holds. */
function merged<Row>(
  old: readonly Row[],
  rows: readonly Row[],
  at: (row: Row) => number,
  { least, most, rows: count }: Table
): Row[] {
  const inside = rows
    .filter((row) => at(row) >= least && at(row) <= most)
    .sort((a, b) => at(a) - at(b))
    .filter((row, i, all) => i === 0 || at(row) - at(all[i - 1]!) > 1e-6)
  const stays = old.filter((row) => !inside.some((each) => Math.abs(at(each) - at(row)) < SAME))
  return thinned(
    [...stays, ...inside].sort((a, b) => at(a) - at(b)),
    count
  )
}

function withOutput(strobe: Strobe, estimate: Estimate): Strobe {
  // Twice the light carries √2 as far.
  const scaled = (metres: number): number =>
    Number((metres * 2 ** (estimate.stops / 2)).toPrecision(4))
  return {
    ...strobe,
    guideNumberM: scaled(strobe.guideNumberM),
    guideNumberWaterM: strobe.guideNumberWaterM && scaled(strobe.guideNumberWaterM),
    zoom: strobe.zoom.map((row) => ({ ...row, guideNumberM: scaled(row.guideNumberM) })),
    guideNumberFromWater: false,
    outputUncertaintyStops: kept(estimate.uncertaintyStops)
  }
}

function correctedStrobe(strobe: Strobe, estimates: readonly Estimate[]): Strobe {
  let after = strobe
  for (const each of of(estimates, 'output')) after = withOutput(after, each)
  const marks = of(estimates, 'mark').map(({ figure, stops, uncertaintyStops }) => ({
    powerStops: figure.at!,
    stops: tidy(between(-4, markStops(strobe, figure.at!) + stops, 4)),
    uncertaintyStops: kept(uncertaintyStops)
  }))
  const losses = of(estimates, 'highSpeed').map(({ figure, stops, uncertaintyStops }) => ({
    shutterStops: figure.at!,
    stops: tidy(between(-1, highSpeedPenalty(strobe, figure.at!) + stops, 6)),
    uncertaintyStops: kept(uncertaintyStops)
  }))
  const [water] = of(estimates, 'water')
  return {
    ...after,
    marks: merged(after.marks, marks, ({ powerStops }) => powerStops, MARKS),
    highSpeedLosses: merged(
      after.highSpeedLosses,
      losses,
      ({ shutterStops }) => shutterStops,
      SHUTTERS
    ),
    guideNumberWaterM: water
      ? Number(
          (
            (after.guideNumberWaterM ?? WATER_SHARE * after.guideNumberM) *
            2 ** (water.stops / 2)
          ).toPrecision(4)
        )
      : after.guideNumberWaterM
  }
}

function correctedModifier(modifier: Modifier, estimates: readonly Estimate[]): Modifier {
  const [loss] = of(estimates, 'loss')
  if (!loss) return modifier
  return {
    ...modifier,
    lossStops:
      modifier.measured.length > 0
        ? modifier.lossStops
        : tidy(between(0, modifier.lossStops + loss.stops, MOST_LOSS)),
    measured: modifier.measured.map((point) => ({
      ...point,
      stops: tidy(between(WEAKEST, point.stops - loss.stops, STRONGEST))
    })),
    lossUncertaintyStops: kept(loss.uncertaintyStops)
  }
}

function correctedMeter(meter: Meter, estimates: readonly Estimate[]): Meter {
  const [off] = of(estimates, 'meter')
  if (!off) return meter
  return {
    ...meter,
    offsetStops: tidy(between(-3, meter.offsetStops + off.stops, 3)),
    offsetUncertaintyStops: kept(off.uncertaintyStops)
  }
}

/**
 * An item with its figures put right by estimates of them; those of other items are passed over, so
 * is what only a table by angle can hold. The same item where there is nothing to put right.
 */
export function corrected(item: KitItem, estimates: readonly Estimate[]): KitItem {
  const own = estimates.filter(({ figure }) => figure.id === item.id)
  if (own.length === 0) return item
  switch (item.kind) {
    case 'strobe':
      return correctedStrobe(item, own)
    case 'modifier':
      return correctedModifier(item, own)
    case 'meter':
      return correctedMeter(item, own)
    default:
      return item
  }
}
