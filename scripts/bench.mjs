/**
 * Bundles the bench as the server is bundled, so that it measures the code as it ships, and runs
 * it.
 */
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { build } from './build.mjs'
import { install, root } from './install.mjs'

install()
const say = console.log
// Standard output is the bench's own: with --json it holds one object and nothing else.
console.log = console.error
await build()
console.log = say
const { build: esbuild } = await import('esbuild')
mkdirSync(join(root, 'dist'), { recursive: true })
await esbuild({
  entryPoints: [join(root, 'bench/bench.ts')],
  outfile: join(root, 'dist/bench.mjs'),
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  packages: 'external',
  tsconfig: join(root, 'tsconfig.base.json'),
  logLevel: 'warning'
})
await import(join(root, 'dist/bench.mjs'))
