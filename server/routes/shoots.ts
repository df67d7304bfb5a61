import { Router } from 'express'
import {
  idParams,
  newIdQuery,
  newShootSchema,
  renameSchema,
  savePlanSchema,
  stageBodySchema,
  type Shoot
} from '@core/api/api'
import { shorten } from '@core/text'
import { deletable } from '../http/deletable'
import { conflict, gone, notFound } from '../http/problem'
import { parse } from '../http/validate'
import { found } from '../services/found'
import type { Feed } from '../services/feed'
import type { ShootService } from '../services/shoots'
import type { ShootList } from '../store/shootList'
import type { SaveResult, ShootStore } from '../store/shoots'

function saved(result: SaveResult): Shoot {
  if (result.kind === 'saved') return result.shoot
  if (result.kind === 'stale') throw conflict('shoot', result.version)
  throw result.kind === 'deleted' ? gone('shoot') : notFound('shoot')
}

/** A file name out of a title: letters, digits, space, - and _ of it. */
const fileName = (title: string): string =>
  `${shorten(title.replace(/[^\p{L}\p{N} _-]/gu, '').trim(), 60).trim() || 'plan'}.plan.json`

interface Parts {
  readonly store: ShootStore
  readonly list: ShootList
  readonly service: ShootService
  readonly feed: Feed
}

export function shootRoutes({ store, list, service, feed }: Parts): Router {
  const router = Router()
  /** What was saved, told to whoever else has it open. */
  const told = (shoot: Shoot): Shoot => {
    feed.say({ kind: 'plan', shootId: shoot.id, version: shoot.version })
    return shoot
  }
  const find = async (params: unknown) => found(await store.get(parse(idParams, params).id))
  router.get('/', async (_req, res) => void res.json(await list.list()))
  router.post('/', async (req, res) => {
    const { id, title, look } = parse(newShootSchema, req.body)
    res.status(201).json(await service.fromLook(title, look, id))
  })
  router.post('/import', async (req, res) => {
    const { id } = parse(newIdQuery, req.query)
    res.status(201).json(await service.fromPlan(req.body, id))
  })
  router.get('/:id', async (req, res) => void res.json(await find(req.params)))
  router.put('/:id', async (req, res) => {
    const { id } = parse(idParams, req.params)
    const { version, plan, write } = parse(savePlanSchema, req.body)
    res.json(told(saved(await store.save(id, version, plan, write))))
  })
  router.patch('/:id', async (req, res) => {
    const { version, title } = parse(renameSchema, req.body)
    const shoot = await find(req.params)
    res.json(told(saved(await store.save(shoot.id, version, { ...shoot.plan, title }))))
  })
  router.put('/:id/stage', async (req, res) => {
    if (
      !(await store.reach(parse(idParams, req.params).id, parse(stageBodySchema, req.body).stage))
    )
      throw notFound('shoot')
    res.status(204).end()
  })
  /** A plan that cannot be read goes out as it lies there: it is the user's all the same. */
  router.get('/:id/plan', async (req, res) => {
    const { id } = parse(idParams, req.params)
    const result = await store.get(id)
    const [name, text] =
      result.kind === 'unreadable'
        ? [`${id} unread.plan.json`, result.stored]
        : [fileName(found(result).plan.title), JSON.stringify(found(result).plan, null, 2)]
    res.attachment(name).type('application/json').send(text)
  })
  router.post('/:id/duplicate', async (req, res) => {
    const { id } = parse(newIdQuery, req.query)
    res.status(201).json(await service.duplicate(parse(idParams, req.params).id, id))
  })
  deletable(router, 'shoot', store.setDeleted)
  return router
}
