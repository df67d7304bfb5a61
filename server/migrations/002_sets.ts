/** Plans, kit and frames of one strobe at an angle become sets in space. What cannot be read is left as it was. */
import type { Knex } from 'knex'
import { kitItemForward, snapshotForward } from '@core/plan/older'
import { openPlan } from '@core/plan/open'

export const up = async (knex: Knex): Promise<void> => {
  for (const { id, plan } of (await knex('shoots').select('id', 'plan')) as {
    id: string
    plan: string
  }[]) {
    const opened = openPlan(JSON.parse(plan))
    if (opened.ok)
      await knex('shoots')
        .where({ id })
        .update({ plan: JSON.stringify(opened.plan) })
  }
  for (const { id, item } of (await knex('kit').select('id', 'item')) as {
    id: string
    item: string
  }[])
    await knex('kit')
      .where({ id })
      .update({ item: JSON.stringify(kitItemForward(JSON.parse(item))) })
  for (const { seq, frame } of (await knex('frames').select('seq', 'frame')) as {
    seq: number
    frame: string
  }[]) {
    const old = JSON.parse(frame) as { snapshot: unknown }
    await knex('frames')
      .where({ seq })
      .update({ frame: JSON.stringify({ ...old, snapshot: snapshotForward(old.snapshot) }) })
  }
}

/** Older programs cannot hold what a set holds. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('sets cannot be turned back into single strobes'))
