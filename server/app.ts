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
import { headers, nonce, refuseForeign } from './http/security'
import { buildOpenApi } from './openapi'
import { frameRoutes } from './routes/frames'
import { kitRoutes } from './routes/kit'
import { shootRoutes } from './routes/shoots'
import { pictureStore } from './services/pictures'
import { shootService } from './services/shoots'
import { frameStore } from './store/frames'
import { kitStore } from './store/kit'
import { shootStore } from './store/shoots'

export function createApp(config: Config, db: Knex, log: Logger): Express {
  const shoots = shootStore(db)
  const kit = kitStore(db)
  const frames = frameStore(db)
  const app = express()
  app.disable('x-powered-by')
  app.set('query parser', 'simple')
  app.use(nonce, headers, refuseForeign(config.host), compression())

  const api = express.Router()
  api.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store')
    next()
  })
  const isPicture = (req: express.Request) => req.method === 'PUT' && req.path.endsWith('/image')
  const readJson = express.json({ limit: '2mb' })
  api.use((req, res, next) => (isPicture(req) ? next() : readJson(req, res, next)))
  api.get(
    '/health',
    async (_req, res) => void res.json({ status: 'ok', shoots: await shoots.count() })
  )
  let description: unknown
  api.get('/openapi', (_req, res) => void res.json((description ??= buildOpenApi())))
  api.get(
    '/schema/plan',
    (_req, res) => void res.type('application/schema+json').send(JSON.stringify(planJsonSchema()))
  )
  api.use('/shoots/:id/frames', frameRoutes(frames, shoots, pictureStore(config.dataDir)))
  api.use('/shoots', shootRoutes(shoots, shootService({ shoots, kit, frames })))
  api.use('/kit', kitRoutes(kit))
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
    express.static(join(dir, 'assets'), { immutable: true, maxAge: '1y', index: false })
  )
  app.get('/{*path}', (_req, res) => {
    res
      .set('Cache-Control', 'no-store')
      .type('html')
      .send(page.replaceAll('CSP_NONCE', String(res.locals.nonce)))
  })
}
