/**
 * One shoot being saved: the version its changes began from, the writes sent for them that were not
 * acknowledged, and the plan as it is now. A write states its version and carries a name; when the
 * server has moved on, the name tells whether that was this session's own write. What answers for
 * another shoot cannot reach this one.
 */
import { dequal } from 'dequal/lite'
import { nanoid } from 'nanoid'
import { ref, shallowRef } from 'vue'
import type { Plan } from '@core/plan/plan'
import type { Shoot } from '@core/api/api'
import { type ApiProblem } from '@/api/client'
import type { Draft } from '@/kept/drafts'

export type SaveState = 'saved' | 'waiting' | 'saving' | 'offline' | 'refused' | 'conflict'

export interface SavePorts {
  readonly savePlan: (
    id: string,
    version: number,
    plan: Plan,
    write: string,
    leaving?: boolean
  ) => Promise<Shoot>
  readonly shoot: (id: string) => Promise<Shoot>
  readonly keepDraft: (id: string, draft: Draft) => boolean
  readonly dropDraft: (id: string) => void
}

const DELAY_MS = 500
const RETRY_MS = 4000
const DRAFT_MS = 60

/** @param draft what this browser had kept of it */
export function saveSession(shoot: Shoot, draft: Draft | null, ports: SavePorts) {
  const { id } = shoot
  const state = ref<SaveState>('saved')
  const savedAt = ref(new Date(shoot.updatedAt))
  const refusal = ref('')
  const theirs = shallowRef<Shoot | null>(null)
  /** whether unsaved changes are also kept in this browser */
  const kept = ref(true)
  let { version } = shoot
  let plan = shoot.plan
  let savedPlan: Plan | null = shoot.plan
  let tried: Plan | null = null
  let sent: readonly string[] = []
  let running: Promise<void> | null = null
  let ended = false
  let timer: ReturnType<typeof setTimeout> | undefined
  let draftTimer: ReturnType<typeof setTimeout> | undefined

  const isMine = (at: Shoot): boolean => at.lastWrite !== null && sent.includes(at.lastWrite)

  const keepNow = (): void => {
    clearTimeout(draftTimer)
    if (plan !== savedPlan) kept.value = ports.keepDraft(id, { version, sent, plan })
  }

  const acknowledge = (at: Shoot, written: Plan): void => {
    version = at.version
    savedPlan = written
    savedAt.value = new Date(at.updatedAt)
    refusal.value = ''
    sent = []
    if (plan !== written) return void keepNow()
    clearTimeout(draftTimer)
    state.value = 'saved'
    ports.dropDraft(id)
  }

  const soon = (ms: number): void => {
    clearTimeout(timer)
    if (!ended) timer = setTimeout(() => void write(), ms)
  }

  /** The server has another version: this session's own, the same plan, or somebody else's. */
  const meet = (at: Shoot): void => {
    if (dequal(at.plan, plan)) return acknowledge(at, plan)
    if (isMine(at)) {
      version = at.version
      savedPlan = null
      return
    }
    state.value = 'conflict'
    theirs.value = at
    keepNow()
  }

  const fail = (problem: ApiProblem): void => {
    state.value = problem.unreachable ? 'offline' : 'refused'
    refusal.value = problem.message
    if (problem.passing) soon(RETRY_MS)
    // What the server will not take as it is, is sent again when it has changed.
    else if (plan !== tried) soon(DELAY_MS)
  }

  const attempt = async (): Promise<void> => {
    const written = (tried = plan)
    const name = nanoid()
    sent = [...sent, name]
    // The name is kept before the write goes out: its answer may never come.
    keepNow()
    try {
      acknowledge(await ports.savePlan(id, version, written, name), written)
    } catch (error) {
      if ((error as ApiProblem).status !== 409) throw error
      meet(await ports.shoot(id))
    }
  }

  const writeAll = async (): Promise<void> => {
    try {
      while (plan !== savedPlan && state.value !== 'conflict') {
        state.value = 'saving'
        await attempt()
      }
    } catch (error) {
      fail(error as ApiProblem)
    }
  }
  /** Sends what is not saved yet; one write at a time. */
  const write = (): Promise<void> => {
    clearTimeout(timer)
    return (running ??= writeAll().finally(() => (running = null)))
  }

  const change = (next: Plan): void => {
    if (next === plan) return
    plan = next
    if (plan === savedPlan && !running && state.value !== 'conflict') {
      clearTimeout(timer)
      clearTimeout(draftTimer)
      state.value = 'saved'
      return ports.dropDraft(id)
    }
    // After the key press has shown its effect: the safety copy must not hold it up.
    clearTimeout(draftTimer)
    draftTimer = setTimeout(keepNow, DRAFT_MS)
    if (state.value === 'conflict' || running) return
    if (state.value === 'saved') state.value = 'waiting'
    soon(DELAY_MS)
  }

  const takeUp = (found: Draft): void => {
    sent = found.sent
    plan = found.plan
    state.value = 'waiting'
    if (found.version === version) savedPlan = null
    else {
      const at = shoot
      ;({ version } = found)
      savedPlan = null
      meet(at)
    }
    if (state.value === 'waiting') soon(DELAY_MS)
  }
  if (draft && dequal(draft.plan, shoot.plan)) ports.dropDraft(id)
  else if (draft) takeUp(draft)

  return {
    id,
    state,
    savedAt,
    refusal,
    theirs,
    kept,
    /** the plan as it is now: the server's, or the unsaved changes taken up again */
    plan: () => plan,
    change,
    write,
    keepMine: async (): Promise<void> => {
      if (!theirs.value) return
      version = theirs.value.version
      theirs.value = null
      savedPlan = null
      state.value = 'waiting'
      await write()
    },
    /** @param taken the plan in hand that now equals the server's */
    takeTheirs: (taken: Plan): void => {
      if (!theirs.value) return
      const at = theirs.value
      theirs.value = null
      plan = taken
      acknowledge(at, taken)
    },
    /**
     * News that the server has another version. With nothing unsaved here it is taken up; a change
     * of one's own meets it when it is sent.
     * @returns the plan that was taken up, or null
     */
    follow: async (news: number): Promise<Plan | null> => {
      if (news <= version || state.value !== 'saved' || running) return null
      const before = plan
      const at = await ports.shoot(id)
      if (ended || plan !== before || state.value !== 'saved' || at.version <= version) return null
      plan = at.plan
      acknowledge(at, plan)
      return plan
    },
    /** The page goes away: what is waiting is kept here, and sent if there is still time. */
    leavePage: (): void => {
      if (plan === savedPlan) return
      const waiting = state.value === 'waiting'
      const name = nanoid()
      if (waiting) sent = [...sent, name]
      keepNow()
      if (waiting) void ports.savePlan(id, version, plan, name, true).catch(() => undefined)
    },
    /**
     * Another shoot is opened: what is waiting goes out now, what fails stays in the draft.
     * @returns when nothing of this session is under way any more
     */
    end: async (): Promise<void> => {
      ended = true
      keepNow()
      if (state.value === 'waiting') void write()
      clearTimeout(timer)
      await running
    }
  }
}
export type SaveSession = ReturnType<typeof saveSession>
