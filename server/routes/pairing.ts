/** Letting phones in; said on this machine only. */
import { Router } from 'express'
import { pairSchema } from '@core/api/pairing'
import { needLocal } from '../http/local'
import { notFound } from '../http/problem'
import { parse } from '../http/validate'
import type { PairingService } from '../services/pairing'

const WHERE = 'Phones are let in, and shut out again, on the machine the server runs on only.'

export function pairingRoutes(pairing: PairingService): Router {
  const router = Router()
  router.use((req, res, next) => {
    needLocal(req, res, WHERE)
    next()
  })
  router.get('/', (_req, res) => void res.json(pairing.state()))
  router.put('/', async (req, res) => {
    const { secure } = parse(pairSchema, req.body)
    res.json(await pairing.start(secure))
  })
  router.delete('/', async (_req, res) => {
    if (!(await pairing.stop())) throw notFound('open door for phones')
    res.status(204).end()
  })
  return router
}
