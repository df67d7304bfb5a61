/**
 * Only this machine's own pages may speak to this server: headers, and refusal of foreign Host and
 * Origin.
 */
import { randomBytes } from 'node:crypto'
import { hostname } from 'node:os'
import type { RequestHandler } from 'express'
import { rateLimit } from 'express-rate-limit'
import helmet from 'helmet'
import { ProblemError, send } from './problem'

const LOCAL = ['localhost', '127.0.0.1', '[::1]']

const hostName = (host: string): string => host.replace(/:\d+$/, '').toLowerCase()
const IS_NUMBER = /^((\d{1,3}\.){3}\d{1,3}|\[[0-9a-f:.]+(%[\w-]+)?\])$/

/** Whether the server listens on every address of this machine. */
export const isOpen = (host: string): boolean => ['0.0.0.0', '::', '[::]'].includes(host)

/**
 * A page elsewhere that has its name point here (DNS rebinding) carries a foreign Host; a form
 * elsewhere a foreign Origin.
 */
export function refuseForeign(configuredHost: string): RequestHandler {
  const host = configuredHost.toLowerCase()
  const allowed = new Set([...LOCAL, host.includes(':') ? `[${host}]` : host])
  if (isOpen(host)) {
    allowed.add(hostname().toLowerCase())
    allowed.add(`${hostname().toLowerCase()}.local`)
  }
  return (req, res, next) => {
    const asked = req.headers.host ?? ''
    const name = hostName(asked)
    // Listening on every address means to be reached by addresses we cannot know: numbers are let
    // in, names other than this machine's own are not.
    const numbers = isOpen(configuredHost) || res.locals.paired === true
    if (!allowed.has(name) && !(numbers && IS_NUMBER.test(name)))
      return send(
        res,
        new ProblemError(
          421,
          'Not this server',
          'This server does not answer under that host name.'
        )
      )
    const origin = req.headers.origin
    if (origin !== undefined && origin !== `http://${asked}` && origin !== `https://${asked}`)
      return send(
        res,
        new ProblemError(403, 'Foreign page', 'Requests from other sites are refused.')
      )
    next()
  }
}

const RATE_WINDOW_MS = 10_000
const RATE_LIMIT = 1000

/** Reachable by others, one of them may not keep the server from the rest. */
export const limitRate = (): RequestHandler =>
  rateLimit({
    windowMs: RATE_WINDOW_MS,
    limit: RATE_LIMIT,
    standardHeaders: true,
    legacyHeaders: false,
    // No proxy stands before this server: what a client says of one is not asked.
    validate: { xForwardedForHeader: false },
    handler: (_req, res) =>
      send(
        res,
        new ProblemError(
          429,
          'Too many requests',
          `More than ${RATE_LIMIT} requests in ${RATE_WINDOW_MS / 1000} s from one address. Wait ` +
            'a few seconds.'
        )
      )
  })

/** A fresh nonce for each response; the page's only inline style (the theme's) carries it. */
export const nonce: RequestHandler = (_req, res, next) => {
  res.locals.nonce = randomBytes(16).toString('base64')
  next()
}

type Helmet = NonNullable<Parameters<typeof helmet>[0]>

const headersFor = (scriptSrc: readonly string[]): RequestHandler => {
  const styleNonce = (_req: unknown, res: unknown): string =>
    `'nonce-${(res as { locals: { nonce: string } }).locals.nonce}'`
  const options: Helmet = {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc,
        workerSrc: ["'self'"],
        styleSrc: ["'self'", styleNonce],
        imgSrc: ["'self'", 'blob:', 'data:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"]
      }
    },
    crossOriginEmbedderPolicy: { policy: 'require-corp' },
    strictTransportSecurity: false,
    referrerPolicy: { policy: 'no-referrer' }
  }
  return helmet(options)
}

/**
 * The worker that decodes raw files makes code as it starts, and compiles WebAssembly. A worker goes
 * by the headers of its own file: no page and no other worker may do as much.
 */
const RAW_DECODER = /^\/assets\/raw-decoder-[\w-]+\.js$/
const plain = headersFor(["'self'"])
const forRawDecoder = headersFor(["'self'", "'unsafe-eval'"])

export const headers: RequestHandler = (req, res, next) =>
  (RAW_DECODER.test(req.path) ? forRawDecoder : plain)(req, res, next)
