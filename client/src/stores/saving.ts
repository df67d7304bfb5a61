/**
 * Saves the plan in hand as it changes. Each shoot that is opened has a save session of its own;
 * when somebody else was quicker the user is told and picks a side. Until the server has
 * acknowledged a change it is also kept in this browser.
 */
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import type { Stage } from '@core/api/api'
import { api } from '@/api/client'
import { dropDraft, keepDraft, takeUpDraft } from '@/kept/drafts'
import { usePlan } from './plan'
import { saveSession, type SaveSession, type SaveState } from './saveSession'

const ports = { savePlan: api.savePlan, shoot: api.shoot, keepDraft, dropDraft }

export const useSaving = defineStore('saving', () => {
  const store = usePlan()
  const session = shallowRef<SaveSession | null>(null)
  const stage = ref<Stage>('subject')
  let asked = 0

  watch(
    () => store.plan,
    (plan) => plan && session.value?.change(plan),
    { flush: 'sync' }
  )

  /** Sessions of shoots left behind, until their last write is through. */
  const ending = new Map<string, Promise<void>>()

  const leave = async (): Promise<void> => {
    const left = session.value
    session.value = null
    if (!left) return
    const end = left.end()
    ending.set(left.id, end)
    await end
  }

  /**
   * Opens a shoot; unsaved changes kept here are taken up again, or set against what is there now.
   * @returns whether it is still the shoot that was asked for last
   */
  const load = async (shootId: string): Promise<boolean> => {
    const mine = ++asked
    void leave()
    await ending.get(shootId)
    const shoot = await api.shoot(shootId)
    const draft = await takeUpDraft(shootId)
    if (mine !== asked) return false
    const next = saveSession(shoot, draft, ports)
    stage.value = shoot.stage
    store.open(shoot.plan)
    if (next.plan() !== shoot.plan) store.takeOver(next.plan(), 'unsaved changes restored')
    session.value = next
    return true
  }

  const takeTheirs = (): void => {
    const at = session.value?.theirs.value
    if (!at || !session.value) return
    store.takeOver(at.plan, 'the other version')
    session.value.takeTheirs(store.plan!)
  }

  /** Another screen has saved this shoot: this one shows it too, as one step that can be undone. */
  const follow = async (shootId: string, version: number): Promise<void> => {
    const open = session.value
    if (open?.id !== shootId) return
    const plan = await open.follow(version).catch(() => null)
    if (plan && open === session.value) store.takeOver(plan, 'what another screen changed')
  }

  addEventListener('pagehide', () => session.value?.leavePage())

  const reach = async (next: Stage, order: readonly Stage[]): Promise<void> => {
    if (!session.value || order.indexOf(next) <= order.indexOf(stage.value)) return
    stage.value = next
    await api.reach(session.value.id, next).catch(() => undefined)
  }

  return {
    id: computed(() => session.value?.id ?? ''),
    stage,
    state: computed<SaveState>(() => session.value?.state.value ?? 'saved'),
    savedAt: computed(() => session.value?.savedAt.value ?? null),
    refusal: computed(() => session.value?.refusal.value ?? ''),
    theirs: computed(() => session.value?.theirs.value ?? null),
    kept: computed(() => session.value?.kept.value ?? true),
    load,
    leave,
    save: async () => session.value?.write(),
    keepMine: async () => session.value?.keepMine(),
    takeTheirs,
    follow,
    reach
  }
})
