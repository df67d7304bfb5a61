/** Keeps the page up with what others do: frames that come in, devices that come and go. */
import { useDocumentVisibility } from '@vueuse/core'
import { onBeforeUnmount, watch } from 'vue'
import { feedEventSchema, type FeedEvent } from '@core/api/devices'
import { useDevices } from '@/stores/devices'
import { useFrames } from '@/stores/frames'

export function useLive(): void {
  const frames = useFrames()
  const devices = useDevices()
  const seen = useDocumentVisibility()
  let source: EventSource | null = null

  const take = (event: FeedEvent): void => {
    if (
      event.kind !== 'devices' &&
      (event.kind === 'everything' || event.shootId === frames.shootId)
    )
      void frames.lookAgain()
    if (event.kind !== 'frames') void devices.lookAgain()
  }
  const close = (): void => {
    source?.close()
    source = null
  }
  // A page that nobody sees takes up no line: a browser has few to one server.
  const listen = (again: boolean): void => {
    close()
    source = new EventSource('/api/feed')
    source.addEventListener('news', ({ data }: MessageEvent<string>) =>
      take(feedEventSchema.parse(JSON.parse(data)))
    )
    if (again) take({ kind: 'everything' })
    else void devices.lookAgain()
  }
  let first = true
  watch(
    seen,
    (state) => {
      if (state === 'hidden') return close()
      listen(!first)
      first = false
    },
    { immediate: true }
  )
  onBeforeUnmount(close)
}
