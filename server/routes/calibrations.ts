/** Calibrations of kit items. */
import { Router } from 'express'
import { idParams, saveCalibrationSchema } from '@core/api/api'
import { deletable } from '../http/deletable'
import { conflict, gone, invalid } from '../http/problem'
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
  deletable(router, 'calibration', store.setDeleted)
  return router
}
