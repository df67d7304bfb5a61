/** Builds client and server into dist/, when a source is newer than the last build (or --force). */
import { existsSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { root } from './install.mjs'

const SOURCES = [
  'core',
  'server',
  'simulator',
  'client',
  'package-lock.json',
  'scripts/build.mjs',
  'client/vite.config.ts'
]

const newest = (path) => {
  const stat = statSync(path)
  if (!stat.isDirectory()) return path.endsWith('.test.ts') ? 0 : stat.mtimeMs
  return Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))))
}

/** One file of a program, as it ships. */
export const bundle = async (entry, out) => {
  const { build: esbuild } = await import('esbuild')
  await esbuild({
    entryPoints: [join(root, entry)],
    outfile: join(root, out),
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    tsconfig: join(root, 'tsconfig.base.json'),
    logLevel: 'warning'
  })
}

export const build = async (force = false) => {
  const stamp = join(root, 'dist', '.built')
  if (
    !force &&
    existsSync(stamp) &&
    statSync(stamp).mtimeMs > Math.max(...SOURCES.map((path) => newest(join(root, path))))
  )
    return
  console.log('Building …')
  const began = Date.now()
  const { build: vite } = await import('vite')
  await vite({ root: join(root, 'client'), logLevel: 'warn' })
  for (const program of ['server', 'simulator'])
    await bundle(`${program}/main.ts`, `dist/${program}.mjs`)
  await bundle('simulator/tracer.ts', 'dist/tracer.mjs')
  writeFileSync(stamp, '')
  console.log(`Built in ${((Date.now() - began) / 1000).toFixed(1)} s`)
}

if (process.argv[1] && import.meta.url === pathToFileURL(process.argv[1]).href)
  await build(process.argv.includes('--force'))
