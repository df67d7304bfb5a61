/** Where others on the network reach this machine. */
import { networkInterfaces } from 'node:os'

/** @param v6 IPv6 addresses too */
export const addressesHere = (v6: boolean): string[] =>
  Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter(({ internal, family, address }) => {
      const reachable = family === 'IPv4' || (v6 && !address.startsWith('fe80'))
      return !internal && reachable
    })
    .map(({ address }) => address)

export const urlOf = (host: string, port: number, scheme = 'http'): string =>
  `${scheme}://${host.includes(':') ? `[${host}]` : host}:${port}/`
