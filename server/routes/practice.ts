/** Simulated studios of shoots, and simulated benches for what is calibrated. */
import { randomInt } from 'node:crypto'
import { Router } from 'express'
import { idParams } from '@core/api/api'
import { practiceSchema } from '@core/api/devices'
import { notFound } from '../http/problem'
import { parse } from '../http/validate'
import type { PracticeKind, PracticeStudios } from '../services/practice'

/** @param need throws where there is no such shoot or item */
export function practiceRoutes(
  practice: PracticeStudios,
  kind: PracticeKind,
  need: (id: string) => Promise<unknown>
): Router {
  const router = Router({ mergeParams: true })
  router.put('/', async (req, res) => {
    const { id } = parse(idParams, req.params)
    const { seed = randomInt(2 ** 31) } = parse(practiceSchema, req.body ?? {})
    await need(id)
    res.json(await practice.start(kind, id, seed))
  })
  router.delete('/', (req, res) => {
    if (!practice.stop(kind, parse(idParams, req.params).id))
      throw notFound(kind === 'bench' ? 'simulated bench' : 'simulated studio')
    res.status(204).end()
  })
  return router
}
