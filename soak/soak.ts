/**
 * The long tests: `npm run soak`, or `npm run soak -- kills requests` for some of them. `SEED=n`
 * takes the chances of another run, `SHARE=0.1` a tenth of each.
 */
import { usePlainMessages } from '@core/api/messages'
import { manyClients } from './clients'
import { canMount, fullDisk } from './disk'
import { givenDocuments } from './given'
import { oddInputs } from './inputs'
import { killFirstStarts, killUnderLoad, killUpgrade } from './kills'
import { chance } from './random'
import { oddRequests } from './requests'

usePlainMessages()
const seed = Number(process.env.SEED ?? 1)
const share = Number(process.env.SHARE ?? 1)
const part = (whole: number): number => Math.max(1, Math.round(whole * share))
const by = chance(seed)
const failed: string[] = []

const told = (name: string, figures: object, good: boolean): void => {
  console.log(name, JSON.stringify(figures))
  if (!good) failed.push(name)
}

const PARTS: Record<string, () => Promise<void>> = {
  inputs: async () => {
    const report = oddInputs(part(1_000_000), await givenDocuments(), by)
    told('inputs', { ...report, failures: report.failures.slice(0, 5) }, !report.failures.length)
  },
  requests: async () => {
    const report = await oddRequests(part(200_000), by)
    told('requests', { ...report, failures: report.failures.slice(0, 5) }, !report.failures.length)
  },
  clients: async () => {
    const report = await manyClients(50, Math.max(5, 60 * share))
    told('clients', report, report.p95Ms <= 250 && !report.failures.length)
  },
  disk: async () => {
    if (!canMount()) return told('disk', { skipped: 'this machine mounts no small disk' }, true)
    const report = await fullDisk()
    told('disk', report, report.lost === 0 && report.halfFiles === 0 && report.savedAfter === 50)
  },
  upgrades: async () => {
    const kills = part(30)
    const wrong: number[] = []
    for (const version of [1, 2, 3, 4]) wrong.push(await killUpgrade(version, kills, by))
    told(
      'upgrades',
      { kills: 4 * kills, wrong },
      wrong.every((each) => each === 0)
    )
  },
  starts: async () => {
    const kills = part(60)
    const wrong = await killFirstStarts(kills, by)
    told('starts', { kills, wrong }, wrong === 0)
  },
  kills: async () => {
    const report = await killUnderLoad(part(820), 9, by)
    told('kills', report, report.lost + report.strayFiles + report.missingFiles === 0)
  }
}

const asked = process.argv.slice(2)
for (const name of asked.length ? asked : Object.keys(PARTS)) {
  const began = performance.now()
  await PARTS[name]!()
  console.log(`${name}: ${((performance.now() - began) / 1000).toFixed(0)} s, seed ${seed}`)
}
console.log(failed.length ? `failed: ${failed.join(', ')}` : 'all held')
process.exit(failed.length ? 1 : 0)
