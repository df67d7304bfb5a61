/** The picture of a frame: where it is shown from, and its bytes. */
import { useObjectUrl } from '@vueuse/core'
import { computed } from 'vue'
import type { Frame } from '@core/run/frame'
import { api } from '@/api/client'
import { useFrames } from '@/stores/frames'
import { pictureBytes, rawBytes } from './frameBytes'

/** What is fetched for one frame is kept until another is asked for. */
function once(fetched: (id: string) => Promise<Blob>): (id: string) => Promise<Blob> {
  let known: { readonly id: string; readonly bytes: Promise<Blob> } | null = null
  return (id) => {
    if (known?.id !== id) known = { id, bytes: fetched(id) }
    known.bytes.catch(() => (known = null))
    return known.bytes
  }
}

export function useFrameFile(frame: () => Frame) {
  const frames = useFrames()
  /** A picture that still waits to be sent is read from here. */
  const waiting = computed(() => frames.imageOf(frame().id))
  const waitingUrl = useObjectUrl(() => waiting.value ?? undefined)
  const url = computed(() => waitingUrl.value ?? api.imageUrl(frames.shootId, frame().id))
  const picture = once((id) => pictureBytes(frames, id))
  const rawFile = once((id) => rawBytes(frames, id))
  return {
    url,
    /** @throws Error where it is not there; asked again it is looked for again */
    file: (): Promise<Blob> => picture(frame().id),
    /** the raw file beside it, on the same terms */
    raw: (): Promise<Blob> => rawFile(frame().id)
  }
}
