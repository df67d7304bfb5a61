/** Pictures a user attaches to kit: kept small, under the hash of what is kept. */
import express, { Router } from 'express'
import { imageQuery, kitPictureParams } from '@core/api/api'
import { invalid, notFound } from '../http/problem'
import { parse } from '../http/validate'
import type { PictureStore } from '../services/pictures'

const MOST_BYTES = '40mb'

export function kitPictureRoutes(pictures: PictureStore): Router {
  const router = Router()
  router.post('/', express.raw({ type: () => true, limit: MOST_BYTES }), async (req, res) => {
    if (!Buffer.isBuffer(req.body) || req.body.length === 0)
      throw invalid([{ path: 'image', message: 'the picture is empty' }])
    res.status(201).json({ name: await pictures.keepReduced(req.body) })
  })
  router.get('/:name', async (req, res) => {
    const { name } = parse(kitPictureParams, req.params)
    const { size } = parse(imageQuery, req.query)
    const bytes = await (size === 'small' ? pictures.thumbnail(name) : pictures.read(name)).catch(
      () => {
        throw notFound('picture')
      }
    )
    // Named by what it holds: it never changes.
    res.set('Cache-Control', 'private, max-age=31536000, immutable')
    res.type('image/jpeg').send(bytes)
  })
  return router
}
