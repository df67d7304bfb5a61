/** The simulated studio of a shoot. */
import { randomInt } from 'node:crypto'
import { Router } from 'express'
import { idParams } from '@core/api/api'
import { practiceSchema } from '@core/api/devices'
import { notFound } from '../http/problem'
import { parse } from '../http/validate'
import { found } from '../services/found'
import type { PracticeStudios } from '../services/practice'
import type { ShootStore } from '../store/shoots'

export function practiceRoutes(practice: PracticeStudios, shoots: ShootStore): Router {
  const router = Router({ mergeParams: true })
  router.put('/', async (req, res) => {
    const { id } = parse(idParams, req.params)
    const { seed = randomInt(2 ** 31) } = parse(practiceSchema, req.body ?? {})
    res.json(await practice.start(found(await shoots.get(id)).id, seed))
  })
  router.delete('/', (req, res) => {
    if (!practice.stop(parse(idParams, req.params).id)) throw notFound('simulated studio')
    res.status(204).end()
  })
  return router
}
