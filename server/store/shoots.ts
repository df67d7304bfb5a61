/** Shoots in the database. Plans are whole JSON documents; versions guard every write. */
import type { Knex } from 'knex'
import type { Plan } from '@core/plan/plan'
import type { Shoot, ShootSummary, Stage } from '@core/api/api'

interface Row {
  id: string
  version: number
  stage: Stage
  plan: string
  created_at: string
  updated_at: string
  deleted_at: string | null
}

const toShoot = (row: Row): Shoot => ({
  id: row.id,
  version: row.version,
  stage: row.stage,
  createdAt: row.created_at,
  updatedAt: row.updated_at,
  plan: JSON.parse(row.plan) as Plan
})

const kitIdsOf = (plan: Plan): string[] => [
  ...new Set([
    plan.camera.id,
    plan.lens.id,
    ...plan.lights.flatMap((light) => [light.strobe.id, ...light.modifiers.map((each) => each.id)])
  ])
]

async function writeUses(db: Knex, shootId: string, plan: Plan): Promise<void> {
  await db('kit_uses').where({ shoot_id: shootId }).delete()
  await db('kit_uses').insert(kitIdsOf(plan).map((kit_id) => ({ shoot_id: shootId, kit_id })))
}

export type SaveResult =
  | { readonly kind: 'saved'; readonly shoot: Shoot }
  | { readonly kind: 'stale'; readonly version: number }
  | { readonly kind: 'missing' }

export function shootStore(db: Knex) {
  const alive = () => db<Row>('shoots').whereNull('deleted_at')

  const get = async (id: string): Promise<Shoot | null> => {
    const row = await alive().where({ id }).first()
    return row ? toShoot(row) : null
  }

  return {
    get,

    list: async (): Promise<ShootSummary[]> => {
      const rows = (await alive()
        .select('id', 'version', 'stage', 'updated_at')
        .select(
          db.raw(
            "json_extract(plan, '$.title') as title, json_extract(plan, '$.look') as look, " +
              "json_extract(plan, '$.subject.shape') as shape, " +
              "json_extract(plan, '$.lights') as lights"
          )
        )
        .select(
          db.raw(
            '(select count(*) from frames ' +
              'where shoot_id = shoots.id and frames.deleted_at is null) as frames'
          )
        )
        .select(
          db.raw(
            '(select id from frames where shoot_id = shoots.id and frames.deleted_at is null ' +
              "and image is not null and json_extract(frame, '$.kind') = 'lit' " +
              'order by seq desc limit 1) as picture'
          )
        )
        .orderBy('updated_at', 'desc')) as unknown as (Row &
        Pick<ShootSummary, 'title' | 'look' | 'frames' | 'picture'> & {
          shape: ShootSummary['set']['shape']
          lights: string
        })[]
      return rows.map((row) => ({
        id: row.id,
        title: row.title,
        look: row.look,
        stage: row.stage,
        frames: row.frames,
        picture: row.picture,
        version: row.version,
        updatedAt: row.updated_at,
        set: {
          shape: row.shape,
          lights: (JSON.parse(row.lights) as Plan['lights'])
            .filter((light) => light.on)
            .map(({ id, at, mount }) => ({
              id,
              azimuthDeg: at.azimuthDeg,
              atLens: mount === 'lens'
            }))
        }
      }))
    },

    count: async (): Promise<number> => Number((await alive().count({ n: '*' }).first())?.n ?? 0),

    create: async (
      id: string,
      plan: Plan,
      stage: Stage,
      at = new Date().toISOString()
    ): Promise<Shoot> =>
      db.transaction(async (trx) => {
        await trx<Row>('shoots').insert({
          id,
          version: 1,
          stage,
          plan: JSON.stringify(plan),
          created_at: at,
          updated_at: at
        })
        await writeUses(trx, id, plan)
        return toShoot((await trx<Row>('shoots').where({ id }).first())!)
      }),

    /** Writes only when `version` is still the present one. */
    save: async (id: string, version: number, plan: Plan): Promise<SaveResult> =>
      db.transaction(async (trx) => {
        const written = await trx<Row>('shoots')
          .where({ id, version })
          .whereNull('deleted_at')
          .update({
            plan: JSON.stringify(plan),
            version: version + 1,
            updated_at: new Date().toISOString()
          })
        const row = await trx<Row>('shoots').where({ id }).whereNull('deleted_at').first()
        if (!row) return { kind: 'missing' as const }
        if (written === 0) return { kind: 'stale' as const, version: row.version }
        await writeUses(trx, id, plan)
        return { kind: 'saved' as const, shoot: toShoot(row) }
      }),

    /** Which stage was reached is no part of the plan: it needs no version. */
    reach: async (id: string, stage: Stage): Promise<boolean> =>
      (await alive().where({ id }).update({ stage })) > 0,

    setDeleted: async (id: string, deleted: boolean): Promise<boolean> =>
      (await db<Row>('shoots')
        .where({ id })
        .update({ deleted_at: deleted ? new Date().toISOString() : null })) > 0
  }
}
export type ShootStore = ReturnType<typeof shootStore>
