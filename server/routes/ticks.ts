/** What the user says of the steps of a run. */
import { Router } from 'express'
import { idParams, tickParams } from '@core/api/api'
import { tickSchema } from '@core/run/tick'
import { invalid, notFound } from '../http/problem'
import { parse } from '../http/validate'
import type { Feed } from '../services/feed'
import type { ShootStore } from '../store/shoots'
import type { TickStore } from '../store/ticks'

interface Parts {
  readonly store: TickStore
  readonly shoots: ShootStore
  readonly feed: Feed
}

export function tickRoutes({ store, shoots, feed }: Parts): Router {
  const router = Router({ mergeParams: true })
  const need = async (id: string): Promise<void> => {
    if (!(await shoots.exists(id))) throw notFound('shoot')
  }
  router.get('/', async (req, res) => {
    const { id } = parse(idParams, req.params)
    await need(id)
    res.json(await store.list(id))
  })
  router.put('/:tickId', async (req, res) => {
    const { id, tickId } = parse(tickParams, req.params)
    const tick = parse(tickSchema, req.body)
    if (tick.id !== tickId)
      throw invalid([{ path: 'id', message: 'the tick and its address name different things' }])
    await need(id)
    if (await store.put(id, tick)) feed.say({ kind: 'ticks', shootId: id })
    res.status(204).end()
  })
  return router
}
