import { Router } from 'express'
import {
  idParams,
  newShootSchema,
  renameSchema,
  savePlanSchema,
  stageBodySchema
} from '@core/api/api'
import { conflict, notFound } from '../http/problem'
import { parse } from '../http/validate'
import type { ShootService } from '../services/shoots'
import type { SaveResult, ShootStore } from '../store/shoots'

function saved(result: SaveResult) {
  if (result.kind === 'missing') throw notFound('shoot')
  if (result.kind === 'stale') throw conflict('shoot', result.version)
  return result.shoot
}

export function shootRoutes(store: ShootStore, service: ShootService): Router {
  const router = Router()
  const find = async (params: unknown) => {
    const shoot = await store.get(parse(idParams, params).id)
    if (!shoot) throw notFound('shoot')
    return shoot
  }
  router.get('/', async (_req, res) => void res.json(await store.list()))
  router.post('/', async (req, res) => {
    const { title, look } = parse(newShootSchema, req.body)
    res.status(201).json(await service.fromLook(title, look))
  })
  router.post(
    '/import',
    async (req, res) => void res.status(201).json(await service.fromPlan(req.body))
  )
  router.get('/:id', async (req, res) => void res.json(await find(req.params)))
  router.put('/:id', async (req, res) => {
    const { id } = parse(idParams, req.params)
    const { version, plan } = parse(savePlanSchema, req.body)
    res.json(saved(await store.save(id, version, plan)))
  })
  router.patch('/:id', async (req, res) => {
    const { version, title } = parse(renameSchema, req.body)
    const shoot = await find(req.params)
    res.json(saved(await store.save(shoot.id, version, { ...shoot.plan, title })))
  })
  router.put('/:id/stage', async (req, res) => {
    if (
      !(await store.reach(parse(idParams, req.params).id, parse(stageBodySchema, req.body).stage))
    )
      throw notFound('shoot')
    res.status(204).end()
  })
  router.get('/:id/plan', async (req, res) => {
    const { plan } = await find(req.params)
    const name =
      plan.title
        .replace(/[^\p{L}\p{N} _-]/gu, '')
        .trim()
        .slice(0, 60) || 'plan'
    res
      .attachment(`${name}.plan.json`)
      .type('application/json')
      .send(JSON.stringify(plan, null, 2))
  })
  router.post(
    '/:id/duplicate',
    async (req, res) =>
      void res.status(201).json(await service.duplicate(parse(idParams, req.params).id))
  )
  for (const [path, method, deleted] of [
    ['/:id', 'delete', true],
    ['/:id/restore', 'post', false]
  ] as const)
    router[method](path, async (req, res) => {
      if (!(await store.setDeleted(parse(idParams, req.params).id, deleted)))
        throw notFound('shoot')
      res.status(204).end()
    })
  return router
}
