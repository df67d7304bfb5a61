import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@jest/globals'
import { report, type checksReport, type waysReport } from './report'
import type { Plan } from '../core/plan/plan'
import { testLight, testModifier, testPlan, testStrobe } from '../core/testing'

const dir = mkdtempSync(join(tmpdir(), 'fine-spark-evaluate-'))
const file = (name: string, text: string): string => {
  writeFileSync(join(dir, name), text)
  return join(dir, name)
}

test('prints the ledger, verdicts and power of a plan as JSON and nothing else', () => {
  const plan = testPlan()
  const out = execFileSync(
    'npm',
    ['run', '--silent', 'evaluate', '--', file('good.json', JSON.stringify(plan))],
    { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] }
  )
  expect(JSON.parse(out)).toEqual(JSON.parse(JSON.stringify({ ...report(plan), checks: [] })))
  expect(JSON.parse(out)).toMatchObject({
    suggestedPower: [{ source: 'A', place: 'subject', state: 'ok' }],
    totals: { subject: expect.any(Number), backgroundLeft: expect.anything() }
  })
  const cells = (JSON.parse(out) as { ledger: { source: string; place: string }[] }).ledger
  expect(new Set(cells.map((cell) => cell.source))).toEqual(new Set(['ambient', 'A']))
  expect(cells).toHaveLength(2 * new Set(cells.map((cell) => cell.place)).size)
})

test('short times are printed in full, not as nothing', () => {
  const plan = testPlan((p) => {
    p.lights[0] = testLight({
      powerStops: -7,
      strobe: testStrobe({ durations: [{ powerStops: -7, t01: 1 / 35000 }] })
    })
  })
  const freeze = report(plan).verdicts.find((each) => each.id === 'freeze')!
  expect(freeze.figures.seconds).toBeCloseTo(1 / 35000, 8)
})

test('checks of the set are printed with their remedies, ratios with the ledger', () => {
  const plan = testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid' }
    p.lights = [
      testLight({
        powerStops: -1,
        strobe: testStrobe({ beamDeg: 100 }),
        at: { distanceMm: 250, azimuthDeg: 140, elevationDeg: 20 }
      }),
      testLight({
        id: 'B',
        role: 'fill',
        powerStops: -6,
        at: { distanceMm: 300, azimuthDeg: -30, elevationDeg: 10 }
      })
    ]
    p.bag = {
      ...p.bag,
      modifiers: [
        testModifier({
          name: 'Tube',
          lossStops: 0.4,
          beam: { kind: 'snoot', throatMm: 20, lengthMm: 120, innerReflectance: 0 }
        })
      ]
    }
  })
  const printed = JSON.parse(
    execFileSync('npx', ['tsx', 'scripts/evaluate.ts', file('checks.json', JSON.stringify(plan))], {
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore']
    })
  ) as ReturnType<typeof report> & { checks: ReturnType<typeof checksReport> }
  const lens = printed.checks.find((check) => check.kind === 'into-lens')!
  expect(lens).toMatchObject({
    light: 'A',
    place: 'lens',
    remedies: [{ kind: 'modifier', name: 'Tube' }, { kind: 'flag' }]
  })
  // What the remedy promises is what the sum says with the tube on.
  const level = (of: Plan) =>
    report(of).ledger.find((cell) => cell.source === 'A' && cell.place === 'lens')!.level
  const worn = {
    ...plan,
    lights: plan.lights.map((light, i) => (i ? light : { ...light, modifiers: plan.bag.modifiers }))
  }
  const promised = lens.remedies[0]!.effectStops
  if (level(worn) === null) expect(promised).toBeNull()
  else expect(promised).toBeCloseTo(level(worn)! - level(plan)!, 3)
  expect(printed.ratios.litShadow).toBeCloseTo(printed.totals.subject! - printed.totals.shadow!, 3)
})

test('--ways adds the ways there are, or the smallest changes that would make one', () => {
  const run = (plan: object) =>
    JSON.parse(
      execFileSync(
        'npx',
        ['tsx', 'scripts/evaluate.ts', file('ways.json', JSON.stringify(plan)), '--ways'],
        { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] }
      )
    ) as ReturnType<typeof waysReport> & { goals: { id: string; ok: boolean }[] }
  const there = run({ ...testPlan(), subject: { ...testPlan().subject, sharpDepthMm: 1 } })
  expect(there.ways.length).toBeGreaterThan(1)
  expect(there.ways[0]!.settings.lights[0]!.power).toMatch(/^1\//)
  expect(there.relaxations).toEqual([])
  const none = run({ ...testPlan(), subject: { ...testPlan().subject, sharpDepthMm: 300 } })
  expect(none.ways).toEqual([])
  expect(none.goals.find((goal) => goal.id === 'depth')).toMatchObject({ ok: false })
  expect(none.relaxations[0]).toMatchObject({ kind: 'goal', goal: { id: 'depth', ok: false } })
})

test('a bad plan: exit code 1 and one line per fault, with its path', () => {
  const bad = { ...testPlan(), title: '', settings: { ...testPlan().settings, isoStops: 99 } }
  const result = spawnSync(
    'npx',
    ['tsx', 'scripts/evaluate.ts', file('bad.json', JSON.stringify(bad))],
    { encoding: 'utf8' }
  )
  expect(result.status).toBe(1)
  expect(result.stdout).toBe('')
  expect(result.stderr.split('\n').filter((line) => line && !line.startsWith('npm '))).toEqual([
    'title: a title is needed',
    'settings.isoStops: must be at most 11'
  ])
  const broken = spawnSync('npx', ['tsx', 'scripts/evaluate.ts', file('broken.json', '{"a":')], {
    encoding: 'utf8'
  })
  expect([broken.status, broken.stderr.includes('not valid JSON')]).toEqual([1, true])
})
