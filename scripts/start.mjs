/** One command on any machine: install what is missing, build what changed, serve. */
import { join } from 'node:path'
import { build } from './build.mjs'
import { install, root } from './install.mjs'

install()
await build()
process.env.FINE_SPARK_ROOT ??= root
process.env.NODE_ENV ??= 'production'
await import(join(root, 'dist', 'server.mjs'))
