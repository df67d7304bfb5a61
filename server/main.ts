/** Starts the server: database, demo data on the first run, listening, a clean stop. */
import type { AddressInfo } from 'node:net'
import type { Server } from 'node:http'
import { pino } from 'pino'
import { usePlainMessages } from '@core/api/messages'
import { createApp } from './app'
import { readConfig, type Config } from './config'
import { loadDemo } from './demo/load'
import { isOpen } from './http/security'
import { addressesHere, urlOf } from './services/addresses'
import { lockFolder } from './services/folderLock'
import { kitPicturesInUse } from './store/kitPictures'
import { pictureStore } from './services/pictures'
import { diskSpace } from './services/space'
import { startWords } from './startWords'
import { openDatabase } from './store/db'
import { frameStore } from './store/frames'

usePlainMessages()

/**
 * A picture of 60 MB over a slow network takes minutes; a request that only dawdles does not. An
 * idle connection stays longer than most pauses of a person at work: one that closes just as it is
 * used again loses the request.
 */
const TIMEOUTS = { requestTimeout: 300_000, headersTimeout: 20_000, keepAliveTimeout: 75_000 }

function greet({ host }: Config, port: number): void {
  if (isOpen(host)) {
    const addresses = addressesHere(host !== '0.0.0.0').map((address) => urlOf(address, port))
    console.log(
      'Everybody on this network may open it, and read and change everything in it' +
        (addresses.length ? `: ${addresses.join(' ')}` : '.')
    )
  }
  console.log(`Fine Spark is ready: ${urlOf(isOpen(host) ? '127.0.0.1' : host, port)}`)
}

const listening = (
  app: ReturnType<typeof createApp>['app'],
  { host, port }: Config
): Promise<Server> =>
  new Promise((resolve, reject) => {
    const server = app.listen(port, host, (error?: Error) =>
      error ? reject(error) : resolve(server)
    )
    Object.assign(server, TIMEOUTS)
  })

async function start(config: Config): Promise<void> {
  const { dataDir } = config
  const log = pino({ level: config.logLevel })
  const unlock = lockFolder(dataDir)
  const space = diskSpace(dataDir, config.keepFreeBytes)
  const pictures = pictureStore(dataDir, space)
  const db = await openDatabase(dataDir)
  await loadDemo(db, pictures)
  const frames = frameStore(db)
  await pictures.sweep(new Set([...(await frames.filesInUse()), ...(await kitPicturesInUse(db))]))
  await frames.dropUnusedPlans()
  let address: string | null = null
  const {
    app,
    begin,
    end: endApp
  } = createApp({
    config,
    db,
    log,
    pictures,
    space,
    address: () => address
  })
  const server = await listening(app, config)
  const { port } = server.address() as AddressInfo
  address = urlOf(isOpen(config.host) ? '127.0.0.1' : config.host, port).replace(/\/$/, '')
  greet(config, port)
  await begin()
  const stop = () => {
    const ending = endApp()
    const end = () => void ending.then(() => db.destroy()).then(() => (unlock(), process.exit(0)))
    server.close(end)
    server.closeIdleConnections()
    setTimeout(() => process.exit(0), 2000).unref()
  }
  process.on('SIGINT', stop)
  process.on('SIGTERM', stop)
}

const fail = (words: string): never => {
  console.error(words)
  process.exit(1)
}

let config: Config
try {
  config = readConfig(process.env)
} catch (error) {
  fail((error as Error).message)
}
start(config!).catch((error: unknown) => fail(startWords(error, config.dataDir)))
