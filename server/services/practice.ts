/** Starts simulated studios, each a program of its own that speaks the protocol of devices. */
import { spawn, type ChildProcess } from 'node:child_process'
import { existsSync } from 'node:fs'
import { setTimeout as pause } from 'node:timers/promises'
import type { Device } from '@core/api/devices'
import { ProblemError } from '../http/problem'
import type { DeviceHub } from './devices'

/** Each traces pictures on every core. */
const MOST_STUDIOS = 3
const START_MS = 20_000
const LOOK_MS = 50

interface Options {
  /** the built program */
  readonly file: string
  /** of its frames, pixels */
  readonly width: number
  readonly devices: DeviceHub
  /** this server's own address; null before it listens */
  readonly address: () => string | null
}

const practiceDevice = (shootId: string): string => `practice-${shootId}`.slice(0, 64)

export function practiceStudios({ file, width, devices, address }: Options) {
  const running = new Map<string, ChildProcess>()

  const stop = (shootId: string): boolean => {
    const child = running.get(shootId)
    running.delete(shootId)
    child?.kill()
    devices.drop(practiceDevice(shootId))
    return child !== undefined
  }

  return {
    /**
     * Starts a studio for a shoot, or finds the one that runs.
     * @param seed of its truth
     */
    start: async (shootId: string, seed: number): Promise<Device> => {
      const id = practiceDevice(shootId)
      const server = address()
      if (!running.has(shootId)) {
        if (server === null || !existsSync(file))
          throw new ProblemError(
            503,
            'No simulated studio here',
            'This server was started without its simulated studio: build it, or start one yourself.'
          )
        if (running.size >= MOST_STUDIOS)
          throw new ProblemError(
            409,
            'Too many simulated studios',
            `No more than ${MOST_STUDIOS} run at once: stop one of them.`
          )
        const words = ['--server', server, '--shoot', shootId, '--device', id]
        const figures = ['--seed', `${seed}`, '--width', `${width}`]
        const child = spawn(process.execPath, [file, ...words, ...figures, '--child'], {
          stdio: ['pipe', 'ignore', 'inherit']
        })
        running.set(shootId, child)
        child.on('exit', () => {
          if (running.get(shootId) === child) stop(shootId)
        })
      }
      for (let waited = 0; waited < START_MS; waited += LOOK_MS) {
        const device = devices.list().find((each) => each.id === id)
        if (device?.connected) return device
        if (!running.has(shootId)) break
        await pause(LOOK_MS)
      }
      stop(shootId)
      throw new ProblemError(
        503,
        'The simulated studio did not start',
        'The simulated studio did not start. Try again in a moment.'
      )
    },
    stop,
    stopAll: (): void => [...running.keys()].forEach((id) => void stop(id))
  }
}
export type PracticeStudios = ReturnType<typeof practiceStudios>
