/** Plans of version 2 gain goals that may yield, bounds and a bag. What cannot be read is left as it was. */
import type { Knex } from 'knex'
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
}

/** Older programs cannot hold goals and bounds. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('goals and bounds cannot be taken out of plans'))
