/**
 * Frames of the open shoot. One that the server has not taken yet waits in this browser and is sent
 * again.
 */
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Frame } from '@core/run/frame'
import type { FrameRecord } from '@core/api/api'
import { api, type ApiProblem } from '@/api/client'

const waitingKey = (shootId: string) => `fine-spark-frames-${shootId}`

export const useFrames = defineStore('frames', () => {
  const shootId = ref('')
  const records = shallowRef<readonly FrameRecord[]>([])
  const waiting = shallowRef<readonly Frame[]>([])

  const frames = computed(() => records.value.map((record) => record.frame))

  const keepWaiting = (next: readonly Frame[]) => {
    waiting.value = next
    if (next.length) localStorage.setItem(waitingKey(shootId.value), JSON.stringify(next))
    else localStorage.removeItem(waitingKey(shootId.value))
  }

  const place = (record: FrameRecord) => {
    const known = records.value.some((each) => each.frame.id === record.frame.id)
    records.value = known
      ? records.value.map((each) => (each.frame.id === record.frame.id ? record : each))
      : [...records.value, record]
  }

  /** Shows the frame at once; tells whether the server has it. */
  const put = async (frame: Frame): Promise<boolean> => {
    const old = records.value.find((record) => record.frame.id === frame.id)
    place({ frame, hasImage: old?.hasImage ?? false, seq: old?.seq ?? Number.MAX_SAFE_INTEGER })
    try {
      place(await api.putFrame(shootId.value, frame))
      keepWaiting(waiting.value.filter((each) => each.id !== frame.id))
      return true
    } catch (error) {
      keepWaiting([...waiting.value.filter((each) => each.id !== frame.id), frame])
      if ((error as ApiProblem).unreachable) return false
      throw error
    }
  }

  const sendWaiting = async (): Promise<void> => {
    for (const frame of [...waiting.value]) await put(frame)
  }

  const load = async (id: string): Promise<void> => {
    shootId.value = id
    records.value = await api.frames(id)
    waiting.value = JSON.parse(localStorage.getItem(waitingKey(id)) ?? '[]') as Frame[]
    await sendWaiting().catch(() => undefined)
  }

  const attach = async (frameId: string, image: Blob): Promise<void> => {
    await api.putImage(shootId.value, frameId, image)
    records.value = records.value.map((each) =>
      each.frame.id === frameId ? { ...each, hasImage: true } : each
    )
  }

  const remove = async (frameId: string): Promise<() => Promise<void>> => {
    const before = records.value
    await api.deleteFrame(shootId.value, frameId)
    records.value = before.filter((each) => each.frame.id !== frameId)
    return async () => {
      await api.restoreFrame(shootId.value, frameId)
      records.value = before
    }
  }

  return { shootId, records, frames, waiting, load, put, attach, remove, sendWaiting }
})
