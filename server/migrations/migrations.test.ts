import { copyFileSync, mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@jest/globals'
import knex from 'knex'
import { kitItemSchema } from '../../core/kit/kit'
import { openPlan } from '../../core/plan/open'
import { evaluate } from '../../core/ledger/evaluate'
import { kitStore } from '../store/kit'
import { frameStore } from '../store/frames'
import { openDatabase } from '../store/db'
import { shootList } from '../store/shootList'
import { shootStore } from '../store/shoots'
import * as first from './001_first'
import { migrationSource } from './index'

const fixture = (version: number): Record<string, unknown> =>
  (
    JSON.parse(readFileSync(`core/plan/migrations/fixtures/version${version}.json`, 'utf8')) as {
      plan: Record<string, unknown>
    }
  ).plan

/** A database as an older program left it. */
const oldDatabase = async (plan: unknown, item: unknown, frame: unknown) => {
  const filename = join(mkdtempSync(join(tmpdir(), 'fine-spark-migrate-')), 'old.sqlite')
  const db = knex({ client: 'better-sqlite3', connection: { filename }, useNullAsDefault: true })
  await first.up(db)
  await db('shoots').insert({
    id: 's',
    version: 4,
    stage: 'light',
    plan: JSON.stringify(plan),
    created_at: 'x',
    updated_at: 'x'
  })
  await db('kit').insert({ id: 'i', kind: 'strobe', version: 1, item: JSON.stringify(item) })
  await db('frames').insert({ id: 'f', shoot_id: 's', frame: JSON.stringify(frame) })
  const after = async () => {
    const [shoot, kit, logged] = (await Promise.all([
      db('shoots').first(),
      db('kit').first(),
      db('frames').first()
    ])) as [{ plan: string; version: number }, { item: string }, { frame: string }]
    await db.destroy()
    return {
      version: shoot.version,
      plan: JSON.parse(shoot.plan) as unknown,
      item: JSON.parse(kit.item) as unknown,
      frame: JSON.parse(logged.frame) as unknown
    }
  }
  return { db, after }
}

const upFrom = async (db: knex.Knex, done: number): Promise<void> => {
  for (const migration of (await migrationSource.getMigrations([])).slice(done))
    await migrationSource.getMigration(migration).then((each) => each.up(db))
}

test.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20])(
  'a database of version %d: plan and kit are what the schemas want, the version stands',
  async (version) => {
    const plan = fixture(version)
    const { strobe } = (plan.lights as { strobe: unknown }[])[0]!
    const { db, after } = await oldDatabase(plan, strobe, { id: 'f', snapshot: { lights: [] } })
    await upFrom(db, version)
    const now = await after()
    expect(now.version).toBe(4)
    expect(openPlan(now.plan)).toMatchObject({ ok: true, plan: now.plan })
    expect(kitItemSchema.safeParse(now.item)).toMatchObject({ success: true, data: now.item })
  }
)

/** Databases as the programs of their time left them, cut down to two shoots. */
test.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20])(
  'a real database of version %d: shoots, kit and every frame can be used',
  async (version) => {
    const dir = mkdtempSync(join(tmpdir(), 'fine-spark-real-'))
    copyFileSync(
      `server/migrations/fixtures/version${version}.sqlite`,
      join(dir, 'fine-spark.sqlite')
    )
    const db = await openDatabase(dir)
    const list = await shootList(db).list()
    expect(list.map(({ id, unreadable }) => [id, unreadable]).sort()).toEqual([
      ['demo-beetle', null],
      ['demo-steam', null]
    ])
    expect(await kitStore(db).unreadable()).toEqual([])
    expect((await kitStore(db).list()).length).toBeGreaterThan(10)
    let frames = 0
    for (const { id } of list) {
      const found = await shootStore(db).get(id)
      if (found.kind !== 'found') throw new Error(id)
      expect(evaluate(found.shoot.plan).ledger.totals.subject).toBeGreaterThan(-20)
      const run = await frameStore(db).list(id)
      expect(run.unreadable).toEqual([])
      frames += run.frames.length
      for (const { frame, plan } of run.frames) {
        // From version 5 on a frame held its whole plan.
        expect(frame.rebuilt).toBe(version < 5)
        expect(run.plans[plan]!.lights.some((light) => light.on)).toBe(frame.kind === 'lit')
      }
    }
    expect(frames).toBe(version === 1 ? 4 : version < 15 ? 6 : 7)
    await db.destroy()
  }
)

test('a frame of the first version points to the set it was taken with', async () => {
  const plan = fixture(1)
  const { strobe } = (plan.lights as { strobe: { id: string } }[])[0]!
  const snapshot = {
    apertureStops: 7,
    shutterStops: 8,
    isoStops: 1,
    ndStops: 0,
    pulsedSync: true,
    magnification: 0.8,
    powerStops: -3,
    distanceMm: 210,
    tiltDeg: 35,
    strobeId: strobe.id,
    modifierId: null,
    modifierName: null
  }
  const frame = {
    id: 'f',
    kind: 'lit',
    takenAt: '2026-11-24T10:00:00.000Z',
    snapshot,
    fileName: null,
    analysis: null,
    evidence: [],
    note: ''
  }
  const { db, after } = await oldDatabase(plan, strobe, frame)
  await upFrom(db, 1)
  const run = await frameStore(db).list('s')
  expect(run.unreadable).toEqual([])
  expect(run.plans[run.frames[0]!.plan]).toMatchObject({
    settings: { apertureStops: 7, highSpeedSync: true },
    focus: { magnification: 0.8 },
    lights: [{ id: 'A', on: true, powerStops: -3, at: { distanceMm: 210, azimuthDeg: 35 } }]
  })
  await after()
})

test('what cannot be read is left as it was, and stops nothing', async () => {
  const { db, after } = await oldDatabase({ version: 3, ground: 'lost' }, {}, { id: 'f' })
  await db('shoots').insert({
    id: 'torn',
    version: 1,
    stage: 'light',
    plan: '{"title":',
    created_at: 'x',
    updated_at: 'x'
  })
  await db('kit').insert({ id: 'torn', kind: 'lens', version: 1, item: '{' })
  await db('frames').insert({ id: 'torn', shoot_id: 's', frame: '{"snap' })
  await upFrom(db, 1)
  const text = async (table: string, column: string) =>
    ((await db(table).where({ id: 'torn' }).first()) as Record<string, string>)[column]
  expect(await text('shoots', 'plan')).toBe('{"title":')
  expect(await text('kit', 'item')).toBe('{')
  expect(await text('frames', 'frame')).toBe('{"snap')
  expect((await after()).plan).toEqual({ version: 3, ground: 'lost' })
})
