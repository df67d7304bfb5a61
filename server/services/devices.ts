/**
 * Devices that bridges have announced, and what is asked of them. Nothing of it is stored: a bridge
 * announces itself again when the server is new.
 */
import type {
  Answer,
  Command,
  Device,
  DeviceOffer,
  DeviceState,
  SentCommand
} from '@core/api/devices'
import { notFound, ProblemError } from '../http/problem'
import type { Feed } from './feed'

/** A bridge that was cut off may come back within this, ms. */
const AWAY_MS = 10_000
/** Recycling, long exposures and slow cards included, ms. */
const ANSWER_MS = 180_000
const MOST_DEVICES = 16
const MOST_REMEMBERED = 50

interface Asked {
  /** null: it belongs to none */
  readonly shootId: string | null
  readonly command: Command
  readonly answer: Promise<Answer>
  readonly settle: (answer: Answer) => void
  settled: boolean
}
interface Entry {
  offer: DeviceOffer
  state: DeviceState
  send: ((sent: SentCommand) => void) | null
  leaving: ReturnType<typeof setTimeout> | undefined
  readonly asked: Map<string, Asked>
}

const silent = (why: string): ProblemError =>
  new ProblemError(504, 'No answer from the device', why)

export function deviceHub(feed: Feed) {
  const devices = new Map<string, Entry>()
  const changed = (): void => feed.say({ kind: 'devices' })
  const need = (id: string): Entry => {
    const entry = devices.get(id)
    if (!entry) throw notFound('device')
    return entry
  }
  const shown = (id: string, { offer, send, state }: Entry): Device => ({
    id,
    offer,
    connected: send !== null,
    state
  })
  const drop = (id: string): void => {
    const entry = devices.get(id)
    if (!entry) return
    clearTimeout(entry.leaving)
    devices.delete(id)
    entry.asked.forEach((asked) =>
      asked.settle({ ok: false, problem: 'The device has gone away.' })
    )
    changed()
  }
  /** One that nobody speaks for is forgotten after a while. */
  const leave = (id: string, entry: Entry): void => {
    clearTimeout(entry.leaving)
    entry.leaving = setTimeout(() => drop(id), AWAY_MS)
    entry.leaving.unref()
  }

  return {
    list: (): Device[] => [...devices].map(([id, entry]) => shown(id, entry)),
    find: (id: string): Device => shown(id, need(id)),

    announce: (id: string, offer: DeviceOffer): Device => {
      let entry = devices.get(id)
      if (!entry) {
        if (devices.size >= MOST_DEVICES)
          throw new ProblemError(
            409,
            'Too many devices',
            `No more than ${MOST_DEVICES} devices are taken at once.`
          )
        entry = { offer, state: {}, send: null, leaving: undefined, asked: new Map() }
        devices.set(id, entry)
        leave(id, entry)
      } else entry.offer = offer
      changed()
      return shown(id, entry)
    },

    /**
     * A bridge listens from now on. What it has not answered is sent again.
     * @returns ends it
     */
    connect: (id: string, send: (sent: SentCommand) => void): (() => void) => {
      const entry = need(id)
      clearTimeout(entry.leaving)
      entry.send = send
      entry.asked.forEach(({ settled, command }, commandId) => {
        if (!settled) send({ id: commandId, command })
      })
      changed()
      return () => {
        // Another line may have taken its place.
        if (entry.send !== send) return
        entry.send = null
        entry.state = {}
        if (devices.get(id) === entry) leave(id, entry)
        changed()
      }
    },

    /** Asks a device; the same question again is given the same answer. */
    ask: async (id: string, commandId: string, shootId: string | null, command: Command) => {
      const entry = need(id)
      const known = entry.asked.get(commandId)
      if (known) return known.answer
      if (!entry.send)
        throw new ProblemError(
          503,
          'The device is not connected',
          `${entry.offer.name} is not connected. Nothing was asked of it.`
        )
      let settle!: (answer: Answer) => void
      let give!: (problem: ProblemError) => void
      const answer = new Promise<Answer>((resolve, reject) => {
        settle = resolve
        give = reject
      })
      const late = setTimeout(
        () => give(silent(`${entry.offer.name} has not answered for ${ANSWER_MS / 60_000} min.`)),
        ANSWER_MS
      )
      late.unref()
      const asked: Asked = {
        shootId,
        command,
        answer,
        settled: false,
        settle: (given) => {
          clearTimeout(late)
          asked.settled = true
          settle(given)
        }
      }
      entry.asked.set(commandId, asked)
      if (entry.asked.size > MOST_REMEMBERED) entry.asked.delete(entry.asked.keys().next().value!)
      entry.send({ id: commandId, command })
      return answer
    },

    /** What a command was about. */
    asked: (id: string, commandId: string): Pick<Asked, 'shootId' | 'command'> => {
      const asked = need(id).asked.get(commandId)
      if (!asked) throw notFound('command')
      return asked
    },

    answer: (id: string, commandId: string, answer: Answer): void => {
      const asked = need(id).asked.get(commandId)
      if (!asked) throw notFound('command')
      // Sent again because its answer was lost: the first one counts.
      if (!asked.settled) asked.settle(answer)
    },

    report: (id: string, state: DeviceState): void => {
      const entry = need(id)
      entry.state = { ...entry.state, ...state }
      changed()
    },
    drop
  }
}
export type DeviceHub = ReturnType<typeof deviceHub>
