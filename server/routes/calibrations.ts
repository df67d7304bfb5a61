/** Calibrations of kit items. */
import { Router } from 'express'
import { idParams, saveCalibrationSchema } from '@core/api/api'
import { conflict, gone, invalid, notFound } from '../http/problem'
import { parse } from '../http/validate'
import type { CalibrationStore } from '../store/calibrations'

export function calibrationRoutes(store: CalibrationStore): Router {
  const router = Router()
  router.get('/', async (_req, res) => void res.json(await store.list()))
  router.put('/:id', async (req, res) => {
    const { id } = parse(idParams, req.params)
    const { version, kitId, calibration } = parse(saveCalibrationSchema, req.body)
    const result = await store.save(id, kitId, calibration, version)
    switch (result.kind) {
      case 'no-item':
        throw invalid([{ path: 'kitId', message: 'there is no such item in the kit' }])
      case 'missing':
        throw gone('calibration')
      case 'stale':
        throw conflict('calibration', result.version)
      case 'saved':
        res.json(result.record)
    }
  })
  for (const [path, method, deleted] of [
    ['/:id', 'delete', true],
    ['/:id/restore', 'post', false]
  ] as const)
    router[method](path, async (req, res) => {
      if (!(await store.setDeleted(parse(idParams, req.params).id, deleted)))
        throw notFound('calibration')
      res.status(204).end()
    })
  return router
}
