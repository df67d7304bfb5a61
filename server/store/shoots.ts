/** Shoots in the database. Plans are whole JSON documents; versions guard every write. */
import type { Knex } from 'knex'
import { openPlan, type Fault } from '@core/plan/open'
import type { Plan } from '@core/plan/plan'
import type { Shoot, Stage } from '@core/api/api'
import { openStoredPlan } from './stored'

export interface ShootRow {
  id: string
  version: number
  stage: Stage
  plan: string
  created_at: string
  updated_at: string
  deleted_at: string | null
  /** what it was made from; a request to make it again is known by this */
  origin: string | null
  /** name of the write that made the present version, as the client gave it */
  last_write: string | null
}

const toShoot = (row: Omit<ShootRow, 'plan'>, plan: Plan): Shoot => ({
  id: row.id,
  version: row.version,
  stage: row.stage,
  createdAt: row.created_at,
  updatedAt: row.updated_at,
  lastWrite: row.last_write,
  plan
})

const kitIdsOf = (plan: Plan): string[] => [
  ...new Set([
    plan.camera.id,
    plan.lens.id,
    ...[plan.meter, plan.housing].flatMap((each) => (each ? [each.id] : [])),
    ...plan.lensFilters.map((each) => each.id),
    ...plan.lights.flatMap((light) => [
      light.strobe.id,
      ...(light.firedBy?.kind === 'link' ? [light.firedBy.link.id] : []),
      ...[...light.modifiers, ...light.filters].map((each) => each.id)
    ])
  ])
]

async function writeUses(db: Knex, shootId: string, plan: Plan): Promise<void> {
  await db('kit_uses').where({ shoot_id: shootId }).delete()
  await db('kit_uses').insert(kitIdsOf(plan).map((kit_id) => ({ shoot_id: shootId, kit_id })))
}

export type Found =
  | { readonly kind: 'found'; readonly shoot: Shoot }
  | { readonly kind: 'unreadable'; readonly faults: readonly Fault[]; readonly stored: string }
  | { readonly kind: 'missing' }

export type SaveResult =
  | { readonly kind: 'saved'; readonly shoot: Shoot }
  | { readonly kind: 'stale'; readonly version: number }
  | { readonly kind: 'deleted' | 'missing' }

export type CreateResult =
  { readonly kind: 'made' | 'known'; readonly shoot: Shoot } | { readonly kind: 'taken' }

interface NewShoot {
  readonly id: string
  readonly plan: Plan
  readonly stage: Stage
  readonly origin?: string
  /** when it was made; now when left out */
  readonly at?: string
}

export function shootStore(db: Knex) {
  const alive = (on: Knex = db) => on<ShootRow>('shoots').whereNull('deleted_at')

  const found = (row: ShootRow | undefined): Found => {
    if (!row) return { kind: 'missing' }
    const opened = openStoredPlan(row.plan)
    return opened.ok
      ? { kind: 'found', shoot: toShoot(row, opened.plan) }
      : { kind: 'unreadable', faults: opened.faults, stored: row.plan }
  }

  return {
    get: async (id: string): Promise<Found> => found(await alive().where({ id }).first()),

    exists: async (id: string): Promise<boolean> =>
      (await alive().where({ id }).first('id')) !== undefined,

    count: async (): Promise<number> => Number((await alive().count({ n: '*' }).first())?.n ?? 0),

    /** Makes a shoot once: asked again for the same, it gives what was made then. */
    create: async (
      { id, plan, stage, origin = '', at = new Date().toISOString() }: NewShoot,
      also?: (trx: Knex.Transaction) => Promise<void>
    ): Promise<CreateResult> =>
      db.transaction(async (trx) => {
        const known = await trx<ShootRow>('shoots').where({ id }).first()
        if (known) {
          const same = known.origin === origin && known.deleted_at === null ? found(known) : null
          return same?.kind === 'found'
            ? { kind: 'known' as const, shoot: same.shoot }
            : { kind: 'taken' as const }
        }
        const row = {
          id,
          version: 1,
          stage,
          plan: JSON.stringify(plan),
          created_at: at,
          updated_at: at,
          origin,
          last_write: null,
          deleted_at: null
        }
        await trx<ShootRow>('shoots').insert(row)
        await writeUses(trx, id, plan)
        await also?.(trx)
        return { kind: 'made' as const, shoot: toShoot(row, plan) }
      }),

    /** Another shoot made from one, both read and written at one moment. */
    copy: async (
      of: string,
      make: (original: Shoot) => NewShoot,
      also: (trx: Knex.Transaction) => Promise<void>
    ): Promise<CreateResult | Exclude<Found, { kind: 'found' }>> =>
      db.transaction(async (trx) => {
        const original = found(await alive(trx).where({ id: of }).first())
        return original.kind === 'found'
          ? shootStore(trx).create(make(original.shoot), also)
          : original
      }),

    /**
     * Writes only when `version` is still the present one; a write that had got through before is
     * known by its name and answered again.
     */
    save: async (
      id: string,
      version: number,
      plan: Plan,
      write: string | null = null
    ): Promise<SaveResult> =>
      db.transaction(async (trx) => {
        const written = await alive(trx)
          .where({ id, version })
          .update({
            plan: JSON.stringify(plan),
            version: version + 1,
            updated_at: new Date().toISOString(),
            last_write: write
          })
        const row = await alive(trx).where({ id }).first()
        if (!row) {
          const deleted = await trx<ShootRow>('shoots').where({ id }).first('id')
          return { kind: deleted ? ('deleted' as const) : ('missing' as const) }
        }
        if (written === 0) {
          const repeated = write !== null && row.last_write === write
          const opened = repeated ? openPlan(JSON.parse(row.plan)) : null
          return opened?.ok
            ? { kind: 'saved' as const, shoot: toShoot(row, opened.plan) }
            : { kind: 'stale' as const, version: row.version }
        }
        await writeUses(trx, id, plan)
        return { kind: 'saved' as const, shoot: toShoot(row, plan) }
      }),

    /** Which stage was reached is no part of the plan: it needs no version. */
    reach: async (id: string, stage: Stage): Promise<boolean> =>
      (await alive().where({ id }).update({ stage })) > 0,

    setDeleted: async (id: string, deleted: boolean): Promise<boolean> =>
      (await db<ShootRow>('shoots')
        .where({ id })
        .update({ deleted_at: deleted ? new Date().toISOString() : null })) > 0
  }
}
export type ShootStore = ReturnType<typeof shootStore>
