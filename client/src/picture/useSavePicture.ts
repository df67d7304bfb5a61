/** Saves the picture as it is mixed and as far as it has cleared. */
import { ref } from 'vue'
import { ApiProblem } from '@/api/client'
import { useNotices } from '@/stores/notices'
import { usePlan } from '@/stores/plan'
import { savePicture, type SavedAs } from './pictureFile'
import type { Mix } from './useMix'
import { usePictureView } from './view'

export const SAVED_AS: readonly {
  readonly as: SavedAs
  readonly title: string
  readonly subtitle: string
}[] = [
  { as: 'png', title: 'PNG', subtitle: 'as shown' },
  { as: 'jpeg', title: 'JPEG', subtitle: 'as shown, with the planned settings as EXIF' },
  { as: 'tiff', title: 'TIFF, 16 bits', subtitle: 'linear light, without a tone curve' }
]

export function useSavePicture(mix: () => Mix | null) {
  const store = usePlan()
  const view = usePictureView()
  const notices = useNotices()
  const busy = ref(false)
  async function save(as: SavedAs): Promise<void> {
    const now = mix()
    if (!now || busy.value) return
    const { width, height } = now.picture
    busy.value = true
    try {
      // What is mixed is overwritten by the next mix.
      const linear = now.linear.slice()
      await savePicture({ width, height, linear }, as, view.curve, store.plan!)
    } catch (error) {
      const away = error instanceof ApiProblem && error.unreachable
      const why = away
        ? 'The server, which writes this file, cannot be reached; PNG needs none.'
        : (error as Error).message
      notices.say(`The picture was not saved. ${why}`)
    } finally {
      busy.value = false
    }
  }
  return { busy, save }
}
