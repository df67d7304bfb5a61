/** The checklist of the open shoot: as it stands, and what the user does with it. */
import { nanoid } from 'nanoid'
import { computed } from 'vue'
import { importantOpen, listedOf, type ListedItem } from '@core/prepare/listed'
import type { CheckTick } from '@core/run/tick'
import { useNotices } from '@/stores/notices'
import { usePlan } from '@/stores/plan'
import { useTicks } from '@/stores/ticks'
import { checkItemWords } from '@/words/prepare'

/** Under this name it is noted that it was said. */
const BEGUN = 'begun-open'

export function useChecklist() {
  const store = usePlan()
  const ticks = useTicks()
  const notices = useNotices()
  const items = computed(() => (store.plan ? listedOf(store.plan, ticks.notes) : []))
  const open = computed(() => importantOpen(items.value))

  const mark = ({ key }: ListedItem, to: CheckTick['mark'], why = ''): void =>
    ticks.say({ kind: 'check', item: key, mark: to, why })
  /** @param by −1 earlier, 1 later, among those of its own part */
  const move = (item: ListedItem, by: -1 | 1): void => {
    const part = items.value.filter(({ when }) => when === item.when)
    const at = part.findIndex(({ key }) => key === item.key)
    const other = part[at + by]
    if (!other) return
    const keys = items.value.map(({ key }) => key)
    const [from, to] = [keys.indexOf(item.key), keys.indexOf(other.key)]
    keys[from] = other.key
    keys[to] = item.key
    ticks.say({ kind: 'check-order', items: keys })
  }
  const add = (when: ListedItem['when'], text: string): void =>
    ticks.say({ kind: 'own-check', item: `added-${nanoid()}`, when, text })
  const remove = ({ key, when, about }: ListedItem): void => {
    ticks.say({ kind: 'own-check', item: key, when, text: '' })
    notices.say(`“${about}” taken out`, () =>
      ticks.say({ kind: 'own-check', item: key, when, text: about })
    )
  }
  /** Begun without something important: said once for the shoot. */
  const begun = (): void => {
    if (open.value.length === 0 || ticks.notes.told.has(BEGUN)) return
    ticks.say({ kind: 'told', what: BEGUN })
    const { length } = open.value
    notices.say(
      `Begun with ${length} important step${length === 1 ? '' : 's'} of Prepare open: ` +
        checkItemWords(open.value[0]!, Date.now()).what
    )
  }
  return { begun, items, open, mark, move, add, remove }
}
