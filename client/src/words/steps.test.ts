/** Steps in words, and what is to be set for each move. */
import { describe, expect, test } from '@jest/globals'
import type { Filter } from '@core/kit/kit'
import type { Plan } from '@core/plan/plan'
import { askedBy } from '@core/run/asked'
import type { NextMove } from '@core/run/moves'
import { runSteps } from '@core/run/steps'
import { notesOf, type Tick } from '@core/run/tick'
import { testLight, testModifier, testPlan } from '@core/testing'
import { moveWords } from './moves'
import { settingsFor, stepName, stepWhy } from './steps'

const grid = testModifier({ id: 'grid', name: 'Grid', lossStops: 1 })
const sock = testModifier({ id: 'sock', name: 'Sock', lossStops: 0.5 })
const plan = testPlan((p) => {
  p.lights[0]!.modifiers = [grid, sock]
  p.lights.push(testLight({ id: 'B', name: 'Rim', role: 'rim', powerStops: -4 }))
})
const parts: Tick = {
  kind: 'parts',
  id: 'p',
  at: '2026-11-27T10:00:00.000Z',
  light: 'A',
  on: true
}
const steps = runSteps({ plan, frames: [], notes: notesOf([parts]), nowMs: 0 })
const values = (move: NextMove): string[] =>
  settingsFor(plan, move).map(({ light, value }) => `${light ?? 'camera'} ${value}`)

describe('steps', () => {
  test('each has a name of its own and says what it is for', () => {
    const names = steps.map(({ key }) => stepName(plan, key))
    expect(names).toEqual([
      'Prepare',
      'Test flash',
      'Black frame',
      'A alone, bare',
      'A alone, Grid on',
      'A alone',
      'B alone',
      'All together',
      'Variations',
      'Black frame again'
    ])
    for (const { key } of steps) expect(stepWhy(plan, key)).toMatch(/^[A-Z].*\.$/)
  })
  test('of one light, and where surroundings are wanted', () => {
    const one = testPlan((p) => (p.goals = { ...p.goals, backgroundLeastStops: -3 }))
    expect(stepName(one, 'together')).toBe('Strobe on')
    expect(stepName(one, 'black')).toBe('Daylight alone')
    expect(stepName(one, 'recheck')).toBe('Daylight again')
  })
})

describe('what to set', () => {
  test('to begin with everything that is on', () => {
    expect(values({ kind: 'prepare' })).toEqual([
      'camera f/16 · 1/250 · ISO 100',
      expect.stringMatching(/^A 1\//),
      'B 1/16'
    ])
    expect(settingsFor(plan, { kind: 'prepare' })[1]!.note).toContain('Grid, Sock')
    const gel: Filter = {
      kind: 'filter',
      id: 'gel',
      name: 'Warm sheet',
      notes: '',
      prepare: '',
      colour: { kind: 'conversion', mired: 160, transmission: null },
      lossUncertaintyStops: null
    }
    const tinted: Plan = {
      ...plan,
      balance: { kind: 'kelvin', kelvin: 2900, tint: 0 },
      lensFilters: [gel],
      lights: plan.lights.map((light) => ({ ...light, filters: [gel] }))
    }
    const [camera, key] = settingsFor(tinted, { kind: 'prepare' })
    expect(camera!.note).toBe('Warm sheet on the lens, white balance 2900 K')
    expect(key!.note).toContain('Grid, Sock, Warm sheet')
  })
  test('a black frame: all off; one alone: the others off', () => {
    expect(values({ kind: 'take-black' }).slice(1)).toEqual(['A off', 'B off'])
    expect(values({ kind: 'take-lit', lights: ['B'], alone: true })).toEqual(['A off', 'B 1/16'])
  })
  test('a light without its modifiers has a power of its own', () => {
    const move: NextMove = { kind: 'take-part', part: { light: 'A', on: 0 } }
    const [bare] = values(move)
    const [all] = values({ kind: 'take-part', part: { light: 'A', on: 2 } })
    expect(bare).not.toBe(all)
    const { head, detail, brief } = moveWords(plan, move)
    expect(head).toContain('A alone, bare')
    expect(detail).toContain('Grid and Sock off')
    expect(brief).toBe('Only A on, bare. Take a frame.')
    expect(askedBy(move)).toMatchObject({ kind: 'lit', fired: ['A'] })
  })
  test('one dial: its new mark, where it comes from, and that nothing else is to be touched', () => {
    const move: NextMove = {
      kind: 'set-power',
      light: 'B',
      from: -4,
      to: -3,
      after: plan,
      errorStops: 0
    }
    expect(settingsFor(plan, move)).toEqual([
      { light: 'B', value: '1/8', note: 'from 1/16; leave all else' }
    ])
    expect(moveWords(plan, move).brief).toBe('Turn B up 1.0 stop.')
    const shutter: NextMove = { kind: 'set-shutter', from: 8, to: 6, after: plan, locked: false }
    expect(settingsFor(plan, shutter)).toEqual([
      { light: null, value: '1/60', note: 'shutter, from 1/250; leave all else' }
    ])
    expect(moveWords(plan, { ...shutter, locked: true }).act).toBeUndefined()
  })
})
