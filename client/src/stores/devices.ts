/** Devices that are connected to the server: cameras, strobes, meters, or a studio to practise in. */
import { nanoid } from 'nanoid'
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { Answer, Command, Device } from '@core/api/devices'
import { api } from '@/api/client'

/** What a device would not or could not do, in its own words. */
class Refused extends Error {}

export const useDevices = defineStore('devices', () => {
  const list = shallowRef<readonly Device[]>([])
  let asked = 0

  const lookAgain = async (): Promise<void> => {
    const mine = ++asked
    const now = await api.devices().catch(() => null)
    if (now && mine === asked) list.value = now
  }

  /**
   * @param shootId null: what it brings waits for who asked
   * @param id names the command
   * @throws Refused, or ApiProblem where the device cannot be reached
   */
  const ask = async (
    device: Device,
    shootId: string | null,
    command: Command,
    signal: AbortSignal,
    id = nanoid()
  ): Promise<Extract<Answer, { ok: true }>> => {
    const answer = await api.ask(device.id, id, shootId, command, signal)
    if (!answer.ok) throw new Refused(answer.problem)
    return answer
  }

  return { list, lookAgain, ask }
})
