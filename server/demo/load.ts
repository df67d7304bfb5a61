/** Puts the demo data into an empty database, once; never over anything of the user's. */
import type { Knex } from 'knex'
import type { PictureStore } from '../services/pictures'
import { frameStore } from '../store/frames'
import { calibrationStore } from '../store/calibrations'
import { kitStore } from '../store/kit'
import { shootStore } from '../store/shoots'
import { keepDrawings } from './assembly'
import { DEMO_CALIBRATIONS } from './calibrations'
import { DEMO_KIT, EARLIER_KIT } from './kit'
import { demoShoots } from './shoots/index'

const FACT = 'demo-loaded'

export async function loadDemo(db: Knex, pictures: PictureStore): Promise<void> {
  if (await db('facts').where({ name: FACT }).first()) return
  const shoots = await demoShoots()
  const names = new Map<string, { readonly jpeg: string; readonly raw: string | null }>()
  for (const { frames } of shoots)
    for (const { frame, jpeg, raw } of frames)
      names.set(frame.id, {
        jpeg: await pictures.keep(jpeg),
        raw: raw && (await pictures.keepRaw(raw))
      })
  await keepDrawings(pictures)
  await db.transaction(async (trx) => {
    const kit = kitStore(trx)
    for (const item of DEMO_KIT) await kit.save(EARLIER_KIT[item.id] ?? item, null)
    // What was guessed first and measured later stays to be looked at.
    for (const item of DEMO_KIT) if (EARLIER_KIT[item.id]) await kit.save(item, 1)
    for (const { id, kitId, calibration } of DEMO_CALIBRATIONS)
      await calibrationStore(trx).save(id, kitId, calibration, null)
    for (const shoot of shoots) {
      const { id, plan, stage, at } = shoot
      await shootStore(trx).create({ id, plan, stage, at })
      for (const { frame } of shoot.frames) {
        await frameStore(trx).put(shoot.id, frame, null)
        const { jpeg, raw } = names.get(frame.id)!
        await frameStore(trx).setImage(shoot.id, frame.id, jpeg)
        if (raw) await frameStore(trx).setRaw(shoot.id, frame.id, raw)
      }
    }
    await trx('facts').insert({ name: FACT, value: new Date().toISOString() })
  })
}
