/**
 * Frames of a run. Identifiers come from the client, so sending one twice writes it once; versions
 * guard every change. The plan a frame was taken with is stored once, by its hash.
 */
import { createHash } from 'node:crypto'
import type { Knex } from 'knex'
import type { Plan } from '@core/plan/plan'
import { frameNotesSchema, type Frame } from '@core/run/frame'
import type { FrameRecord, RunFrames } from '@core/api/api'
import { faultWords, openStored, openStoredPlan, type Checked } from './stored'

interface Row {
  seq: number
  id: string
  shoot_id: string
  frame: string
  plan_hash: string | null
  version: number
  image: string | null
  raw: string | null
  deleted_at: string | null
}

export const hashOf = (text: string): string =>
  createHash('sha256').update(text).digest('hex').slice(0, 32)

export type FrameSave =
  | { readonly kind: 'saved'; readonly record: FrameRecord }
  | { readonly kind: 'stale'; readonly version: number }
  | { readonly kind: 'deleted' }

function toRecord(row: Row): Checked<FrameRecord> {
  const notes = openStored(frameNotesSchema, row.frame)
  if (!notes.ok) return notes
  if (!row.plan_hash) return { ok: false, faults: [{ path: 'plan', message: 'it has none' }] }
  return {
    ok: true,
    value: {
      frame: notes.value,
      plan: row.plan_hash,
      version: row.version,
      hasImage: row.image !== null,
      hasRaw: row.raw !== null,
      seq: row.seq
    }
  }
}

async function plansOf(db: Knex, hashes: readonly string[]): Promise<Map<string, Plan>> {
  const rows = (await db('plans').whereIn('hash', [...new Set(hashes)])) as {
    hash: string
    plan: string
  }[]
  return new Map(
    rows.flatMap(({ hash, plan }) => {
      const opened = openStoredPlan(plan)
      return opened.ok ? [[hash, opened.plan] as const] : []
    })
  )
}

export function frameStore(db: Knex) {
  const one = (on: Knex, shootId: string, id: string) =>
    on<Row>('frames').where({ shoot_id: shootId, id })
  const alive = (shootId: string) =>
    db<Row>('frames').where({ shoot_id: shootId }).whereNull('deleted_at')

  return {
    list: async (shootId: string): Promise<RunFrames> => {
      const rows = await alive(shootId).orderBy('seq')
      const plans = await plansOf(
        db,
        rows.flatMap((row) => row.plan_hash ?? [])
      )
      const frames: FrameRecord[] = []
      const unreadable: RunFrames['unreadable'][number][] = []
      for (const row of rows) {
        const record = toRecord(row)
        if (!record.ok) unreadable.push({ id: row.id, why: faultWords(record.faults) })
        else if (!plans.has(record.value.plan))
          unreadable.push({ id: row.id, why: 'the plan it was taken with' })
        else frames.push(record.value)
      }
      return { frames, plans: Object.fromEntries(plans), unreadable }
    },

    /** @param version null for a new frame */
    put: async (shootId: string, frame: Frame, version: number | null): Promise<FrameSave> => {
      const { plan, ...notes } = frame
      const planText = JSON.stringify(plan)
      const row = {
        frame: JSON.stringify(notes),
        plan_hash: hashOf(planText),
        version: (version ?? 0) + 1
      }
      return db.transaction(async (trx) => {
        await trx('plans')
          .insert({ hash: row.plan_hash, plan: planText })
          .onConflict('hash')
          .ignore()
        const written =
          version === null
            ? (
                await trx<Row>('frames')
                  .insert({ ...row, id: frame.id, shoot_id: shootId })
                  .onConflict(['shoot_id', 'id'])
                  .ignore()
                  .returning('seq')
              ).length
            : await one(trx, shootId, frame.id)
                .where({ version })
                .whereNull('deleted_at')
                .update(row)
        const now = await one(trx, shootId, frame.id).first()
        if (!now || now.deleted_at !== null) return { kind: 'deleted' as const }
        const same = now.frame === row.frame && now.plan_hash === row.plan_hash
        if (written === 0 && !(same && now.version >= row.version))
          return { kind: 'stale' as const, version: now.version }
        const record = toRecord(now)
        if (!record.ok) throw new Error(faultWords(record.faults))
        return { kind: 'saved' as const, record: record.value }
      })
    },

    exists: async (shootId: string, id: string): Promise<boolean> =>
      (await alive(shootId).where({ id }).first('id')) !== undefined,

    imageName: async (shootId: string, id: string): Promise<string | null> =>
      (await alive(shootId).where({ id }).first())?.image ?? null,

    setImage: async (shootId: string, id: string, image: string): Promise<boolean> =>
      (await alive(shootId).where({ id }).update({ image })) > 0,

    /** The frame of a picture, a deleted one too: its file does not make it again. */
    withImage: async (shootId: string, image: string): Promise<string | null> =>
      (await db<Row>('frames').where({ shoot_id: shootId, image }).first('id'))?.id ?? null,

    rawName: async (shootId: string, id: string): Promise<string | null> =>
      (await alive(shootId).where({ id }).first())?.raw ?? null,

    setRaw: async (shootId: string, id: string, raw: string): Promise<boolean> =>
      (await alive(shootId).where({ id }).update({ raw })) > 0,

    setDeleted: async (shootId: string, id: string, deleted: boolean): Promise<boolean> =>
      (await one(db, shootId, id).update({
        deleted_at: deleted ? new Date().toISOString() : null
      })) > 0,

    /** Names of all files that some frame has, deleted ones too: they may be restored. */
    filesInUse: async (): Promise<Set<string>> => {
      const names = async (column: 'image' | 'raw') =>
        (await db<Row>('frames').whereNotNull(column).pluck(column)) as string[]
      return new Set([...(await names('image')), ...(await names('raw'))])
    },

    dropUnusedPlans: async (): Promise<void> => {
      await db('plans')
        .whereNotIn('hash', db('frames').whereNotNull('plan_hash').select('plan_hash'))
        .delete()
    }
  }
}
export type FrameStore = ReturnType<typeof frameStore>

/** All frames of a shoot, copied to another inside a transaction. */
export async function copyFrames(trx: Knex, fromShoot: string, toShoot: string): Promise<void> {
  const rows = await trx<Row>('frames')
    .where({ shoot_id: fromShoot })
    .whereNull('deleted_at')
    .orderBy('seq')
  for (const { id, frame, plan_hash, image, raw } of rows)
    await trx<Row>('frames').insert({ id, shoot_id: toShoot, frame, plan_hash, image, raw })
}
