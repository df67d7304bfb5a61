/** The picture of a frame: where it is shown from, and its bytes. */
import { useObjectUrl } from '@vueuse/core'
import { computed } from 'vue'
import type { Frame } from '@core/run/frame'
import { api } from '@/api/client'
import { useFrames } from '@/stores/frames'

export function useFrameFile(frame: () => Frame) {
  const frames = useFrames()
  /** A picture that still waits to be sent is read from here. */
  const waiting = computed(() => frames.imageOf(frame().id))
  const waitingUrl = useObjectUrl(() => waiting.value ?? undefined)
  const url = computed(() => waitingUrl.value ?? api.imageUrl(frames.shootId, frame().id))
  let known: { readonly url: string; readonly bytes: Promise<Blob> } | null = null

  const fetched = async (from: string): Promise<Blob> => {
    const response = await fetch(from)
    if (!response.ok) throw new Error('The picture is not on the server.')
    return response.blob()
  }
  /** @throws Error where it is not there; asked again it is looked for again */
  const file = (): Promise<Blob> => {
    if (waiting.value) return Promise.resolve(waiting.value)
    if (known?.url !== url.value) known = { url: url.value, bytes: fetched(url.value) }
    known.bytes.catch(() => (known = null))
    return known.bytes
  }
  return { url, file }
}
