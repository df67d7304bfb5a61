/**
 * What the list of shoots shows, taken out of the plans by the database, so that a long list is not
 * read plan by plan. A plan that cannot be read stands in it by name.
 */
import type { Knex } from 'knex'
import { PLAN_VERSION } from '@core/plan/plan'
import { readableSummarySchema, type ShootSummary } from '@core/api/api'
import type { ShootRow } from './shoots'
import { faultWords, openStoredPlan, parseJson } from './stored'

/** A part of the stored plan; null where it is not JSON. */
const part = (path: string, name: string): string =>
  `case when json_valid(plan) then json_extract(plan, '$.${path}') end as ${name}`

interface Row extends ShootRow {
  title: unknown
  look: unknown
  shape: unknown
  lights: unknown
  plan_version: unknown
  frames: number
  picture: string | null
}

const isOn = (light: unknown): light is { id: unknown; at: unknown; mount: unknown } =>
  typeof light === 'object' && light !== null && (light as { on?: unknown }).on === true

function sketchLights(lights: unknown): unknown {
  return Array.isArray(lights)
    ? lights.filter(isOn).map(({ id, at, mount }) => ({
        id,
        azimuthDeg: (at as { azimuthDeg?: unknown } | null)?.azimuthDeg,
        atLens: mount === 'lens'
      }))
    : null
}

export function shootList(db: Knex) {
  const toSummary = async (row: Row): Promise<ShootSummary> => {
    const shared = {
      id: row.id,
      stage: row.stage,
      frames: row.frames,
      picture: row.picture,
      version: row.version,
      updatedAt: row.updated_at
    }
    const readable = (title: unknown, look: unknown, shape: unknown, lights: unknown) =>
      readableSummarySchema.safeParse({
        ...shared,
        title,
        look,
        unreadable: null,
        set: { shape, lights: sketchLights(lights) }
      })
    const lights = typeof row.lights === 'string' ? parseJson(row.lights) : undefined
    const summary = readable(row.title, row.look, row.shape, lights)
    if (summary.success && row.plan_version === PLAN_VERSION) return summary.data
    const whole = await db<ShootRow>('shoots').where({ id: row.id }).first('plan')
    const opened = openStoredPlan(whole?.plan ?? '')
    if (opened.ok) {
      const { title, look, subject, lights } = opened.plan
      const again = readable(title, look, subject.shape, lights)
      if (again.success) return again.data
    }
    return {
      ...shared,
      title: typeof row.title === 'string' && row.title ? row.title : `Shoot ${row.id}`,
      look: null,
      set: null,
      unreadable: opened.ok ? 'its list entry cannot be made' : faultWords(opened.faults)
    }
  }

  return {
    list: async (): Promise<ShootSummary[]> => {
      const rows = (await db<ShootRow>('shoots')
        .whereNull('deleted_at')
        .select('id', 'version', 'stage', 'updated_at')
        .select(
          db.raw(
            [
              part('title', 'title'),
              part('look', 'look'),
              part('version', 'plan_version'),
              part('subject.shape', 'shape'),
              part('lights', 'lights')
            ].join(', ')
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
              'and image is not null ' +
              "and case when json_valid(frame) then json_extract(frame, '$.kind') end = 'lit' " +
              'order by seq desc limit 1) as picture'
          )
        )
        .orderBy('updated_at', 'desc')) as unknown as Row[]
      return Promise.all(rows.map(toSummary))
    }
  }
}
export type ShootList = ReturnType<typeof shootList>
