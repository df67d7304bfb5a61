/** News from the server, as long as somebody sees the page. */
import { useDocumentVisibility } from '@vueuse/core'
import { onBeforeUnmount, watch } from 'vue'
import { feedEventSchema, type FeedEvent } from '@core/api/devices'

/** @param begin called when the page listens for the first time */
export function useFeed(take: (event: FeedEvent) => void, begin: () => void): void {
  const seen = useDocumentVisibility()
  let source: EventSource | null = null
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
    else begin()
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
