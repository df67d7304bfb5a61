/**
 * Frames of the open shoot. Each goes through the outbox: it is kept in this browser, picture and
 * all, until the server has it; one that is refused holds up no other.
 */
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, triggerRef } from 'vue'
import type { FrameRecord, RunFrames } from '@core/api/api'
import type { Frame } from '@core/run/frame'
import { mergeFrames } from '@core/run/merge'
import { api, type ApiProblem } from '@/api/client'
import { keyOf, outbox, type Waiting } from '@/kept/outbox'

/** A frame with its plan, as the server has it or will have it. */
export interface RunFrame {
  readonly frame: Frame
  /** null while the server has none */
  readonly version: number | null
  readonly hasImage: boolean
  readonly seq: number
}

const RETRY_MS = 4000
const MOST_MERGES = 3

const joined = ({ frames, plans }: RunFrames): RunFrame[] =>
  frames.flatMap(({ frame, plan: hash, ...rest }) => {
    const plan = plans[hash]
    return plan ? [{ ...rest, frame: { ...frame, plan } }] : []
  })

export const useFrames = defineStore('frames', () => {
  const shootId = ref('')
  const onServer = shallowRef<readonly RunFrame[]>([])
  const unreadable = shallowRef<RunFrames['unreadable']>([])
  const queue = shallowRef(new Map<string, Waiting>())
  /** whether what waits would survive this page */
  const kept = ref(true)
  const sending = new Map<string, Promise<void>>()
  /** Frames deleted before they were sent, until the page is left. */
  const givenUp = new Map<string, Waiting>()
  let began: Promise<void> | null = null
  let asked = 0
  let timer: ReturnType<typeof setTimeout> | undefined

  const waiting = computed(() =>
    [...queue.value.values()].filter((entry) => entry.shootId === shootId.value)
  )
  /** What the server has, with what waits here put over it. */
  const records = computed<readonly RunFrame[]>(() => {
    const mine = new Map(waiting.value.map((entry) => [entry.frame.id, entry]))
    const over = onServer.value.map((record) => {
      const entry = mine.get(record.frame.id)
      mine.delete(record.frame.id)
      return entry
        ? { ...record, frame: entry.frame, hasImage: record.hasImage || entry.image !== null }
        : record
    })
    const ahead = [...mine.values()].map(({ frame, image }, i) => ({
      frame,
      version: null,
      hasImage: image !== null,
      seq: Number.MAX_SAFE_INTEGER - 1000 + i
    }))
    return [...over, ...ahead]
  })
  const frames = computed(() => records.value.map((record) => record.frame))

  const store = async (entry: Waiting): Promise<void> => {
    queue.value.set(keyOf(entry.shootId, entry.frame.id), entry)
    triggerRef(queue)
    kept.value = await outbox.put(entry)
  }
  const drop = async (key: string): Promise<void> => {
    queue.value.delete(key)
    triggerRef(queue)
    await outbox.drop(key)
  }

  const place = (shoot: string, record: RunFrame): void => {
    if (shoot !== shootId.value) return
    const others = onServer.value.filter((each) => each.frame.id !== record.frame.id)
    onServer.value = [...others, record].sort((a, b) => a.seq - b.seq)
  }

  /** Writes a frame; where somebody else changed it meanwhile, both changes are kept. */
  const putFrame = async (
    { shootId: shoot, frame, version }: Waiting,
    merges = 0
  ): Promise<{ readonly record: FrameRecord; readonly frame: Frame }> => {
    try {
      return { record: await api.putFrame(shoot, frame, version), frame }
    } catch (error) {
      const theirs =
        (error as ApiProblem).status === 409 && merges < MOST_MERGES
          ? joined(await api.frames(shoot)).find((each) => each.frame.id === frame.id)
          : undefined
      if (!theirs) throw error
      const merged = mergeFrames(frame, theirs.frame)
      const again = { shootId: shoot, frame: merged, version: theirs.version } as Waiting
      return putFrame(again, merges + 1)
    }
  }

  const sendOnce = async (key: string, entry: Waiting): Promise<void> => {
    const { shootId: shoot, image } = entry
    let { version } = entry
    if (entry.frameWaits) {
      const { record, frame } = await putFrame(entry)
      ;({ version } = record)
      place(shoot, { ...record, frame })
      // The frame is there; what is left to go is its picture, or a newer change.
      const now = queue.value.get(key)
      const newer = now !== undefined && now.frame !== entry.frame
      if (now)
        await store({
          ...now,
          version,
          frameWaits: newer,
          // What the server's frame was merged with must not be lost to the newer change.
          frame: newer && frame !== entry.frame ? mergeFrames(now.frame, frame) : now.frame
        })
    }
    if (image) {
      await api.putImage(shoot, entry.frame.id, image)
      if (shoot === shootId.value)
        onServer.value = onServer.value.map((each) =>
          each.frame.id === entry.frame.id ? { ...each, hasImage: true } : each
        )
    }
    const now = queue.value.get(key)
    if (now && !now.frameWaits && now.image === image) await drop(key)
    else if (now && now.image === image) await store({ ...now, image: null })
  }

  /** @returns whether the server has all of it now */
  const send = async (key: string): Promise<boolean> => {
    const under = sending.get(key)
    if (under) await under
    const entry = queue.value.get(key)
    if (!entry) return true
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
    return !queue.value.has(key) || send(key)
  }

  /**
   * Sends everything that waits, of whatever shoot.
   * @param refusedToo also what the server would not take before
   * @returns what the last failure said; '' when all went through
   */
  const sendWaiting = async (refusedToo = false): Promise<string> => {
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
    if ([...queue.value.values()].some((entry) => entry.refused === null))
      timer = setTimeout(() => void sendWaiting(), RETRY_MS)
    return failure
  }

  /** What was left from before this page. */
  const begin = async (): Promise<void> => {
    for (const entry of await outbox.all()) {
      const key = keyOf(entry.shootId, entry.frame.id)
      if (!queue.value.has(key)) queue.value.set(key, entry)
    }
    triggerRef(queue)
    void sendWaiting()
  }

  /** Takes up what was left from before, once. */
  const start = (): Promise<void> => (began ??= begin())

  const put = async (shoot: string, frame: Frame, image: Blob | null = null): Promise<void> => {
    const key = keyOf(shoot, frame.id)
    const before = queue.value.get(key)
    const known = onServer.value.find((each) => each.frame.id === frame.id)
    await store({
      shootId: shoot,
      frame,
      version: before ? before.version : (known?.version ?? null),
      frameWaits: true,
      image: image ?? before?.image ?? null,
      refused: null
    })
    try {
      await send(key)
    } catch (error) {
      clearTimeout(timer)
      timer = setTimeout(() => void sendWaiting(), RETRY_MS)
      throw error
    }
  }

  const refresh = async (id: string): Promise<void> => {
    const mine = ++asked
    const run = await api.frames(id)
    if (mine !== asked) return
    shootId.value = id
    onServer.value = joined(run)
    unreadable.value = run.unreadable
  }

  const load = async (id: string): Promise<void> => {
    if (id !== shootId.value) {
      shootId.value = ''
      onServer.value = []
    }
    await refresh(id)
    // A browser that is slow to say what it kept does not hold up the run.
    await Promise.race([start(), new Promise((done) => setTimeout(done, 500))])
  }

  const remove = async (frame: Frame): Promise<void> => {
    const shoot = shootId.value
    const key = keyOf(shoot, frame.id)
    const entry = queue.value.get(key)
    await api.deleteFrame(shoot, frame.id).catch((error: ApiProblem) => {
      // One the server never took is only here.
      const onlyHere = entry?.version === null && (error.unreachable || error.status === 404)
      if (!onlyHere) throw error
      givenUp.set(key, entry)
    })
    await drop(key)
    if (shoot === shootId.value)
      onServer.value = onServer.value.filter((each) => each.frame.id !== frame.id)
  }
  const restore = async (shoot: string, frameId: string): Promise<void> => {
    const entry = givenUp.get(keyOf(shoot, frameId))
    givenUp.delete(keyOf(shoot, frameId))
    if (entry) return put(shoot, entry.frame, entry.image)
    await api.restoreFrame(shoot, frameId)
    if (shoot === shootId.value) await refresh(shoot)
  }

  const imageOf = (frameId: string): Blob | null =>
    queue.value.get(keyOf(shootId.value, frameId))?.image ?? null

  return {
    shootId,
    records,
    frames,
    unreadable,
    waiting,
    /** what waits of any shoot */
    queued: computed(() => [...queue.value.values()]),
    kept,
    start,
    load,
    put,
    remove,
    restore,
    sendWaiting,
    discard: (entry: Waiting) => drop(keyOf(entry.shootId, entry.frame.id)),
    imageOf
  }
})
