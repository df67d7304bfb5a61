/**
 * Saves the plan as it changes. Each write states the version it started from; when somebody else
 * was quicker the user is told and picks a side. Until the server has acknowledged a change it is
 * also kept in this browser.
 */
import { dequal } from 'dequal/lite'
import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import { openPlan } from '@core/plan/open'
import type { Plan } from '@core/plan/plan'
import type { Shoot, Stage } from '@core/api/api'
import { api, type ApiProblem } from '@/api/client'
import { usePlan } from './plan'

const DELAY_MS = 500
const RETRY_MS = 4000
const DRAFT_MS = 60
const draftKey = (id: string) => `fine-spark-draft-${id}`

interface Draft {
  readonly version: number
  readonly plan: Plan
}

/** What this browser kept for a shoot; null when there is nothing, or nothing that can be read. */
function readDraft(id: string): Draft | null {
  try {
    const draft = JSON.parse(localStorage.getItem(draftKey(id)) ?? 'null') as {
      version?: unknown
      plan?: unknown
    } | null
    const opened = openPlan(draft?.plan)
    return opened.ok && typeof draft?.version === 'number'
      ? { version: draft.version, plan: opened.plan }
      : null
  } catch {
    return null
  }
}

export type SaveState = 'saved' | 'waiting' | 'saving' | 'offline' | 'refused' | 'conflict'

export const useSaving = defineStore('saving', () => {
  const store = usePlan()
  const id = ref('')
  const version = ref(0)
  const stage = ref<Stage>('subject')
  const state = ref<SaveState>('saved')
  const savedAt = ref<Date | null>(null)
  const refusal = ref('')
  const theirs = shallowRef<Shoot | null>(null)
  let savedPlan: Plan | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let draftTimer: ReturnType<typeof setTimeout> | undefined
  let running = false

  const keepDraft = () => {
    if (!store.plan) return
    try {
      localStorage.setItem(
        draftKey(id.value),
        JSON.stringify({ version: version.value, plan: store.plan } satisfies Draft)
      )
    } catch {
      // A full store only costs the safety copy; the server copy still follows.
    }
  }

  const dropDraft = () => {
    clearTimeout(draftTimer)
    localStorage.removeItem(draftKey(id.value))
  }

  const settle = (shoot: Shoot, sent: Plan) => {
    version.value = shoot.version
    savedPlan = sent
    savedAt.value = new Date(shoot.updatedAt)
    if (store.plan === sent) {
      state.value = 'saved'
      dropDraft()
    }
  }

  const meetConflict = async (sent: Plan) => {
    const shoot = await api.shoot(id.value)
    // The write had got through and only its answer was lost.
    if (dequal(shoot.plan, sent)) return settle(shoot, sent)
    state.value = 'conflict'
    theirs.value = shoot
  }

  const save = async (): Promise<void> => {
    clearTimeout(timer)
    if (running || !store.plan || state.value === 'conflict' || store.plan === savedPlan) return
    running = true
    const sent = store.plan
    const sentFor = id.value
    state.value = 'saving'
    try {
      const shoot = await api.savePlan(sentFor, version.value, sent)
      if (id.value === sentFor) settle(shoot, sent)
    } catch (error) {
      const problem = error as ApiProblem
      if (problem.status === 409) await meetConflict(sent).catch(() => (state.value = 'offline'))
      else {
        state.value = problem.unreachable ? 'offline' : 'refused'
        refusal.value = problem.message
        timer = setTimeout(() => void save(), RETRY_MS)
      }
    } finally {
      running = false
    }
    if (state.value === 'saving') void save()
  }

  watch(
    () => store.plan,
    (plan) => {
      if (!plan) return
      if (plan === savedPlan && !running && state.value !== 'conflict') {
        state.value = 'saved'
        dropDraft()
        return
      }
      // After the key press has shown its effect: the safety copy must not hold it up.
      clearTimeout(draftTimer)
      draftTimer = setTimeout(keepDraft, DRAFT_MS)
      if (state.value === 'conflict') return
      if (state.value === 'saved') state.value = 'waiting'
      clearTimeout(timer)
      timer = setTimeout(() => void save(), DELAY_MS)
    },
    { flush: 'sync' }
  )

  /**
   * Opens a shoot; a draft the server never got is taken up again, or set against what is there
   * now.
   */
  const load = async (shootId: string): Promise<void> => {
    await flush()
    const shoot = await api.shoot(shootId)
    id.value = shootId
    version.value = shoot.version
    stage.value = shoot.stage
    savedAt.value = new Date(shoot.updatedAt)
    savedPlan = shoot.plan
    state.value = 'saved'
    theirs.value = null
    // Opening counts as saved and clears the draft, so it is read first.
    const draft = readDraft(shootId)
    store.open(shoot.plan)
    if (!draft || dequal(draft.plan, shoot.plan)) return
    if (draft.version !== shoot.version) {
      state.value = 'conflict'
      theirs.value = shoot
    }
    store.replace(draft.plan, 'unsaved changes restored')
  }

  const keepMine = async (): Promise<void> => {
    if (!theirs.value) return
    version.value = theirs.value.version
    theirs.value = null
    state.value = 'waiting'
    savedPlan = null
    await save()
  }

  const takeTheirs = (): void => {
    const shoot = theirs.value
    if (!shoot) return
    version.value = shoot.version
    theirs.value = null
    store.replace(shoot.plan, 'the other version')
    savedPlan = store.plan
    state.value = 'saved'
    savedAt.value = new Date(shoot.updatedAt)
    dropDraft()
  }

  /** Sends at once what is still waiting, even while the page goes away. */
  const flush = async (): Promise<void> => {
    if (state.value === 'waiting') await save()
  }
  addEventListener('pagehide', () => {
    if (state.value !== 'saved') keepDraft()
    if (state.value === 'waiting' && store.plan)
      void api.savePlan(id.value, version.value, store.plan, true).catch(() => undefined)
  })

  const reach = async (next: Stage, order: readonly Stage[]): Promise<void> => {
    if (order.indexOf(next) <= order.indexOf(stage.value)) return
    stage.value = next
    await api.reach(id.value, next).catch(() => undefined)
  }

  return {
    id,
    stage,
    state,
    savedAt,
    refusal,
    theirs,
    load,
    save,
    flush,
    keepMine,
    takeTheirs,
    reach
  }
})
