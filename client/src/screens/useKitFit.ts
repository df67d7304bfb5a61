/** Looks through the frames of all shoots for what they say of the kit. */
import { onBeforeUnmount, ref, shallowRef } from 'vue'
import type { KitItem } from '@core/kit/kit'
import { fitKit, sightingsOf, type KitFit, type Sighting } from '@core/run/kitFit'
import { api, type ApiProblem } from '@/api/client'
import { useKit } from '@/stores/kit'
import { joined } from '@/stores/runFrame'

export function useKitFit() {
  const kit = useKit()
  /** how much of it is done; null: nothing is looked through */
  const share = ref<number | null>(null)
  const failure = ref('')
  /** null: not looked yet */
  const fit = shallowRef<KitFit | 'nothing' | null>(null)
  const titles = shallowRef<ReadonlyMap<string, string>>(new Map())
  let cancelled = false

  const byId = (): Map<string, KitItem> =>
    new Map((kit.records ?? []).map(({ item }) => [item.id, item]))

  /** One shoot after the other, with a breath between them. */
  const look = async (): Promise<void> => {
    cancelled = false
    failure.value = ''
    share.value = 0
    try {
      await kit.load()
      const shoots = (await api.shoots()).filter(({ frames }) => frames > 0)
      const items = byId()
      const seen: Sighting[] = []
      for (const [i, { id }] of shoots.entries()) {
        for (const { frame } of joined(await api.frames(id))) {
          if (cancelled) return
          seen.push(...sightingsOf(id, frame, items))
          await new Promise((done) => setTimeout(done))
        }
        share.value = (i + 1) / shoots.length
      }
      titles.value = new Map(shoots.map(({ id, title }) => [id, title]))
      fit.value = fitKit(seen) ?? 'nothing'
    } catch (error) {
      failure.value = (error as ApiProblem).message
    } finally {
      share.value = null
    }
  }
  const cancel = (): void => void (cancelled = true)
  onBeforeUnmount(cancel)
  return { share, failure, fit, titles, byId, look, cancel }
}
