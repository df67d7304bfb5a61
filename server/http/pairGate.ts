/**
 * The door for phones: who has come by the code is let through, by a cookie from then on; everybody
 * else on the network is not.
 */
import { timingSafeEqual } from 'node:crypto'
import express, {
  type ErrorRequestHandler,
  type Express,
  type Request,
  type RequestHandler
} from 'express'
import { rateLimit } from 'express-rate-limit'
import { pairParams, pairQuery } from '@core/api/pairing'

const COOKIE = 'fine-spark-pair'
const COOKIE_MS = 30 * 86_400_000
/** Wrong codes from one address in a minute. */
const TRIES = 20

const same = (a: string, b: string): boolean => {
  const [x, y] = [Buffer.from(a), Buffer.from(b)]
  return x.length === y.length && timingSafeEqual(x, y)
}
const cookieOf = ({ headers }: Request): string =>
  /(?:^|;\s*)fine-spark-pair=([\w-]+)/.exec(headers.cookie ?? '')?.[1] ?? ''

const page = (words: string): string =>
  '<!doctype html><html lang="en"><meta name="viewport" content="width=device-width">' +
  '<meta name="color-scheme" content="dark"><title>Fine Spark</title>' +
  `<h1>Fine Spark</h1><p>${words}</p></html>`

interface Door {
  readonly code: string
  readonly secure: boolean
  readonly came: () => void
}

/** @param app what stands behind the door */
export function pairGate(app: Express, { code, secure, came }: Door): Express {
  const gate = express()
  gate.disable('x-powered-by')
  gate.set('query parser', 'simple')
  gate.get(
    '/pair/:code',
    rateLimit({
      windowMs: 60_000,
      limit: TRIES,
      skipSuccessfulRequests: true,
      // Each door counts anew.
      validate: { xForwardedForHeader: false, creationStack: false },
      handler: (_req, res) =>
        void res.status(429).send(page('Too many wrong codes. Wait a minute, then scan again.'))
    }),
    (req, res) => {
      const said = pairParams.safeParse(req.params).data?.code
      const shoot = pairQuery.safeParse(req.query).data?.shoot
      if (said === undefined || !same(said, code))
        return void res
          .status(403)
          .send(page('This code is not valid any more. Scan the one on the screen again.'))
      if (!same(cookieOf(req), code)) came()
      res.cookie(COOKIE, code, { httpOnly: true, sameSite: 'lax', secure, maxAge: COOKIE_MS })
      res.redirect(shoot ? `/shoots/${shoot}/companion` : '/')
    }
  )
  const known: RequestHandler = (req, res, next) => {
    if (!same(cookieOf(req), code))
      return void res
        .status(401)
        .send(page('This door is for phones that have scanned the code on the screen at the set.'))
    res.locals.paired = true
    next()
  }
  gate.use(known, app, malformed)
  return gate
}

/** An address that cannot even be read: said without the inside of the program. */
const malformed: ErrorRequestHandler = (error, _req, res, next) =>
  res.headersSent
    ? next(error)
    : void res.status(400).send(page('This address cannot be read. Scan the code again.'))

/** By plain http beside an https door: the certificate a phone may be told to trust, nothing else. */
export function certificateDoor(certificate: string): Express {
  const door = express()
  door.disable('x-powered-by')
  door.get('/pair/certificate', (_req, res) => {
    res.attachment('fine-spark.crt').type('application/x-x509-ca-cert').send(certificate)
  })
  door.use((_req, res) => {
    res.status(404).send(page('Only the certificate is here. Scan the code on the screen.'))
  })
  door.use(malformed)
  return door
}
