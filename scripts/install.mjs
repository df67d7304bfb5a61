/**
 * Installs the packages when the lock file or Node changed since the last time. Plain Node, no
 * packages needed.
 */
import { execFileSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = dirname(dirname(fileURLToPath(import.meta.url)))
export const run = (command, args, env = {}) =>
  execFileSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } })

export const install = () => {
  const hash = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .update(process.version)
    .digest('hex')
  const stamp = join(root, 'node_modules', '.fine-spark-lock')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return
  console.log(
    'Installing packages (a few minutes the first time: the database driver may be compiled) …'
  )
  // A native package may have to be compiled: use this Node's own headers where they are, instead
  // of fetching them.
  const prefix = dirname(dirname(process.execPath))
  const env = existsSync(join(prefix, 'include', 'node', 'node.h'))
    ? { npm_config_nodedir: prefix }
    : {}
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], env)
  writeFileSync(stamp, hash)
}
