/**
 * Letting phones in: while it is on, this machine listens on its networks too, behind a door that
 * asks for a code. Off, nothing is reached from outside.
 */
import { randomBytes } from 'node:crypto'
import { createServer as createHttp, type Server } from 'node:http'
import { createServer as createHttps } from 'node:https'
import type { AddressInfo } from 'node:net'
import type { Express } from 'express'
import pLimit from 'p-limit'
import type { Pairing } from '@core/api/pairing'
import { certificateDoor, pairGate } from '../http/pairGate'
import type { PairingStore } from '../store/pairings'
import { addressesHere, urlOf } from './addresses'
import { authorityOf, certificateFor } from './certificates'

interface Parts {
  readonly app: () => Express
  readonly store: PairingStore
  readonly dataDir: string
  /** the port this server listens on; the doors take the next ones where they are free */
  readonly port: () => number
}

interface Open {
  readonly code: string
  readonly secure: boolean
  readonly servers: readonly Server[]
  readonly port: number
  /** where the certificate is had by plain http; null: none is needed */
  readonly plainPort: number | null
  phones: number
}

/** Letters and digits that are not taken for one another. */
const ALPHABET = '23456789abcdefghjkmnpqrstuvwxyz'
const CODE_LENGTH = 12
const newCode = (): string =>
  Array.from(randomBytes(CODE_LENGTH), (byte) => ALPHABET[byte % ALPHABET.length]).join('')

const listen = (server: Server, port: number): Promise<number> =>
  new Promise((resolve, reject) => {
    const failed = (error: NodeJS.ErrnoException): void => {
      // Taken: any other will do, the code says which.
      if (error.code === 'EADDRINUSE' && port !== 0) server.listen(0, '0.0.0.0')
      else reject(error)
    }
    server.once('error', failed)
    server.once('listening', () => {
      server.off('error', failed)
      resolve((server.address() as AddressInfo).port)
    })
    server.listen(port, '0.0.0.0')
  })

export function pairing({ app, store, dataDir, port }: Parts) {
  let open: Open | null = null

  const close = (): void => {
    for (const server of open?.servers ?? []) {
      server.close()
      server.closeAllConnections()
    }
    open = null
  }

  /** One at a time: two that open it at once leave one door. */
  const inTurn = pLimit(1)
  const start = (secure: boolean, code = newCode()): Promise<void> =>
    inTurn(() => openDoor(secure, code))
  const openDoor = async (secure: boolean, code: string): Promise<void> => {
    close()
    const authority = secure ? await authorityOf(dataDir) : null
    const certificate = authority && (await certificateFor(authority, addressesHere(false)))
    const came = (): void => void (open && open.phones++)
    const gate = pairGate(app(), { code, secure, came })
    const plain = createHttp(authority ? certificateDoor(authority.cert) : gate)
    const first = port()
    const plainPort = await listen(plain, first === 0 ? 0 : first + 1)
    if (!authority) {
      open = { code, secure, servers: [plain], port: plainPort, plainPort: null, phones: 0 }
      return
    }
    const tls = createHttps(certificate!, gate)
    const securePort = await listen(tls, first === 0 ? 0 : first + 2)
    open = { code, secure, servers: [plain, tls], port: securePort, plainPort, phones: 0 }
  }

  const state = (): Pairing | null => {
    if (!open) return null
    const { code, secure, port: at, plainPort, phones } = open
    const here = addressesHere(false)
    return {
      code,
      secure,
      addresses: here.map((host) => urlOf(host, at, secure ? 'https' : 'http')),
      certificate:
        plainPort === null || here.length === 0
          ? null
          : `${urlOf(here[0]!, plainPort)}pair/certificate`,
      phones
    }
  }

  return {
    state,
    start: async (secure: boolean): Promise<Pairing> => {
      await start(secure)
      await store.put({ code: open!.code, secure })
      return state()!
    },
    stop: async (): Promise<boolean> => {
      const was = open !== null
      close()
      await store.drop()
      return was
    },
    /** Goes on after a restart: phones that were let in stay so. */
    resume: async (): Promise<void> => {
      const kept = await store.get()
      if (kept) await start(kept.secure, kept.code).catch(() => {})
    },
    end: close
  }
}
export type PairingService = ReturnType<typeof pairing>
