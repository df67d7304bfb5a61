/** For developers: the server restarted on change, the client served by Vite with hot reload. */
import { spawn } from 'node:child_process'
import { install, root } from './install.mjs'

install()
const api = '4618'
const children = [
  spawn('npx', ['tsx', 'watch', 'server/main.ts'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, PORT: api, LOG_LEVEL: 'info' }
  }),
  spawn('npx', ['vite', 'client', '--port', process.env.PORT ?? '4617', '--host', '127.0.0.1'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, API_PORT: api }
  })
]
const stop = () => children.forEach((child) => child.kill())
process.on('SIGINT', stop)
process.on('SIGTERM', stop)
children.forEach((child) => child.on('exit', stop))
