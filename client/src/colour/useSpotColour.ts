/** The colour of a spot in a frame, by its raw file or its picture, as the spot is moved. */
import { onBeforeUnmount, ref, shallowRef, watch, type Ref } from 'vue'
import { isFromCamera } from '@core/measure/exif'
import { pictureBytes, rawBytes } from '@/run/frameBytes'
import type { PatchSpot } from '@/run/PatchPicture.vue'
import { useFrames } from '@/stores/frames'
import type { RunFrame } from '@/stores/runFrame'
import { spotColour, type SpotColour } from './spotColour'

/**
 * @param open whether anybody looks
 * @returns the picture's address, empty until it is there; the colour and the spot it is of, null
 *   until it is read; why not, in words
 */
export function useSpotColour(
  record: Ref<RunFrame | null>,
  spot: Ref<PatchSpot>,
  open: Ref<boolean>
) {
  const frames = useFrames()
  const url = ref('')
  const picture = shallowRef<Blob | null>(null)
  /** null where there is none, or none whose colours can be told */
  const raw = shallowRef<Blob | null>(null)
  const colour = shallowRef<(SpotColour & { readonly at: PatchSpot }) | null>(null)
  const failure = ref('')

  const forget = (): void => {
    if (url.value) URL.revokeObjectURL(url.value)
    url.value = ''
    picture.value = raw.value = null
    colour.value = null
  }
  const idOf = (): string | undefined => record.value?.frame.id
  watch([idOf, open, () => record.value?.hasRaw], async ([id, isOpen, hasRaw]) => {
    forget()
    failure.value = ''
    if (!isOpen || id === undefined) return
    try {
      const shown = await pictureBytes(frames, id)
      // Without its raw file the picture is read.
      const [rawFile, missing] = await (hasRaw ? rawBytes(frames, id) : Promise.resolve(null)).then(
        (file) => [file, ''] as const,
        (error: Error) => [null, error.message] as const
      )
      if (id !== idOf() || !open.value) return
      failure.value = missing
      raw.value = rawFile
      picture.value = shown
      url.value = URL.createObjectURL(shown)
    } catch (error) {
      failure.value = (error as Error).message
    }
  })
  watch([spot, picture, raw], async ([at, shown, rawFile]) => {
    if (!shown || !record.value) return
    const { hasRaw } = record.value
    const { id: key, plan } = record.value.frame
    const rendered = { balance: plan.balance, curve: plan.camera.files.toneCurve }
    const asked = (): boolean =>
      at === spot.value && shown === picture.value && rawFile === raw.value
    try {
      const found = await spotColour(key, rawFile ?? shown, at, rendered)
      // A picture that was made here of a raw file without its colours has none to tell.
      const made = hasRaw && found.by === 'jpeg' && !isFromCamera(found.exif)
      if (asked() && !made) colour.value = { ...found, at }
    } catch (error) {
      if (!asked()) return
      failure.value = (error as Error).message
      raw.value = null
    }
  })
  onBeforeUnmount(forget)
  return { url, colour, failure }
}
