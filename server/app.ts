/** The Express application over open stores. */
import { readFileSync, existsSync } from 'node:fs'
import { join } from 'node:path'
import compression from 'compression'
import express, { type Express } from 'express'
import type { Knex } from 'knex'
import type { Logger } from 'pino'
import { planJsonSchema } from '@core/plan/open'
import type { Config } from './config'
import { errorHandler, noSuchRoute } from './http/problem'
import { headers, isOpen, limitRate, nonce, refuseForeign } from './http/security'
import { buildOpenApi } from './openapi'
import { frameRoutes } from './routes/frames'
import { kitRoutes } from './routes/kit'
import { pictureRoutes } from './routes/pictures'
import { shootRoutes } from './routes/shoots'
import type { PictureStore } from './services/pictures'
import { shootService } from './services/shoots'
import type { Space } from './services/space'
import { frameStore } from './store/frames'
import { kitStore } from './store/kit'
import { patient } from './store/patient'
import { shootList } from './store/shootList'
import { shootStore } from './store/shoots'

interface Parts {
  readonly config: Config
  readonly db: Knex
  readonly log: Logger
  readonly pictures: PictureStore
  readonly space: Space
}

/** Eight photometric beams in one plan come to six megabytes. */
const MAX_DOCUMENT = '12mb'

export function createApp({ config, db, log, pictures, space }: Parts): Express {
  const shoots = patient(shootStore(db))
  const kit = patient(kitStore(db))
  const frames = patient(frameStore(db))
  const app = express()
  app.disable('x-powered-by')
  app.set('query parser', 'simple')
  app.use(nonce, headers, refuseForeign(config.host), compression())
  if (isOpen(config.host)) app.use(limitRate())

  const api = express.Router()
  api.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store')
    next()
  })
  const isPicture = (req: express.Request) =>
    (req.method === 'PUT' && req.path.endsWith('/image')) || req.path === '/pictures'
  const readJson = express.json({ limit: MAX_DOCUMENT })
  api.use((req, res, next) => (isPicture(req) ? next() : readJson(req, res, next)))
  api.get('/health', async (_req, res) => {
    res.json({ status: 'ok', shoots: await shoots.count(), freeBytes: await space.freeBytes() })
  })
  let description: unknown
  api.get('/openapi', (_req, res) => void res.json((description ??= buildOpenApi())))
  api.get(
    '/schema/plan',
    (_req, res) => void res.type('application/schema+json').send(JSON.stringify(planJsonSchema()))
  )
  api.use('/shoots/:id/frames', frameRoutes(frames, shoots, pictures))
  api.use('/shoots', shootRoutes(shoots, patient(shootList(db)), shootService({ shoots, kit })))
  api.use('/kit', kitRoutes(kit))
  api.use('/pictures', pictureRoutes())
  api.use(noSuchRoute)
  app.use('/api', api)

  serveClient(app, config.clientDir)
  app.use(noSuchRoute)
  app.use(errorHandler(log))
  return app
}

/** The built client; every other address is one of its routes. */
function serveClient(app: Express, dir: string): void {
  const index = join(dir, 'index.html')
  if (!existsSync(index)) return
  const page = readFileSync(index, 'utf8')
  app.use(
    '/assets',
    express.static(join(dir, 'assets'), { immutable: true, maxAge: '1y', index: false }),
    // A page opened before an upgrade asks for parts that are gone; it offers to load anew.
    noSuchRoute
  )
  app.get('/{*path}', (_req, res) => {
    res
      .set('Cache-Control', 'no-store')
      .type('html')
      .send(page.replaceAll('CSP_NONCE', String(res.locals.nonce)))
  })
}
