/**
 * A bridge between a server and some device: announces it, takes commands, sends answers, files and
 * state. Speaks the protocol of docs/devices.md and nothing else.
 */
import { setTimeout as pause } from 'node:timers/promises'
import { EventSourceParserStream } from 'eventsource-parser/stream'
import {
  sentCommandSchema,
  type Answer,
  type Command,
  type DeviceOffer,
  type DeviceState
} from '@core/api/devices'

export interface Ports {
  readonly offer: () => Promise<DeviceOffer>
  readonly obey: (
    command: Command,
    say: (state: DeviceState) => void,
    deliver: (name: string, bytes: Buffer) => Promise<void>
  ) => Promise<Answer>
  /** asked now and then, and told when it has changed */
  readonly state: () => Promise<DeviceState>
}

export interface Line {
  /** the server's address, such as http://127.0.0.1:4617 */
  readonly server: string
  /** the device's name for itself */
  readonly id: string
  readonly signal: AbortSignal
}

const AGAIN_MS = 1000
const STATE_MS = 1000
const MOST_REMEMBERED = 100

const wrong = (error: unknown): Answer => ({
  ok: false,
  problem: `The device failed: ${(error as Error).message}`.slice(0, 300)
})

/** Runs until the signal is given; a server that goes away is waited for. */
export async function runBridge({ server, id, signal }: Line, ports: Ports): Promise<void> {
  const base = `${server}/api/devices/${id}`
  const send = async (method: string, url: string, body: unknown): Promise<void> => {
    const bytes = Buffer.isBuffer(body)
    const response = await fetch(url, {
      method,
      signal,
      headers: { 'content-type': bytes ? 'application/octet-stream' : 'application/json' },
      body: bytes ? new Uint8Array(body) : JSON.stringify(body)
    })
    if (response.ok) return
    const problem = (await response.json().catch(() => null)) as { detail?: string } | null
    throw new Error(problem?.detail ?? `The server answered ${response.status}.`)
  }
  /** State is news: what cannot be sent now is out of date later. */
  const tell = (state: DeviceState): Promise<void> =>
    send('PUT', `${base}/state`, state).catch(() => {})
  /** the state the server was told last, whoever told it */
  let told = ''
  const tellAll = (state: DeviceState, more: DeviceState = {}): Promise<void> => {
    told = JSON.stringify(state)
    return send('PUT', `${base}/state`, { ...state, ...more }).catch(() => void (told = ''))
  }

  /** A command sent again, after the line was cut, is answered again and done once. */
  const answers = new Map<string, Promise<Answer>>()
  let last: Promise<unknown> = Promise.resolve()
  const carryOut = async (data: string): Promise<void> => {
    const { id: commandId, command } = sentCommandSchema.parse(JSON.parse(data))
    let answer = answers.get(commandId)
    if (!answer) {
      const file = (name: string, bytes: Buffer): Promise<void> =>
        send('POST', `${base}/files?${new URLSearchParams({ name, command: commandId })}`, bytes)
      answer = last.then(() => ports.obey(command, (state) => void tell(state), file)).catch(wrong)
      last = answer
      answers.set(commandId, answer)
      if (answers.size > MOST_REMEMBERED) answers.delete(answers.keys().next().value!)
    }
    const said = await answer
    // State first: whoever hears the answer goes by what is ready now.
    await tellAll(await ports.state(), { busy: null })
    await send('PUT', `${base}/commands/${commandId}/answer`, said)
  }

  /** Listens until the line is cut. */
  const listen = async (): Promise<void> => {
    await send('PUT', base, await ports.offer())
    // The server begins anew with it.
    told = ''
    const response = await fetch(`${base}/commands`, {
      signal,
      headers: { accept: 'text/event-stream' }
    })
    if (!response.ok || !response.body) throw new Error(`The server answered ${response.status}.`)
    const events = response.body
      .pipeThrough(new TextDecoderStream())
      .pipeThrough(new EventSourceParserStream())
    for await (const { event, data } of events)
      if (event === 'command') void carryOut(data).catch(() => {})
  }

  const watch = async (): Promise<void> => {
    while (!signal.aborted) {
      const state = await ports.state().catch(() => null)
      if (state && JSON.stringify(state) !== told) void tellAll(state)
      await pause(STATE_MS, null, { signal }).catch(() => {})
    }
  }
  void watch()
  while (!signal.aborted) {
    await listen().catch(() => {})
    await pause(AGAIN_MS, null, { signal }).catch(() => {})
  }
}
