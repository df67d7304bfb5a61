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

/** For which a studio is made up: a shoot, or a kit item on the bench. */
export type PracticeKind = 'shoot' | 'bench'

const deviceOf = (kind: PracticeKind, id: string): string =>
  `${kind === 'shoot' ? 'practice' : 'bench'}-${id}`.slice(0, 64)

export function practiceStudios({ file, width, devices, address }: Options) {
  /** by the device each is */
  const running = new Map<string, ChildProcess>()

  const end = (device: string): boolean => {
    const child = running.get(device)
    running.delete(device)
    child?.kill()
    devices.drop(device)
    return child !== undefined
  }

  return {
    /**
     * Starts a studio or a bench, or finds the one that runs.
     * @param seed of its truth
     */
    start: async (kind: PracticeKind, of: string, seed: number): Promise<Device> => {
      const id = deviceOf(kind, of)
      const server = address()
      if (!running.has(id)) {
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
        const words = ['--server', server, `--${kind}`, of, '--device', id]
        const figures = ['--seed', `${seed}`, '--width', `${width}`]
        const child = spawn(process.execPath, [file, ...words, ...figures, '--child'], {
          stdio: ['pipe', 'ignore', 'inherit']
        })
        running.set(id, child)
        child.on('exit', () => {
          if (running.get(id) === child) end(id)
        })
      }
      for (let waited = 0; waited < START_MS; waited += LOOK_MS) {
        const device = devices.list().find((each) => each.id === id)
        if (device?.connected) return device
        if (!running.has(id)) break
        await pause(LOOK_MS)
      }
      end(id)
      throw new ProblemError(
        503,
        'The simulated studio did not start',
        'The simulated studio did not start. Try again in a moment.'
      )
    },
    stop: (kind: PracticeKind, of: string): boolean => end(deviceOf(kind, of)),
    stopAll: (): void => [...running.keys()].forEach((id) => void end(id))
  }
}
export type PracticeStudios = ReturnType<typeof practiceStudios>
