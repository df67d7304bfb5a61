/**
 * The certificates of this machine's own: an authority, which a phone can be told to trust, and what
 * it signs for the addresses the machine has now.
 */
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { hostname } from 'node:os'
import { join } from 'node:path'
import { generate } from 'selfsigned'

export interface Authority {
  readonly cert: string
  readonly key: string
}
export interface Certificate {
  readonly cert: string
  readonly key: string
}

const DAY_MS = 86_400_000
/** Phones refuse certificates that are valid for longer (CA/Browser Forum: 398 days). */
const LEAF_DAYS = 390
const AUTHORITY_DAYS = 3650

const until = (days: number): Date => new Date(Date.now() + days * DAY_MS)

/** The authority, made once for a data folder; its key never leaves it. */
export async function authorityOf(dataDir: string): Promise<Authority> {
  const dir = join(dataDir, 'certificates')
  const [certFile, keyFile] = [join(dir, 'authority.crt'), join(dir, 'authority.key')]
  if (existsSync(certFile) && existsSync(keyFile))
    return { cert: readFileSync(certFile, 'utf8'), key: readFileSync(keyFile, 'utf8') }
  const made = await generate([{ name: 'commonName', value: `Fine Spark on ${hostname()}` }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notAfterDate: until(AUTHORITY_DAYS),
    extensions: [
      { name: 'basicConstraints', cA: true, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true }
    ]
  })
  mkdirSync(dir, { recursive: true, mode: 0o700 })
  writeFileSync(keyFile, made.private, { mode: 0o600 })
  chmodSync(keyFile, 0o600)
  writeFileSync(certFile, made.cert)
  return { cert: made.cert, key: made.private }
}

/** A certificate for these addresses, signed by the authority. */
export async function certificateFor(
  authority: Authority,
  addresses: readonly string[]
): Promise<Certificate> {
  const names = ['localhost', hostname(), `${hostname()}.local`]
  const made = await generate([{ name: 'commonName', value: 'Fine Spark' }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notAfterDate: until(LEAF_DAYS),
    ca: authority,
    extensions: [
      { name: 'basicConstraints', cA: false },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: [
          ...names.map((value) => ({ type: 2 as const, value })),
          ...['127.0.0.1', ...addresses].map((ip) => ({ type: 7 as const, ip }))
        ]
      }
    ]
  })
  return { cert: `${made.cert}\n${authority.cert}`, key: made.private }
}
