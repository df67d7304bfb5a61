import express, { Router } from 'express'
import { PIXEL_BYTES, pictureFileQuery } from '@core/api/pictureFile'
import { invalid } from '../http/problem'
import { parse } from '../http/validate'
import { pictureFile } from '../services/pictureFile'

/** As many pixels as a picture has at most that is traced for a whole window, and more. */
const MOST_BYTES = '40mb'

export function pictureRoutes(): Router {
  const router = Router()
  router.post('/', express.raw({ type: () => true, limit: MOST_BYTES }), async (req, res) => {
    const query = parse(pictureFileQuery, req.query)
    const { format, width, height } = query
    const wanted = width * height * PIXEL_BYTES[format]
    const bytes = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0)
    if (bytes.length !== wanted)
      throw invalid([
        {
          path: 'picture',
          message: `${width} × ${height} pixels are ${wanted} bytes; ${bytes.length} came`
        }
      ])
    res.type(`image/${format}`).send(await pictureFile(bytes, query))
  })
  return router
}
