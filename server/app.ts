/** The Express application over open stores. */
import { readFileSync, existsSync } from 'node:fs'
import { join } from 'node:path'
import compression from 'compression'
import express, { type Express } from 'express'
import type { Knex } from 'knex'
import type { Logger } from 'pino'
import { planJsonSchema } from '@core/plan/open'
import type { Config } from './config'
import { endEventStreams } from './http/eventStream'
import { errorHandler, noSuchRoute, notFound } from './http/problem'
import { headers, isOpen, limitRate, nonce, refuseForeign } from './http/security'
import { buildOpenApi } from './openapi'
import { deviceRoutes } from './routes/devices'
import { feedRoutes } from './routes/feed'
import { folderRoutes } from './routes/folder'
import { frameRoutes } from './routes/frames'
import { calibrationRoutes } from './routes/calibrations'
import { kitRoutes } from './routes/kit'
import { pairingRoutes } from './routes/pairing'
import { kitPictureRoutes } from './routes/kitPictures'
import { pictureRoutes } from './routes/pictures'
import { practiceRoutes } from './routes/practice'
import { shootRoutes } from './routes/shoots'
import { tickRoutes } from './routes/ticks'
import { deviceHub } from './services/devices'
import { newFeed } from './services/feed'
import { found } from './services/found'
import { watchedFolders } from './services/folders'
import { intake } from './services/intake'
import { pairing } from './services/pairing'
import type { PictureStore } from './services/pictures'
import { practiceStudios } from './services/practice'
import { shootService } from './services/shoots'
import type { Space } from './services/space'
import { folderStore } from './store/folders'
import { frameStore } from './store/frames'
import { calibrationStore } from './store/calibrations'
import { kitStore } from './store/kit'
import { pairingStore } from './store/pairings'
import { patient } from './store/patient'
import { shootList } from './store/shootList'
import { shootStore } from './store/shoots'
import { tickStore } from './store/ticks'

interface Parts {
  readonly config: Config
  readonly db: Knex
  readonly log: Logger
  readonly pictures: PictureStore
  readonly space: Space
  /** where this server listens; null before it does */
  readonly address: () => string | null
}

/** Eight photometric beams in one plan come to six megabytes. */
const MAX_DOCUMENT = '12mb'

/** Within this machine packing takes longer than sending. */
const goesFar: compression.CompressionFilter = (req, res) =>
  !/^(::1|(::ffff:)?127\.)/.test(req.socket.remoteAddress ?? '') && compression.filter(req, res)

/** @returns the application, and how what it started is ended */
export function createApp({ config, db, log, pictures, space, address }: Parts): {
  readonly app: Express
  /** goes on with the folders that were watched */
  readonly begin: () => Promise<void>
  readonly end: () => Promise<void>
} {
  const shoots = patient(shootStore(db))
  const kit = patient(kitStore(db))
  const frames = patient(frameStore(db))
  const ticks = patient(tickStore(db))
  const feed = newFeed()
  const devices = deviceHub(feed)
  const practice = practiceStudios({
    file: config.simulatorFile,
    width: config.studioWidth,
    devices,
    address
  })
  const taking = intake({ shoots, frames, ticks, pictures, feed })
  const folders = watchedFolders(patient(folderStore(db)), taking, feed)
  const app = express()
  const door = pairing({
    app: () => app,
    store: patient(pairingStore(db)),
    dataDir: config.dataDir,
    port: () => Number(new URL(address() ?? 'http://127.0.0.1:0').port)
  })
  app.disable('x-powered-by')
  app.set('query parser', 'simple')
  app.use(nonce, headers, refuseForeign(config.host), compression({ filter: goesFar }))
  const limit = limitRate()
  app.use((req, res, next) =>
    isOpen(config.host) || res.locals.paired ? limit(req, res, next) : next()
  )

  const api = express.Router()
  api.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store')
    next()
  })
  const isPicture = (req: express.Request) =>
    (req.method === 'PUT' && /\/(image|raw)$/.test(req.path)) ||
    req.path === '/pictures' ||
    req.path === '/kit-pictures' ||
    /^\/devices\/[^/]+\/files$/.test(req.path)
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
  api.use('/shoots/:id/frames', frameRoutes({ store: frames, shoots, pictures, feed }))
  api.use('/shoots/:id/ticks', tickRoutes({ store: ticks, shoots, feed }))
  api.use('/shoots/:id/folder', folderRoutes(folders, shoots))
  api.use(
    '/shoots/:id/practice',
    practiceRoutes(practice, 'shoot', async (id) => found(await shoots.get(id)))
  )
  api.use(
    '/shoots',
    shootRoutes({
      store: shoots,
      list: patient(shootList(db)),
      service: shootService({ shoots, kit }),
      feed
    })
  )
  api.use(
    '/kit/:id/practice',
    practiceRoutes(practice, 'bench', async (id) => {
      if ((await kit.stored(id)) === null) throw notFound('kit item')
    })
  )
  api.use('/kit', kitRoutes(kit))
  api.use('/kit-pictures', kitPictureRoutes(pictures))
  api.use('/calibrations', calibrationRoutes(patient(calibrationStore(db))))
  api.use('/pictures', pictureRoutes())
  api.use('/devices', deviceRoutes(devices, taking, shoots))
  api.use('/feed', feedRoutes(feed))
  api.use('/pairing', pairingRoutes(door))
  api.use(noSuchRoute)
  app.use('/api', api)

  serveClient(app, config.clientDir)
  app.use(noSuchRoute)
  app.use(errorHandler(log))
  const end = async (): Promise<void> => {
    practice.stopAll()
    door.end()
    endEventStreams()
    await folders.endAll()
  }
  const begin = async (): Promise<void> => {
    await folders.resume()
    await door.resume()
  }
  return { app, begin, end }
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
