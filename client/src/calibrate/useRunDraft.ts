/**
 * A calibration in hand: changed step by step with undo, saved as it changes, kept in this browser
 * until the server has it.
 */
import { useDebounceFn } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import { calibrationSchema, type Calibration } from '@core/calibration/calibration'
import type { CalibrationRecord } from '@core/api/api'
import type { ApiProblem } from '@/api/client'
import { forget, keep, keptKeys, readKept } from '@/kept/storage'
import { useCalibrations } from '@/stores/calibrations'

const KEY = 'fine-spark.calibration.'
const SAVE_MS = 400
const AGAIN_MS = 4000
const MOST_UNDO = 100

export interface RunDraft extends Omit<CalibrationRecord, 'version'> {
  /** null: the server has none of it yet */
  readonly version: number | null
}

/** What this browser keeps that the server has not taken, by name. */
export function keptRuns(kitId: string): RunDraft[] {
  return keptKeys(KEY).flatMap((key): RunDraft[] => {
    try {
      const kept = JSON.parse(readKept(key) ?? 'null') as RunDraft | null
      const opened = calibrationSchema.safeParse(kept?.calibration)
      return kept && kept.kitId === kitId && opened.success
        ? [{ ...kept, calibration: opened.data }]
        : []
    } catch {
      return []
    }
  })
}

export type SaveState = 'new' | 'saved' | 'saving' | 'waiting' | 'changed-elsewhere' | 'refused'

export function useRunDraft() {
  const calibrations = useCalibrations()
  const run = shallowRef<RunDraft | null>(null)
  const state = ref<SaveState>('new')
  const failure = ref('')
  const past = shallowRef<readonly Calibration[]>([])
  const future = shallowRef<readonly Calibration[]>([])
  let timer: ReturnType<typeof setTimeout> | undefined
  /** something was changed that the server has not been sent */
  let unsent = false
  let sending = false

  /** What lies in the browser is given up once the server has just that. */
  const settle = (draft: RunDraft): void => {
    if (readKept(KEY + draft.id) === JSON.stringify(draft)) forget(KEY + draft.id)
  }
  /** Leaves the run in hand: what was not sent goes on its way by itself, else stays kept here. */
  const leave = (): void => {
    clearTimeout(timer)
    const draft = run.value
    if (draft && unsent && !sending && state.value !== 'changed-elsewhere')
      void calibrations.save(draft, draft.version).then(
        () => settle(draft),
        () => undefined
      )
    unsent = false
  }
  const open = (draft: RunDraft): void => {
    leave()
    run.value = draft
    past.value = []
    future.value = []
    failure.value = ''
    state.value = draft.version === null ? 'new' : 'saved'
  }

  const arrived = (draft: RunDraft, version: number): void => {
    run.value = { ...draft, version }
    failure.value = ''
    if (unsent) keep(KEY + draft.id, JSON.stringify(run.value))
    else state.value = 'saved'
  }
  /** One at a time: what is changed meanwhile goes after it, from the version it brings. */
  const push = async (): Promise<void> => {
    const draft = run.value
    if (!draft || !unsent || sending || state.value === 'changed-elsewhere') return
    clearTimeout(timer)
    unsent = false
    sending = true
    state.value = 'saving'
    try {
      const saved = await calibrations.save(draft, draft.version)
      settle(draft)
      if (run.value?.id === draft.id) arrived(run.value, saved.version)
    } catch (error) {
      if (run.value?.id === draft.id) meet(error as ApiProblem)
    } finally {
      sending = false
    }
    if (unsent && state.value === 'saving') await push()
  }
  const save = useDebounceFn(push, SAVE_MS)

  const meet = (problem: ApiProblem): void => {
    unsent = true
    if (problem.passing) {
      state.value = 'waiting'
      failure.value = 'Not saved yet: the server is not reachable. It is kept in this browser.'
      timer = setTimeout(() => void push(), AGAIN_MS)
      return
    }
    state.value = problem.status === 409 ? 'changed-elsewhere' : 'refused'
    failure.value =
      problem.status === 409
        ? 'This calibration was changed elsewhere since you opened it. Nothing is lost yet.'
        : problem.message
  }

  const take = (calibration: Calibration): void => {
    run.value = { ...run.value!, calibration }
    keep(KEY + run.value.id, JSON.stringify(run.value))
    unsent = true
    if (state.value !== 'changed-elsewhere') {
      state.value = 'saving'
      void save()
    }
  }
  const change = (calibration: Calibration): void => {
    past.value = [...past.value, run.value!.calibration].slice(-MOST_UNDO)
    future.value = []
    take(calibration)
  }
  const undo = (): void => {
    const before = past.value.at(-1)
    if (!before) return
    past.value = past.value.slice(0, -1)
    future.value = [run.value!.calibration, ...future.value]
    take(before)
  }
  const redo = (): void => {
    const [next] = future.value
    if (!next) return
    future.value = future.value.slice(1)
    past.value = [...past.value, run.value!.calibration]
    take(next)
  }
  const theirs = async (): Promise<CalibrationRecord | undefined> => {
    await calibrations.load().catch(() => undefined)
    return calibrations.records?.find(({ id }) => id === run.value?.id)
  }
  /** Of two sides, mine: over what somebody else saved. */
  const saveOver = async (): Promise<void> => {
    const { version } = (await theirs()) ?? run.value!
    run.value = { ...run.value!, version }
    keep(KEY + run.value.id, JSON.stringify(run.value))
    state.value = 'saving'
    await push()
  }
  const showTheirs = async (): Promise<void> => {
    const record = await theirs()
    if (!record) return
    forget(KEY + record.id)
    unsent = false
    open(record)
  }
  const close = (): void => {
    leave()
    run.value = null
  }
  onBeforeUnmount(() => clearTimeout(timer))
  return {
    run,
    state,
    failure,
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
    open,
    close,
    change,
    undo,
    redo,
    saveOver,
    showTheirs
  }
}
export type RunInHand = ReturnType<typeof useRunDraft>
