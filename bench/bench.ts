/**
 * `npm run bench`: a table of measured speeds. `-- --json` prints one JSON object, a name after it
 * runs that part alone.
 */
import { isMainThread } from 'node:worker_threads'
import { client, dragged, home, pictured, start } from './browser'
import { converge } from './converge'
import { ledger, set, solve } from './core'
import type { Figure } from './figures'
import { measure } from './measure'
import { meshes } from './meshes'
import { picture, serveStripes } from './picture'
import { studio } from './studio'
import { truth } from './truth'

const PARTS: Record<string, () => Promise<Figure[]>> = {
  ledger,
  set,
  solve,
  client,
  dragged,
  start,
  home,
  meshes,
  picture,
  pictured,
  studio,
  measure,
  converge,
  truth
}
/** Takes minutes: only where it is asked for. */
const ON_REQUEST = ['converge', 'truth']

async function main(): Promise<void> {
  const args = process.argv.slice(2)
  const asJson = args.includes('--json')
  const names = args.filter((arg) => !arg.startsWith('--'))
  const unknown = names.find((name) => !(name in PARTS))
  if (unknown) {
    console.error(`no part ${unknown}; parts: ${Object.keys(PARTS).join(', ')}`)
    process.exit(1)
  }
  const figures: Figure[] = []
  for (const name of names.length
    ? names
    : Object.keys(PARTS).filter((each) => !ON_REQUEST.includes(each)))
    figures.push(...(await PARTS[name]!()))
  if (asJson)
    console.log(JSON.stringify(Object.fromEntries(figures.map(({ key, value }) => [key, value]))))
  else {
    const width = Math.max(...figures.map(({ key }) => key.length))
    for (const { key, value, aim, about } of figures)
      console.log(`${key.padEnd(width)}  ${String(value).padStart(10)}  ${aim.padEnd(8)}  ${about}`)
  }
}

// Workers of the picture's part run this same file.
if (isMainThread) await main()
else serveStripes()
