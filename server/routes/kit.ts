import { Router } from 'express'
import { idParams, kitQuery, saveKitSchema } from '@core/api/api'
import { deletable } from '../http/deletable'
import { conflict, gone, invalid, notFound } from '../http/problem'
import { parse } from '../http/validate'
import type { KitStore } from '../store/kit'

export function kitRoutes(store: KitStore): Router {
  const router = Router()
  router.get(
    '/',
    async (req, res) => void res.json(await store.list(parse(kitQuery, req.query).kind))
  )
  router.get('/unreadable', async (_req, res) => void res.json(await store.unreadable()))
  /** As it lies there, so that one that cannot be read is still the user's. */
  router.get('/:id', async (req, res) => {
    const { id } = parse(idParams, req.params)
    const stored = await store.stored(id)
    if (stored === null) throw notFound('kit item')
    res.attachment(`${id}.kit.json`).type('application/json').send(stored)
  })
  router.get('/:id/history', async (req, res) => {
    const { id } = parse(idParams, req.params)
    if ((await store.stored(id)) === null) throw notFound('kit item')
    res.json(await store.history(id))
  })
  router.put('/:id', async (req, res) => {
    const { id } = parse(idParams, req.params)
    const { item, version } = parse(saveKitSchema, req.body)
    if (item.id !== id)
      throw invalid([
        { path: 'item.id', message: 'the item and its address name different things' }
      ])
    const result = await store.save(item, version)
    if (result.kind === 'missing') throw gone('kit item')
    if (result.kind === 'stale') throw conflict('kit item', result.version)
    res.json(result.record)
  })
  deletable(router, 'kit item', store.setDeleted)
  return router
}
