/** What frames say of the kit, in words. */
import type { KitItem } from '@core/kit/kit'
import { corrected, isTold, type Estimate, type KitFit } from '@core/run/kitFit'
import { plain, stops } from './format'

export interface Finding {
  readonly item: KitItem
  readonly estimate: Estimate
  /** the item with its figure put right */
  readonly after: KitItem
  /** "Loss 0.5 → 1.2 ± 0.1 stops" */
  readonly words: string
  /** "7 readings in 2 shoots" */
  readonly by: string
  /** whether it is off by more than its ±: worth putting right */
  readonly told: boolean
}

const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`

/** "GN 28 → 31 m, ± 6 %"; a guide number goes by the root of the light. */
function figureWords(item: KitItem, after: KitItem, { uncertaintyStops }: Estimate): string {
  if (item.kind === 'modifier' && after.kind === 'modifier')
    return (
      `Loss ${plain(item.lossStops, 2)} → ${after.lossStops.toFixed(1)} ± ` +
      `${uncertaintyStops.toFixed(1)} stops`
    )
  if (item.kind === 'strobe' && after.kind === 'strobe')
    return (
      `Guide number ${plain(item.guideNumberM)} → ${plain(after.guideNumberM)} m ± ` +
      `${plain(after.guideNumberM * (2 ** (uncertaintyStops / 2) - 1), 2)}`
    )
  return ''
}

/** Items that frames speak of, those worth putting right first. */
export function findings(fit: KitFit, kit: ReadonlyMap<string, KitItem>): Finding[] {
  return [...fit.outputs, ...fit.losses]
    .flatMap(([id, estimate]): Finding[] => {
      const item = kit.get(id)
      if (!item) return []
      const after = corrected(item, estimate)
      return [
        {
          item,
          estimate,
          after,
          words: figureWords(item, after, estimate),
          by:
            `${count(estimate.sightings, 'reading', 'readings')} in ` +
            count(estimate.shoots, 'shoot', 'shoots'),
          told: isTold(estimate)
        }
      ]
    })
    .sort((a, b) => Number(b.told) - Number(a.told) || a.item.name.localeCompare(b.item.name))
}

/** "frame of “Ground beetle”: −2.1 where −0.1 would fit" */
export const strayWords = (title: string, offStops: number): string =>
  `${title}: ${stops(offStops)} against the kit’s figures`
