/** Saving one kit item: what to offer when somebody else changed or deleted it meanwhile. */
import { ref, shallowRef } from 'vue'
import type { KitItem } from '@core/kit/kit'
import type { KitRecord } from '@core/api/api'
import { type ApiProblem } from '@/api/client'
import { useKit } from '@/stores/kit'

export function useKitSaving(itemId: string, first: number | null, saved: () => void) {
  const kit = useKit()
  const failure = ref('')
  const busy = ref(false)
  /** the item as somebody else saved it */
  const theirs = shallowRef<KitRecord | null>(null)
  const deleted = ref(false)
  let version = first

  const meet = async (problem: ApiProblem): Promise<void> => {
    deleted.value = problem.status === 410
    if (problem.status === 409) {
      await kit.load()
      theirs.value = kit.records?.find((record) => record.item.id === itemId) ?? null
    }
    failure.value = theirs.value
      ? 'This item was changed elsewhere since you opened it. Nothing is lost yet: pick the side ' +
        'that stays.'
      : deleted.value
        ? 'This item was deleted elsewhere since you opened it.'
        : problem.message
  }
  const attempt = async (work: () => Promise<void>): Promise<void> => {
    busy.value = true
    failure.value = ''
    theirs.value = null
    deleted.value = false
    try {
      await work()
      saved()
    } catch (error) {
      await meet(error as ApiProblem).catch((after: ApiProblem) => (failure.value = after.message))
    } finally {
      busy.value = false
    }
  }

  const save = (item: KitItem): Promise<void> => attempt(() => kit.save(item, version))
  return {
    failure,
    busy,
    theirs,
    deleted,
    save,
    /** Mine over what somebody else saved. */
    saveOver: (item: KitItem): Promise<void> => {
      version = theirs.value?.version ?? version
      return save(item)
    },
    /** The item as it is now becomes what is worked on. */
    takeTheirs: (): KitItem | null => {
      const taken = theirs.value
      if (!taken) return null
      ;({ version } = taken)
      theirs.value = null
      failure.value = ''
      return taken.item
    },
    bringBack: (item: KitItem): Promise<void> =>
      attempt(async () => {
        await kit.restore(item.id)
        version = kit.records?.find((record) => record.item.id === item.id)?.version ?? version
        await kit.save(item, version)
      })
  }
}
