import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@jest/globals'
import knex from 'knex'
import { testPlan } from '../../core/testing'
import * as first from './001_first'
import * as sets from './002_sets'

test('a database of the first version is brought forward: plans, kit and frames', async () => {
  const db = knex({
    client: 'better-sqlite3',
    connection: {
      filename: join(mkdtempSync(join(tmpdir(), 'fine-spark-migrate-')), 'old.sqlite')
    },
    useNullAsDefault: true
  })
  await first.up(db)
  const plan = JSON.parse(JSON.stringify(testPlan())) as Record<string, Record<string, unknown>>
  const {
    face: _face,
    distribution: _distribution,
    ...strobe
  } = (plan.lights as unknown as { strobe: Record<string, unknown> }[])[0]!.strobe
  const { table: _t, room: _r, view: _v, cards: _c, places: _p, ...rest } = plan
  const old = {
    ...rest,
    version: 1,
    goals: { ...plan.goals, places: undefined },
    lights: [
      {
        id: 'A',
        strobe: { ...strobe, headSizeMm: 45 },
        modifier: null,
        powerStops: -3,
        distanceMm: 210,
        tiltDeg: 35
      }
    ]
  }
  await db('shoots').insert({
    id: 's',
    version: 4,
    stage: 'light',
    plan: JSON.stringify(old),
    created_at: 'x',
    updated_at: 'x'
  })
  await db('kit').insert({
    id: 'strobe',
    kind: 'strobe',
    version: 1,
    item: JSON.stringify({ ...strobe, headSizeMm: 45 })
  })
  await db('frames').insert({
    id: 'f',
    shoot_id: 's',
    frame: JSON.stringify({
      id: 'f',
      snapshot: {
        powerStops: -3,
        distanceMm: 210,
        tiltDeg: 35,
        strobeId: 'strobe',
        modifierId: null,
        modifierName: null
      }
    })
  })
  await sets.up(db)
  const row = (await db('shoots').first()) as { plan: string; version: number }
  expect(JSON.parse(row.plan)).toMatchObject({
    version: 3,
    lights: [
      { at: { distanceMm: 210, turnDeg: 35 }, strobe: { face: { kind: 'disc', diameterMm: 45 } } }
    ]
  })
  expect(row.version).toBe(4)
  expect(JSON.parse(((await db('kit').first()) as { item: string }).item)).toMatchObject({
    face: { kind: 'disc', diameterMm: 45 }
  })
  expect(JSON.parse(((await db('frames').first()) as { frame: string }).frame)).toMatchObject({
    snapshot: { lights: [{ id: 'A', at: { distanceMm: 210 } }] }
  })
  await db.destroy()
})
