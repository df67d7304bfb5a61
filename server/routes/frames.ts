import express, { Router } from 'express'
import { frameSchema } from '@core/run/frame'
import { frameParams, idParams, imageQuery } from '@core/api/api'
import { invalid, notFound } from '../http/problem'
import { parse } from '../http/validate'
import type { PictureStore } from '../services/pictures'
import type { FrameStore } from '../store/frames'
import type { ShootStore } from '../store/shoots'

const MAX_PICTURE = '60mb'

export function frameRoutes(store: FrameStore, shoots: ShootStore, pictures: PictureStore): Router {
  const router = Router({ mergeParams: true })
  const need = async (id: string) => {
    if (!(await shoots.get(id))) throw notFound('shoot')
  }
  router.get('/', async (req, res) => {
    const { id } = parse(idParams, req.params)
    await need(id)
    res.json(await store.list(id))
  })
  router.put('/:frameId', async (req, res) => {
    const { id, frameId } = parse(frameParams, req.params)
    const frame = parse(frameSchema, req.body)
    if (frame.id !== frameId)
      throw invalid([{ path: 'id', message: 'the frame and its address name different things' }])
    await need(id)
    res.json(await store.put(id, frame))
  })
  router.put(
    '/:frameId/image',
    express.raw({ type: () => true, limit: MAX_PICTURE }),
    async (req, res) => {
      const { id, frameId } = parse(frameParams, req.params)
      if (!Buffer.isBuffer(req.body) || req.body.length === 0)
        throw invalid([{ path: 'image', message: 'the picture is empty' }])
      await need(id)
      if (!(await store.setImage(id, frameId, await pictures.keep(req.body))))
        throw notFound('frame')
      res.status(204).end()
    }
  )
  router.get('/:frameId/image', async (req, res) => {
    const { id, frameId } = parse(frameParams, req.params)
    const name = await store.imageName(id, frameId)
    if (!name) throw notFound('picture')
    const { size } = parse(imageQuery, req.query)
    const bytes = await (size === 'small' ? pictures.thumbnail(name) : pictures.read(name)).catch(
      () => {
        throw notFound('picture')
      }
    )
    res.type('image/jpeg').set('Cache-Control', 'private, max-age=31536000, immutable').send(bytes)
  })
  for (const [path, method, deleted] of [
    ['/:frameId', 'delete', true],
    ['/:frameId/restore', 'post', false]
  ] as const)
    router[method](path, async (req, res) => {
      const { id, frameId } = parse(frameParams, req.params)
      if (!(await store.setDeleted(id, frameId, deleted))) throw notFound('frame')
      res.status(204).end()
    })
  return router
}
