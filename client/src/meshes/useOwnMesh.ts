/** The user's own mesh in the plan: read from a file, turned, scaled by a length that was measured. */
import { computed, onBeforeUnmount, ref } from 'vue'
import { quarterTurned } from '@core/model/own'
import type { Fault } from '@core/plan/open'
import { usePlan } from '@/stores/plan'
import type { MeshApi } from '@/workers/mesh.worker'
import { workerHost } from '@/workers/workerHost'

const host = workerHost<MeshApi>(
  () => new Worker(new URL('../workers/mesh.worker.ts', import.meta.url), { type: 'module' })
)

export const LENGTHS = ['widthMm', 'heightMm', 'depthMm'] as const
export type Length = (typeof LENGTHS)[number]
/** What is flat still has a thickness. */
const [LEAST_MM, MOST_MM] = [0.1, 5000] as const
const within = (mm: number): number =>
  Number(Math.min(MOST_MM, Math.max(LEAST_MM, mm)).toPrecision(6))

export function useOwnMesh() {
  const store = usePlan()
  const subject = computed(() => store.plan!.subject)
  const busy = ref(false)
  const failure = ref('')
  let reading: AbortController | null = null

  /** Sets all three lengths, the longest as long as it is now. */
  async function read(file: File): Promise<void> {
    failure.value = ''
    reading?.abort()
    const mine = (reading = new AbortController())
    busy.value = true
    try {
      const bytes = new Uint8Array(await file.arrayBuffer())
      const { mesh, size } = await host.ask((api) => api.read(file.name, bytes), mine.signal)
      if (mine.signal.aborted) return
      store.update('mesh', ({ subject: draft }) => {
        const longest = Math.max(...LENGTHS.map((length) => draft[length]))
        const factor = longest / Math.max(...size)
        LENGTHS.forEach((length, k) => (draft[length] = within(size[k]! * factor)))
        draft.own = { ...mesh, name: file.name.slice(0, 120) }
        draft.shape = 'own'
      })
    } catch (error) {
      if (!mine.signal.aborted)
        failure.value = `${file.name} cannot be used: ${(error as Error).message}.`
    } finally {
      if (reading === mine) busy.value = false
    }
  }
  const cancel = (): void => {
    reading?.abort()
    busy.value = false
  }
  onBeforeUnmount(cancel)

  /** Scales all by what one length was measured to be. */
  const scaleBy = (length: Length, mm: number): readonly Fault[] => {
    const factor = mm / subject.value[length]
    return store.update(
      'measured length',
      ({ subject: draft }) => {
        for (const each of LENGTHS)
          draft[each] = each === length ? mm : within(draft[each] * factor)
      },
      `scale ${length}`
    )
  }

  const turn = (about: 'level' | 'upright'): void =>
    void store.update('turn the mesh', ({ subject: draft }) => {
      if (!draft.own) return
      draft.own = { ...quarterTurned(draft.own, about), name: draft.own.name }
      const { widthMm, heightMm, depthMm } = draft
      if (about === 'level') Object.assign(draft, { heightMm: depthMm, depthMm: heightMm })
      else Object.assign(draft, { widthMm: depthMm, depthMm: widthMm })
    })

  return { subject, busy, failure, read, cancel, scaleBy, turn }
}
