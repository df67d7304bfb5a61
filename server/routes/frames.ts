import express, { Router, type RequestHandler } from 'express'
import pLimit from 'p-limit'
import { frameParams, idParams, imageQuery, saveFrameSchema } from '@core/api/api'
import { isRawHead, MOST_FILE_BYTES } from '@core/measure/rawFile'
import { conflict, gone, invalid, notFound } from '../http/problem'
import { parse } from '../http/validate'
import type { Feed } from '../services/feed'
import type { PictureStore } from '../services/pictures'
import type { FrameStore } from '../store/frames'
import type { ShootStore } from '../store/shoots'

const MAX_PICTURE = '60mb'
/** Pictures are received whole before they are judged: only so many at once. */
const receiving = pLimit(4)

/** Lets a request on when its turn comes, and the next one when it has been answered. */
const inTurn: RequestHandler = (_req, res, next) =>
  void receiving(
    () =>
      new Promise<void>((done) => {
        if (res.closed) return done()
        res.once('close', done)
        next()
      })
  )

interface Parts {
  readonly store: FrameStore
  readonly shoots: ShootStore
  readonly pictures: PictureStore
  readonly feed: Feed
}

export function frameRoutes({ store, shoots, pictures, feed }: Parts): Router {
  const router = Router({ mergeParams: true })
  const need = async (id: string) => {
    if (!(await shoots.exists(id))) throw notFound('shoot')
  }
  const needFrame = async (id: string, frameId: string) => {
    await need(id)
    if (!(await store.exists(id, frameId))) throw notFound('frame')
  }
  router.get('/', async (req, res) => {
    const { id } = parse(idParams, req.params)
    await need(id)
    res.json(await store.list(id))
  })
  router.put('/:frameId', async (req, res) => {
    const { id, frameId } = parse(frameParams, req.params)
    const { frame, version } = parse(saveFrameSchema, req.body)
    if (frame.id !== frameId)
      throw invalid([
        { path: 'frame.id', message: 'the frame and its address name different things' }
      ])
    await need(id)
    const result = await store.put(id, frame, version)
    if (result.kind === 'deleted') throw gone('frame')
    if (result.kind === 'stale') throw conflict('frame', result.version)
    feed.say({ kind: 'frames', shootId: id })
    res.json(result.record)
  })
  router.put(
    '/:frameId/image',
    async (req, _res, next) => {
      // Before the picture is even received: nothing is stored for a frame that is not there.
      const { id, frameId } = parse(frameParams, req.params)
      await needFrame(id, frameId)
      next()
    },
    inTurn,
    express.raw({ type: () => true, limit: MAX_PICTURE }),
    async (req, res) => {
      const { id, frameId } = parse(frameParams, req.params)
      if (!Buffer.isBuffer(req.body) || req.body.length === 0)
        throw invalid([{ path: 'image', message: 'the picture is empty' }])
      if (!(await store.setImage(id, frameId, await pictures.keep(req.body))))
        throw notFound('frame')
      feed.say({ kind: 'frames', shootId: id })
      res.status(204).end()
    }
  )
  router.get('/:frameId/image', async (req, res) => {
    const { id, frameId } = parse(frameParams, req.params)
    const { size } = parse(imageQuery, req.query)
    await need(id)
    const name = await store.imageName(id, frameId)
    if (!name) throw notFound('picture')
    // A frame may get another picture: the browser asks each time, and is told when it is the same.
    res.set({ 'Cache-Control': 'private, no-cache', ETag: `"${size}-${name}"` })
    if (req.fresh) return void res.status(304).end()
    const bytes = await (size === 'small' ? pictures.thumbnail(name) : pictures.read(name)).catch(
      () => {
        throw notFound('picture')
      }
    )
    res.type('image/jpeg').send(bytes)
  })
  router.put(
    '/:frameId/raw',
    async (req, _res, next) => {
      const { id, frameId } = parse(frameParams, req.params)
      await needFrame(id, frameId)
      next()
    },
    inTurn,
    express.raw({ type: () => true, limit: MOST_FILE_BYTES }),
    async (req, res) => {
      const { id, frameId } = parse(frameParams, req.params)
      if (!Buffer.isBuffer(req.body) || !isRawHead(req.body))
        throw invalid([{ path: 'raw', message: 'not a raw file this program knows' }])
      if (!(await store.setRaw(id, frameId, await pictures.keepRaw(req.body))))
        throw notFound('frame')
      feed.say({ kind: 'frames', shootId: id })
      res.status(204).end()
    }
  )
  router.get('/:frameId/raw', async (req, res) => {
    const { id, frameId } = parse(frameParams, req.params)
    await need(id)
    const name = await store.rawName(id, frameId)
    if (!name) throw notFound('raw file')
    const bytes = await pictures.read(name).catch(() => {
      throw notFound('raw file')
    })
    res.attachment(`${frameId}.dng`).type('application/octet-stream').send(bytes)
  })
  for (const [path, method, deleted] of [
    ['/:frameId', 'delete', true],
    ['/:frameId/restore', 'post', false]
  ] as const)
    router[method](path, async (req, res) => {
      const { id, frameId } = parse(frameParams, req.params)
      if (!(await store.setDeleted(id, frameId, deleted))) throw notFound('frame')
      feed.say({ kind: 'frames', shootId: id })
      res.status(204).end()
    })
  return router
}
