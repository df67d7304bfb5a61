/**
 * What was said of the run's steps: what the server has, with what is on its way put behind it. Each
 * goes under its own name, so that it arrives once however often it is sent.
 */
import { nanoid } from 'nanoid'
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { notesOf, type StepKey, type StepTick, type Tick } from '@core/run/tick'
import { api, type ApiProblem } from '@/api/client'
import { tickBox, type WaitingTick } from '@/kept/tickBox'
import { useNotices } from './notices'

const RETRY_MS = 4000

type Said<T> = T extends unknown ? Omit<T, 'id' | 'at'> : never

export const useTicks = defineStore('ticks', () => {
  const notices = useNotices()
  const shootId = shallowRef('')
  const onServer = shallowRef<readonly Tick[]>([])
  const waiting = shallowRef<readonly WaitingTick[]>([])
  let sending: Promise<void> | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let began: Promise<void> | null = null
  let asked = 0
  let turn = 0

  const ticks = computed<readonly Tick[]>(() => {
    const known = new Set(onServer.value.map(({ id }) => id))
    const mine = waiting.value.filter(
      (each) => each.shootId === shootId.value && !known.has(each.tick.id)
    )
    return [...onServer.value, ...mine.map(({ tick }) => tick)]
  })

  const drop = async (entry: WaitingTick): Promise<void> => {
    waiting.value = waiting.value.filter((each) => each !== entry)
    await tickBox.drop(entry)
  }

  /** One after the other, in the order they were made: the latest must come last. */
  const sendAll = async (): Promise<void> => {
    clearTimeout(timer)
    for (let entry = waiting.value[0]; entry; entry = waiting.value[0]) {
      try {
        await api.putTick(entry.shootId, entry.tick)
      } catch (error) {
        const problem = error as ApiProblem
        if (problem.passing) return void (timer = setTimeout(send, RETRY_MS))
        notices.say(`A step was not noted: ${problem.message}`)
        await drop(entry)
        continue
      }
      if (entry.shootId === shootId.value) onServer.value = [...onServer.value, entry.tick]
      await drop(entry)
    }
  }
  const send = (): void =>
    void (sending ??= sendAll().finally(() => {
      sending = null
    }))

  /** Takes up what was left from before this page, once. */
  const start = (): Promise<void> =>
    (began ??= (async () => {
      const left = await tickBox.all()
      turn = Math.max(turn, ...left.map((each) => each.turn + 1))
      waiting.value = [...left, ...waiting.value]
      if (left.length > 0) send()
    })())

  const lookAgain = async (): Promise<void> => {
    const mine = ++asked
    const id = shootId.value
    const list = id ? await api.ticks(id).catch(() => null) : null
    if (!list || mine !== asked || id !== shootId.value) return
    // What has arrived since it was asked is newer than this list.
    const known = new Set(list.map((tick) => tick.id))
    onServer.value = [...list, ...onServer.value.filter((tick) => !known.has(tick.id))]
  }

  const load = async (id: string): Promise<void> => {
    shootId.value = id
    onServer.value = []
    void start()
    const mine = ++asked
    const list = await api.ticks(id)
    if (mine === asked) onServer.value = list
  }

  const say = (said: Said<Tick>): void => {
    const tick = { ...said, id: nanoid(), at: new Date().toISOString() } as Tick
    const entry = { shootId: shootId.value, tick, turn: turn++ }
    waiting.value = [...waiting.value, entry]
    void tickBox.put(entry).then(() => send())
  }
  const sayOf = (
    step: StepKey,
    mark: StepTick['mark'],
    { after = null, why = '' }: { readonly after?: string | null; readonly why?: string } = {}
  ): void => say({ kind: 'step', step, mark, after, why })

  return {
    notes: computed(() => notesOf(ticks.value)),
    /** how many have not arrived yet, of any shoot */
    waiting: computed(() => waiting.value.length),
    load,
    lookAgain,
    say,
    sayOf
  }
})
