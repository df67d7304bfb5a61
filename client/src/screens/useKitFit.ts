/** Looks through the frames of all shoots, and the bench, for what they say of the kit. */
import { onBeforeUnmount, ref, shallowRef } from 'vue'
import type { Sighting } from '@core/calibration/figure'
import { fitKit, type KitFit } from '@core/calibration/fit'
import { benchSightings, readRow } from '@core/calibration/fromBench'
import { sightingsOf } from '@core/calibration/fromFrames'
import type { KitItem } from '@core/kit/kit'
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
  /** the item each calibration measures */
  const benches = shallowRef<ReadonlyMap<string, string>>(new Map())
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
      const runs = await api.calibrations()
      benches.value = new Map(runs.map(({ id, kitId }) => [id, kitId]))
      for (const { id, calibration } of runs) {
        if (cancelled) return
        if (calibration.kind === 'duration' || calibration.practice) continue
        const reads = calibration.rows.map((row) => readRow(calibration, row, items))
        seen.push(...benchSightings(id, calibration, reads))
        await new Promise((done) => setTimeout(done))
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
  return { share, failure, fit, titles, benches, byId, look, cancel }
}
