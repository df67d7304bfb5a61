/**
 * Only this machine's own pages may speak to this server: headers, and refusal of foreign Host and
 * Origin.
 */
import { randomBytes } from 'node:crypto'
import type { RequestHandler } from 'express'
import helmet from 'helmet'
import { ProblemError, send } from './problem'

const LOCAL = ['localhost', '127.0.0.1', '[::1]']

const hostName = (host: string): string => host.replace(/:\d+$/, '').toLowerCase()

/**
 * A page elsewhere that has its name point here (DNS rebinding) carries a foreign Host; a form
 * elsewhere a foreign Origin.
 */
export function refuseForeign(configuredHost: string): RequestHandler {
  const allowed = new Set([
    ...LOCAL,
    configuredHost.toLowerCase(),
    configuredHost.includes(':') ? `[${configuredHost}]` : ''
  ])
  const open = configuredHost === '0.0.0.0' || configuredHost === '::'
  return (req, res, next) => {
    const host = req.headers.host ?? ''
    // Listening on every address means the user chose to be reached by names we cannot know:
    // numbers are let in.
    const named = open && /^(\d+\.){3}\d+$/.test(hostName(host))
    if (!allowed.has(hostName(host)) && !named)
      return send(
        res,
        new ProblemError(
          421,
          'Not this server',
          'This server does not answer under that host name.'
        )
      )
    const origin = req.headers.origin
    if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`)
      return send(
        res,
        new ProblemError(403, 'Foreign page', 'Requests from other sites are refused.')
      )
    next()
  }
}

/** A fresh nonce for each response; the page's only inline style (the theme's) carries it. */
export const nonce: RequestHandler = (_req, res, next) => {
  res.locals.nonce = randomBytes(16).toString('base64')
  next()
}

export const headers: RequestHandler = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'none'"],
      scriptSrc: ["'self'"],
      workerSrc: ["'self'"],
      styleSrc: [
        "'self'",
        (_req, res) => `'nonce-${(res as unknown as { locals: { nonce: string } }).locals.nonce}'`
      ],
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
})
