/** Puts the demo data into an empty database, once; never over anything of the user's. */
import type { Knex } from 'knex'
import type { PictureStore } from '../services/pictures'
import { frameStore } from '../store/frames'
import { kitStore } from '../store/kit'
import { shootStore } from '../store/shoots'
import { DEMO_KIT } from './kit'
import { demoShoots } from './shoots/index'

const FACT = 'demo-loaded'

export async function loadDemo(db: Knex, pictures: PictureStore): Promise<void> {
  if (await db('facts').where({ name: FACT }).first()) return
  const shoots = await demoShoots()
  const names = new Map<string, string>()
  for (const { frames } of shoots)
    for (const { frame, jpeg } of frames) names.set(frame.id, await pictures.keep(jpeg))
  await db.transaction(async (trx) => {
    const kit = kitStore(trx)
    for (const item of DEMO_KIT) await kit.save(item, null)
    for (const shoot of shoots) {
      const { id, plan, stage, at } = shoot
      await shootStore(trx).create({ id, plan, stage, at })
      for (const { frame } of shoot.frames) {
        await frameStore(trx).put(shoot.id, frame, null)
        await frameStore(trx).setImage(shoot.id, frame.id, names.get(frame.id)!)
      }
    }
    await trx('facts').insert({ name: FACT, value: new Date().toISOString() })
  })
}
