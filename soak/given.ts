/** Documents to begin with: the demo's plans, and those of every older version. */
import { readFileSync } from 'node:fs'
import Database from 'better-sqlite3'
import { demoShoots } from '../server/demo/shoots/index'

export async function givenDocuments() {
  const versions = [1, 2, 3, 4]
  const plans = (await demoShoots()).map((shoot) => shoot.plan)
  const oldPlans = versions.map(
    (version) =>
      (
        JSON.parse(
          readFileSync(`core/plan/migrations/fixtures/version${version}.json`, 'utf8')
        ) as { plan: unknown }
      ).plan
  )
  const oldFrames = versions.flatMap((version) => {
    const db = new Database(`server/migrations/fixtures/version${version}.sqlite`, {
      readonly: true
    })
    const rows = db.prepare('select frame from frames').all() as { frame: string }[]
    db.close()
    return rows.map((row) => JSON.parse(row.frame) as unknown)
  })
  return { plans, oldPlans, oldFrames }
}
