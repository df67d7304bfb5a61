/**
 * Levels of patches of a frame, by the surest way there is: its raw file where mid-grey is known in
 * it, else its JPEG, with the camera's tone curve where that is known.
 */
import { computed, ref, watch } from 'vue'
import type { CameraFiles } from '@core/kit/cameraFiles'
import type { PatchLevel } from '@core/measure/patch'
import { rawGreyOf, rawLevel, type RawPatch } from '@core/measure/rawPatch'
import { cameraFilesOf } from '@core/run/cameraFiles'
import type { Frame } from '@core/run/frame'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import type { Patch } from '@/workers/frame.worker'
import { readPatches } from './frameReader'
import { readRawPatches } from './rawReader'
import { useFrameFile } from './useFrameFile'

export function useReading(frame: () => Frame) {
  const store = usePlan()
  const frames = useFrames()
  const { url, file, raw } = useFrameFile(frame)

  const hasRaw = computed(
    () => frames.records.find((record) => record.frame.id === frame().id)?.hasRaw ?? false
  )
  /** What is known now of the files of the camera that took it. */
  const files = computed(() => cameraFilesOf(frame(), store.plan!))
  const iso = (): number => frame().plan.settings.isoStops
  const grey = computed(() => rawGreyOf(files.value, iso()))
  /** what decides what a patch reads: to be read anew when it changes */
  const means = computed(() => ({ files: files.value, raw: hasRaw.value }))
  /** why the raw file could not be read; '' when it could, or was not asked */
  const rawFailure = ref('')
  watch(
    () => frame().id,
    () => (rawFailure.value = '')
  )

  const rawPatches = async (patches: readonly Patch[]): Promise<RawPatch[]> =>
    readRawPatches(frame().id, await raw(), patches)

  /** Levels as they are with what is known of the camera's files, or with what may become known. */
  const levelsBy = async (known: CameraFiles, patches: readonly Patch[]): Promise<PatchLevel[]> => {
    const by = rawGreyOf(known, iso())
    if (hasRaw.value && by.from !== 'nominal' && rawFailure.value === '') {
      try {
        return (await rawPatches(patches)).map((patch) => rawLevel(patch, by))
      } catch (error) {
        rawFailure.value = (error as Error).message
      }
    }
    return readPatches(await file(), patches, known.toneCurve)
  }
  const levels = (patches: readonly Patch[]): Promise<PatchLevel[]> =>
    levelsBy(files.value, patches)

  return { url, file, raw, hasRaw, files, grey, means, rawFailure, rawPatches, levels, levelsBy }
}
export type Reading = ReturnType<typeof useReading>
