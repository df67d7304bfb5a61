/**
 * Frames point to the whole plan they were taken with. What older ones held of it, their settings,
 * is put on the shoot's plan; a frame for which that cannot be done is left as it was.
 */
import type { Knex } from 'knex'
import { kitItemSchema, type KitItem } from '@core/kit/kit'
import type { Plan } from '@core/plan/plan'
import { rebuildFrame } from '@core/run/rebuild'
import { hashOf } from '../store/frames'
import { openStored, openStoredPlan, parseJson } from '../store/stored'
import { migrateDocuments, rowsOf } from './documents'

async function kitOf(knex: Knex): Promise<Map<string, KitItem>> {
  const rows = await rowsOf<{ id: string; item: string }>(knex, 'kit', 'id', 'item')
  return new Map(
    rows.flatMap(({ id, item }) => {
      const opened = openStored(kitItemSchema, item)
      return opened.ok ? [[id, opened.value] as const] : []
    })
  )
}

async function plansOf(knex: Knex): Promise<Map<string, Plan>> {
  const rows = await rowsOf<{ id: string; plan: string }>(knex, 'shoots', 'id', 'plan')
  return new Map(
    rows.flatMap(({ id, plan }) => {
      const opened = openStoredPlan(plan)
      return opened.ok ? [[id, opened.plan] as const] : []
    })
  )
}

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('plans', (table) => {
    table.string('hash').primary()
    table.text('plan').notNullable()
  })
  await knex.schema.alterTable('frames', (table) => {
    table.string('plan_hash').nullable().index()
  })
  await migrateDocuments(knex)
  const [kit, plans] = [await kitOf(knex), await plansOf(knex)]
  const frames = await rowsOf<{ seq: number; shoot_id: string; frame: string }>(
    knex,
    'frames',
    'seq',
    'shoot_id',
    'frame'
  )
  for (const { seq, shoot_id, frame } of frames) {
    const plan = plans.get(shoot_id)
    const rebuilt = plan && rebuildFrame(parseJson(frame), plan, kit)
    if (!rebuilt) continue
    const { plan: taken, ...notes } = rebuilt
    const text = JSON.stringify(taken)
    await knex('plans')
      .insert({ hash: hashOf(text), plan: text })
      .onConflict('hash')
      .ignore()
    await knex('frames')
      .where({ seq })
      .update({ frame: JSON.stringify(notes), plan_hash: hashOf(text) })
  }
}

/** Older programs look for settings in the frame itself. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('frames cannot be parted from their plans again'))
