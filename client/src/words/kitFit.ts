/** What readings say of the kit, in words. */
import { corrected } from '@core/calibration/adopt'
import type { FigureKind } from '@core/calibration/figure'
import { isTold, type Estimate, type KitFit } from '@core/calibration/fit'
import type { KitItem } from '@core/kit/kit'
import { formatPower } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'
import { plain, stops } from './format'

export interface Finding {
  readonly item: KitItem
  /** of one figure of the item, mark by mark where it has several */
  readonly estimates: readonly Estimate[]
  /** the item with these put right */
  readonly after: KitItem
  /** "Loss 0.5 → 1.2 ± 0.1 stops" */
  readonly words: string
  /** "7 readings in 2 shoots" */
  readonly by: string
  /** whether it is off by more than its ±: worth putting right */
  readonly told: boolean
}

/** Figures a finding is of; what only a run on the bench can tell is not among them. */
const FOUND: readonly FigureKind[] = ['output', 'mark', 'highSpeed', 'loss', 'meter', 'water']

const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`

const worst = (estimates: readonly Estimate[]): Estimate =>
  estimates.reduce((a, b) => (Math.abs(b.stops) > Math.abs(a.stops) ? b : a))

/** "GN 28 → 31 m, ± 6 %"; a guide number goes by the root of the light. */
function figureWords(item: KitItem, after: KitItem, estimates: readonly Estimate[]): string {
  const { figure, stops: off, uncertaintyStops } = worst(estimates)
  const unsure = uncertaintyStops.toFixed(1)
  if (item.kind === 'modifier' && after.kind === 'modifier')
    return item.measured.length > 0
      ? `All of its table by ${stops(-off)} ± ${unsure} stops`
      : `Loss ${plain(item.lossStops, 2)} → ${after.lossStops.toFixed(1)} ± ${unsure} stops`
  if (item.kind === 'meter' && after.kind === 'meter')
    return `Reads too high by ${stops(item.offsetStops)} → ${stops(after.offsetStops)} ± ${unsure} stop`
  if (item.kind !== 'strobe' || after.kind !== 'strobe') return ''
  const metres = (was: number, is: number): string =>
    `${plain(was)} → ${plain(is)} m ± ${plain(is * (2 ** (uncertaintyStops / 2) - 1), 2)}`
  switch (figure.kind) {
    case 'output':
      return `Guide number ${metres(item.guideNumberM, after.guideNumberM)}`
    case 'mark':
      return (
        `${count(estimates.length, 'mark', 'marks')} of its dial, the worst ` +
        `${formatPower(item.dial, figure.at ?? 0)} by ${stops(off)} ± ${unsure} stop`
      )
    case 'highSpeed':
      return `${nameOf('shutter', figure.at ?? 0)} in high-speed sync by ${stops(-off)} ± ${unsure} stop`
    case 'water':
      return after.guideNumberWaterM === null
        ? ''
        : `Under water ${metres(item.guideNumberWaterM ?? after.guideNumberWaterM, after.guideNumberWaterM)}`
    default:
      return ''
  }
}

function byWords(estimates: readonly Estimate[]): string {
  const most = (of: (each: Estimate) => number): number => Math.max(...estimates.map(of))
  const [shoots, benches] = [most((each) => each.shoots), most((each) => each.benches)]
  const places = [
    ...(shoots > 0 ? [count(shoots, 'shoot', 'shoots')] : []),
    ...(benches > 0 ? [count(benches, 'calibration', 'calibrations')] : [])
  ]
  const readings = estimates.reduce((sum, each) => sum + each.sightings, 0)
  return `${count(readings, 'reading', 'readings')} in ${places.join(' and ')}`
}

/** Items that readings speak of, those worth putting right first. */
export function findings(fit: KitFit, kit: ReadonlyMap<string, KitItem>): Finding[] {
  const groups = new Map<string, Estimate[]>()
  for (const estimate of fit.estimates) {
    const { kind, id } = estimate.figure
    if (!FOUND.includes(kind) || !kit.has(id)) continue
    const key = `${kind} ${id}`
    groups.set(key, [...(groups.get(key) ?? []), estimate])
  }
  return [...groups.values()]
    .map((all): Finding => {
      const item = kit.get(all[0]!.figure.id)!
      const told = all.filter(isTold)
      const estimates = told.length > 0 ? told : all
      const after = corrected(item, estimates)
      return {
        item,
        estimates,
        after,
        words: figureWords(item, after, estimates),
        by: byWords(estimates),
        told: told.length > 0
      }
    })
    .sort((a, b) => Number(b.told) - Number(a.told) || a.item.name.localeCompare(b.item.name))
}

/** "Ground beetle: −2.1 against the kit’s figures" */
export const strayWords = (title: string, offStops: number): string =>
  `${title}: ${stops(offStops)} against the kit’s figures`
