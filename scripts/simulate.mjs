/** Starts a simulated studio for a running server: see docs/devices.md. */
import { join } from 'node:path'
import { build } from './build.mjs'
import { install, root } from './install.mjs'

install()
await build()
await import(join(root, 'dist', 'simulator.mjs'))
