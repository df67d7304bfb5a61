/** Keeps the page up with what others do: frames that come in, devices that come and go. */
import { useDocumentVisibility } from '@vueuse/core'
import { onBeforeUnmount, watch } from 'vue'
import { feedEventSchema, type FeedEvent } from '@core/api/devices'
import { useDevices } from '@/stores/devices'
import { useFolder } from '@/stores/folder'
import { useFrames } from '@/stores/frames'
import { useNotices } from '@/stores/notices'
import { usePlan } from '@/stores/plan'
import { useSaving } from '@/stores/saving'
import { useTicks } from '@/stores/ticks'
import { settingsDiffer } from '@/words/run'

export function useLive(): void {
  const frames = useFrames()
  const devices = useDevices()
  const folder = useFolder()
  const plan = usePlan()
  const saving = useSaving()
  const ticks = useTicks()
  const notices = useNotices()
  const seen = useDocumentVisibility()
  let source: EventSource | null = null

  /** A frame that comes in with other settings than planned is named at once. */
  const lookAtFrames = async (): Promise<void> => {
    const before = new Set(frames.frames.map(({ id }) => id))
    const shoot = frames.shootId
    await frames.lookAgain()
    if (frames.shootId !== shoot || !plan.plan) return
    frames.frames.forEach((frame, i) => {
      const differs = before.has(frame.id) ? '' : settingsDiffer(plan.plan!, frame.plan.settings)
      if (differs) notices.say(`Frame ${i + 1}: ${differs}`)
    })
  }
  const take = (event: FeedEvent): void => {
    const all = event.kind === 'everything'
    const mine = 'shootId' in event && event.shootId === frames.shootId
    if (all || (mine && event.kind === 'frames')) void lookAtFrames()
    if (all || (mine && event.kind === 'ticks')) void ticks.lookAgain()
    if (all) void saving.follow(frames.shootId, Infinity)
    else if (mine && event.kind === 'plan') void saving.follow(event.shootId, event.version)
    if (all || event.kind === 'devices') lookAtDevices()
  }
  const lookAtDevices = (): void => {
    void devices.lookAgain()
    if (frames.shootId) void folder.lookAgain(frames.shootId)
  }
  // The shoot is known a moment after the page listens.
  watch(() => frames.shootId, lookAtDevices)
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
    else lookAtDevices()
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
