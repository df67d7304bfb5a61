/** The picture of a frame: where it is shown from, and its bytes. */
import { useObjectUrl } from '@vueuse/core'
import { computed } from 'vue'
import type { Frame } from '@core/run/frame'
import { api } from '@/api/client'
import { useFrames } from '@/stores/frames'

/** The bytes of one address, kept until another is asked for. */
function fetchedOnce(missing: string): (url: string) => Promise<Blob> {
  let known: { readonly url: string; readonly bytes: Promise<Blob> } | null = null
  const fetched = async (url: string): Promise<Blob> => {
    const response = await fetch(url)
    if (!response.ok) throw new Error(missing)
    return response.blob()
  }
  return (url) => {
    if (known?.url !== url) known = { url, bytes: fetched(url) }
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
  const jpeg = fetchedOnce('The picture is not on the server.')
  const rawFile = fetchedOnce('The raw file is not on the server.')
  return {
    url,
    /** @throws Error where it is not there; asked again it is looked for again */
    file: (): Promise<Blob> =>
      waiting.value
        ? Promise.resolve(waiting.value)
        : // Not by the shown address: that may be the page's own for a moment longer.
          jpeg(api.imageUrl(frames.shootId, frame().id)),
    /** the raw file beside it, on the same terms */
    raw: (): Promise<Blob> => rawFile(api.rawUrl(frames.shootId, frame().id))
  }
}
