/**
 * Bundles the bench as the server is bundled, so that it measures the code as it ships, and runs
 * it.
 */
import { join } from 'node:path'
import { build, bundle } from './build.mjs'
import { install, root } from './install.mjs'

install()
const say = console.log
// Standard output is the bench's own: with --json it holds one object and nothing else.
console.log = console.error
await build()
console.log = say
await bundle('bench/bench.ts', 'dist/bench.mjs')
await import(join(root, 'dist/bench.mjs'))
