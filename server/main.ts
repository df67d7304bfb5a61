/** Starts the server: database, demo data on the first run, listening, a clean stop. */
import { pino } from 'pino'
import { usePlainMessages } from '@core/api/messages'
import { createApp } from './app'
import { readConfig } from './config'
import { loadDemo } from './demo/load'
import { openDatabase } from './store/db'

usePlainMessages()

async function start(): Promise<void> {
  const config = readConfig(process.env)
  const log = pino({ level: config.logLevel })
  const db = await openDatabase(config.dataDir)
  await loadDemo(db, config.dataDir)
  const server = createApp(config, db, log).listen(config.port, config.host, (error?: Error) => {
    if (error) {
      console.error(`Fine Spark cannot listen on ${config.host}:${config.port}: ${error.message}`)
      process.exit(1)
    }
    const address = server.address()
    const port = typeof address === 'object' && address ? address.port : config.port
    const host = config.host.includes(':') ? `[${config.host}]` : config.host
    console.log(`Fine Spark is ready: http://${host}:${port}/`)
  })
  const stop = () => {
    server.close(() => void db.destroy().then(() => process.exit(0)))
    server.closeIdleConnections()
    setTimeout(() => process.exit(0), 2000).unref()
  }
  process.on('SIGINT', stop)
  process.on('SIGTERM', stop)
}

start().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
