/** Keeps the page up with what others do: frames that come in, devices that come and go. */
import { watch } from 'vue'
import type { FeedEvent } from '@core/api/devices'
import { useFeed } from '@/devices/useFeed'
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
  useFeed(take, lookAtDevices)
}
