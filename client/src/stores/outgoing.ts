/**
 * What is on its way to the server: one entry a frame, each sent by itself, so that a refused one
 * holds up no other. Kept in this browser until it has arrived (kept/outbox.ts).
 */
import { computed, ref, shallowRef, triggerRef } from 'vue'
import type { FrameRecord } from '@core/api/api'
import type { Frame } from '@core/run/frame'
import { mergeFrames } from '@core/run/merge'
import { api, type ApiProblem } from '@/api/client'
import { keyOf, outbox, type Waiting } from '@/kept/outbox'
import { joined, type RunFrame } from './runFrame'

const RETRY_MS = 4000
const MOST_MERGES = 3

/** @param arrived told of every frame the server has taken, and of its picture */
export function outgoing(arrived: {
  readonly frame: (shootId: string, frame: RunFrame) => void
  readonly image: (shootId: string, frameId: string) => void
  readonly raw: (shootId: string, frameId: string) => void
}) {
  const queue = shallowRef(new Map<string, Waiting>())
  /** whether what waits would survive this page */
  const kept = ref(true)
  /** writes to this browser that are not done yet: until then nothing is said to be kept */
  const keeping = ref(0)
  const sending = new Map<string, Promise<void>>()
  let began: Promise<void> | null = null
  let timer: ReturnType<typeof setTimeout> | undefined

  const store = async (entry: Waiting): Promise<void> => {
    queue.value.set(keyOf(entry.shootId, entry.frame.id), entry)
    triggerRef(queue)
    keeping.value++
    kept.value = await outbox.put(entry)
    keeping.value--
  }
  const drop = async (key: string): Promise<void> => {
    queue.value.delete(key)
    triggerRef(queue)
    await outbox.drop(key)
  }

  /** Writes a frame; where somebody else changed it meanwhile, both changes are kept. */
  const putFrame = async (
    shootId: string,
    frame: Frame,
    version: number | null,
    merges = 0
  ): Promise<{ readonly record: FrameRecord; readonly frame: Frame }> => {
    try {
      return { record: await api.putFrame(shootId, frame, version), frame }
    } catch (error) {
      if ((error as ApiProblem).status !== 409 || merges === MOST_MERGES) throw error
      const run = joined(await api.frames(shootId))
      const theirs = run.find((each) => each.frame.id === frame.id)
      if (!theirs) throw error
      return putFrame(shootId, mergeFrames(frame, theirs.frame), theirs.version, merges + 1)
    }
  }

  const sendFrame = async (key: string, entry: Waiting): Promise<void> => {
    const { record, frame } = await putFrame(entry.shootId, entry.frame, entry.version)
    arrived.frame(entry.shootId, { ...record, frame })
    // What is left to go is its picture, or a newer change.
    const now = queue.value.get(key)
    if (!now) return
    const newer = now.frame !== entry.frame
    await store({
      ...now,
      version: record.version,
      frameWaits: newer,
      // What the server's frame was merged with must not be lost to the newer change.
      frame: newer && frame !== entry.frame ? mergeFrames(now.frame, frame) : now.frame
    })
  }

  const sendOnce = async (key: string, entry: Waiting): Promise<void> => {
    const { shootId, image, raw } = entry
    if (entry.frameWaits) await sendFrame(key, entry)
    if (image) {
      await api.putImage(shootId, entry.frame.id, image)
      arrived.image(shootId, entry.frame.id)
    }
    // A raw file lies beside a picture: it goes after it.
    if (raw) {
      await api.putRaw(shootId, entry.frame.id, raw)
      arrived.raw(shootId, entry.frame.id)
    }
    const now = queue.value.get(key)
    if (!now || now.image !== image || now.raw !== raw) return
    if (now.frameWaits) await store({ ...now, image: null, raw: null })
    else await drop(key)
  }

  /** Sends one entry, and what is changed of it meanwhile. */
  const send = async (key: string): Promise<void> => {
    await sending.get(key)
    const entry = queue.value.get(key)
    if (!entry) return
    const work = sendOnce(key, entry).catch(async (error: ApiProblem) => {
      const now = queue.value.get(key)
      const refused = error.passing ? null : error.message
      if (now && now.refused !== refused) await store({ ...now, refused })
      throw error
    })
    sending.set(key, work)
    try {
      await work
    } finally {
      sending.delete(key)
    }
    await send(key)
  }

  const again = (): void => {
    clearTimeout(timer)
    timer = setTimeout(() => void sendAll(), RETRY_MS)
  }

  /**
   * Sends everything that waits, of whatever shoot.
   * @param refusedToo also what the server would not take before
   * @returns what the last failure said; '' when all went through
   */
  const sendAll = async (refusedToo = false): Promise<string> => {
    clearTimeout(timer)
    let failure = ''
    for (const [key, { refused }] of [...queue.value]) {
      if (refused !== null && !refusedToo) continue
      try {
        await send(key)
      } catch (error) {
        failure = (error as ApiProblem).message
        if ((error as ApiProblem).unreachable) break
      }
    }
    if ([...queue.value.values()].some((entry) => entry.refused === null)) again()
    return failure
  }

  const begin = async (): Promise<void> => {
    for (const entry of await outbox.all()) {
      const key = keyOf(entry.shootId, entry.frame.id)
      if (!queue.value.has(key)) queue.value.set(key, entry)
    }
    triggerRef(queue)
    void sendAll()
  }

  return {
    entries: computed(() => [...queue.value.values()]),
    kept,
    keeping,
    get: (shootId: string, frameId: string) => queue.value.get(keyOf(shootId, frameId)),
    /** Takes up what was left from before this page, once. */
    start: (): Promise<void> => (began ??= begin()),
    /**
     * @param version the server's, for a frame that is not waiting already
     * @throws ApiProblem when it was not taken now; it waits all the same
     */
    put: async (
      shootId: string,
      frame: Frame,
      version: number | null,
      image: Blob | null
    ): Promise<void> => {
      const key = keyOf(shootId, frame.id)
      const before = queue.value.get(key)
      await store({
        shootId,
        frame,
        version: before ? before.version : version,
        frameWaits: true,
        image: image ?? before?.image ?? null,
        raw: before?.raw ?? null,
        refused: null
      })
      try {
        await send(key)
      } catch (error) {
        again()
        throw error
      }
    },
    /**
     * A raw file for a frame that is known, here or there.
     * @throws ApiProblem when it was not taken now; it waits all the same
     */
    putRaw: async (
      shootId: string,
      frame: Frame,
      version: number | null,
      raw: Blob
    ): Promise<void> => {
      const key = keyOf(shootId, frame.id)
      const before = queue.value.get(key)
      const rest = before ?? { shootId, frame, version, frameWaits: false, image: null }
      await store({ ...rest, raw, refused: null })
      try {
        await send(key)
      } catch (error) {
        again()
        throw error
      }
    },
    sendAll,
    drop: (shootId: string, frameId: string): Promise<void> => drop(keyOf(shootId, frameId))
  }
}
