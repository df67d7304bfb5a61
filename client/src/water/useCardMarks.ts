/** Where a card lies in a frame at two distances, its grey and its black, and what came of each. */
import { computed, ref, shallowReactive, watch, type Ref } from 'vue'
import type { Xyz } from '@core/colour/observer'
import { useSpotColour } from '@/colour/useSpotColour'
import type { PatchSpot } from '@/run/PatchPicture.vue'
import type { RunFrame } from '@/stores/runFrame'

export const CARD_MARKS = ['near-grey', 'far-grey', 'near-black', 'far-black'] as const
export type CardMark = (typeof CARD_MARKS)[number]
/** dark: a channel is, and may be left out */
export interface CardRead {
  readonly xyz: Xyz
  readonly trouble: 'clipped' | 'dark' | null
  readonly by: 'raw' | 'jpeg'
}

export const CARD_MARK_NAMES: Record<CardMark, string> = {
  'near-grey': 'Near, grey',
  'far-grey': 'Far, grey',
  'near-black': 'Near, black',
  'far-black': 'Far, black'
}
const MIDDLE: PatchSpot = { x: 0.5, y: 0.5, radius: 0.02 }

export function useCardMarks(record: Ref<RunFrame | null>, open: Ref<boolean>) {
  const mark = ref<CardMark>('near-grey')
  const places = shallowReactive<Partial<Record<CardMark, PatchSpot>>>({})
  const read = shallowReactive<Partial<Record<CardMark, CardRead>>>({})
  const spot = computed<PatchSpot>({
    get: () => places[mark.value] ?? MIDDLE,
    set: (value) => {
      places[mark.value] = value
      delete read[mark.value]
    }
  })
  const { url, colour, failure } = useSpotColour(record, spot, open)
  watch(colour, (found) => {
    // Only of the spot this mark was put on: what is read meanwhile may be another's.
    if (found && found.at === places[mark.value]) read[mark.value] = found
  })
  watch(
    () => record.value?.frame.id,
    () =>
      CARD_MARKS.forEach((each) => {
        delete read[each]
        delete places[each]
      })
  )
  const at = (which: CardMark): Xyz | null => {
    const found = read[which]
    return found && found.trouble !== 'clipped' ? found.xyz : null
  }
  const drop = (which: CardMark): void => {
    delete read[which]
    delete places[which]
  }
  return { mark, spot, places, read, at, drop, url, failure }
}
