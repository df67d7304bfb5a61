import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@jest/globals'
import knex from 'knex'
import { kitItemSchema } from '../../core/kit/kit'
import { openPlan } from '../../core/plan/open'
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

test.each([1, 2, 3])(
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

test('frames of the first version become frames of a set', async () => {
  const snapshot = {
    pulsedSync: true,
    powerStops: -3,
    distanceMm: 210,
    tiltDeg: 35,
    strobeId: 'strobe',
    modifierId: null,
    modifierName: null
  }
  const { db, after } = await oldDatabase(fixture(1), {}, { id: 'f', snapshot })
  await upFrom(db, 1)
  expect((await after()).frame).toMatchObject({
    snapshot: {
      highSpeedSync: true,
      lights: [{ id: 'A', at: { distanceMm: 210, azimuthDeg: 35, elevationDeg: 0 } }]
    }
  })
})

test('a plan that cannot be read is left as it was', async () => {
  const { db, after } = await oldDatabase({ version: 3, ground: 'lost' }, {}, { id: 'f' })
  await upFrom(db, 1)
  expect((await after()).plan).toEqual({ version: 3, ground: 'lost' })
})
