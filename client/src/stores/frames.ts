/** Frames of the open shoot: those the server has, with what is on its way put over them. */
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { RunFrames } from '@core/api/api'
import type { Frame } from '@core/run/frame'
import { api, type ApiProblem } from '@/api/client'
import type { Waiting } from '@/kept/outbox'
import { outgoing } from './outgoing'
import { joined, type RunFrame } from './runFrame'

/** A browser that is slow to say what it kept does not hold up the run. */
const SLOW_MS = 500

export const useFrames = defineStore('frames', () => {
  const shootId = ref('')
  const onServer = shallowRef<readonly RunFrame[]>([])
  const unreadable = shallowRef<RunFrames['unreadable']>([])
  /** Frames deleted before the server ever had them, until the page is left. */
  const givenUp = new Map<string, Waiting>()
  let asked = 0

  const out = outgoing({
    frame: (shoot, record) => {
      if (shoot !== shootId.value) return
      const others = onServer.value.filter((each) => each.frame.id !== record.frame.id)
      onServer.value = [...others, record].sort((a, b) => a.seq - b.seq)
    },
    image: (shoot, frameId) => {
      if (shoot === shootId.value)
        onServer.value = onServer.value.map((each) =>
          each.frame.id === frameId ? { ...each, hasImage: true } : each
        )
    },
    raw: (shoot, frameId) => {
      if (shoot === shootId.value)
        onServer.value = onServer.value.map((each) =>
          each.frame.id === frameId ? { ...each, hasRaw: true } : each
        )
    }
  })

  const waiting = computed(() =>
    out.entries.value.filter((entry) => entry.shootId === shootId.value)
  )
  const records = computed<readonly RunFrame[]>(() => {
    const mine = new Map(waiting.value.map((entry) => [entry.frame.id, entry]))
    const over = onServer.value.map((record) => {
      const entry = mine.get(record.frame.id)
      mine.delete(record.frame.id)
      return entry
        ? {
            ...record,
            frame: entry.frame,
            hasImage: record.hasImage || entry.image !== null,
            hasRaw: record.hasRaw || entry.raw !== null
          }
        : record
    })
    const ahead = [...mine.values()].map(({ frame, image, raw }) => ({
      frame,
      version: null,
      hasImage: image !== null,
      hasRaw: raw !== null,
      seq: Number.MAX_SAFE_INTEGER
    }))
    return [...over, ...ahead]
  })

  const put = (shoot: string, frame: Frame, image: Blob | null = null): Promise<void> => {
    const known = onServer.value.find((each) => each.frame.id === frame.id)
    return out.put(shoot, frame, known?.version ?? null, image)
  }

  const putRaw = (shoot: string, frame: Frame, raw: Blob): Promise<void> => {
    const known = onServer.value.find((each) => each.frame.id === frame.id)
    return out.putRaw(shoot, frame, known?.version ?? null, raw)
  }

  const refresh = async (id: string): Promise<void> => {
    const mine = ++asked
    const run = await api.frames(id)
    if (mine !== asked) return
    shootId.value = id
    onServer.value = joined(run)
    unreadable.value = run.unreadable
  }

  /** Looks again at what the server has, when news came that something changed. */
  let looking: Promise<void> | null = null
  let moreNews = false
  const lookAgain = async (): Promise<void> => {
    moreNews = true
    if (looking || !shootId.value) return looking ?? undefined
    looking = (async () => {
      while (moreNews) {
        moreNews = false
        const before = onServer.value
        const id = shootId.value
        // What is put or deleted meanwhile is newer than what this brings: it is asked again.
        const run = await api.frames(id).catch(() => null)
        if (!run || id !== shootId.value) continue
        if (onServer.value !== before) moreNews = true
        else {
          onServer.value = joined(run)
          unreadable.value = run.unreadable
        }
      }
    })().finally(() => (looking = null))
    return looking
  }

  const load = async (id: string): Promise<void> => {
    if (id !== shootId.value) {
      shootId.value = ''
      onServer.value = []
    }
    await refresh(id)
    await Promise.race([out.start(), new Promise((done) => setTimeout(done, SLOW_MS))])
  }

  const remove = async (frame: Frame): Promise<void> => {
    const shoot = shootId.value
    const entry = out.get(shoot, frame.id)
    await api.deleteFrame(shoot, frame.id).catch((error: ApiProblem) => {
      // One the server never took is only here.
      const onlyHere = entry?.version === null && (error.unreachable || error.status === 404)
      if (!onlyHere) throw error
      givenUp.set(frame.id, entry)
    })
    await out.drop(shoot, frame.id)
    if (shoot === shootId.value)
      onServer.value = onServer.value.filter((each) => each.frame.id !== frame.id)
  }
  const restore = async (shoot: string, frameId: string): Promise<void> => {
    const entry = givenUp.get(frameId)
    givenUp.delete(frameId)
    if (entry) {
      await put(shoot, entry.frame, entry.image)
      return entry.raw ? putRaw(shoot, entry.frame, entry.raw) : undefined
    }
    await api.restoreFrame(shoot, frameId)
    if (shoot === shootId.value) await refresh(shoot)
  }

  return {
    shootId,
    records,
    frames: computed(() => records.value.map((record) => record.frame)),
    unreadable,
    waiting,
    /** what waits of any shoot */
    queued: out.entries,
    kept: out.kept,
    keeping: out.keeping,
    start: out.start,
    load,
    lookAgain,
    put,
    putRaw,
    remove,
    restore,
    sendWaiting: out.sendAll,
    discard: (entry: Waiting) => out.drop(entry.shootId, entry.frame.id),
    imageOf: (frameId: string): Blob | null => out.get(shootId.value, frameId)?.image ?? null,
    rawOf: (frameId: string): Blob | null => out.get(shootId.value, frameId)?.raw ?? null
  }
})
