/** The folder that is watched for a shoot. Only on this machine is it said which. */
import { Router } from 'express'
import { idParams } from '@core/api/api'
import { watchSchema } from '@core/api/folder'
import { needLocal } from '../http/local'
import { notFound } from '../http/problem'
import { parse } from '../http/validate'
import { found } from '../services/found'
import type { WatchedFolders } from '../services/folders'
import type { ShootStore } from '../store/shoots'

/** Others on the network may use the app, not look through the disk. */
const WHERE = 'Which folder is watched can be said on the machine the server runs on only.'

export function folderRoutes(folders: WatchedFolders, shoots: ShootStore): Router {
  const router = Router({ mergeParams: true })
  router.get('/', (req, res) => {
    res.json(folders.state(parse(idParams, req.params).id))
  })
  router.put('/', async (req, res) => {
    needLocal(req, res, WHERE)
    const { id } = parse(idParams, req.params)
    const { path, all } = parse(watchSchema, req.body)
    res.json(await folders.watch(found(await shoots.get(id)).id, path, all))
  })
  router.delete('/', async (req, res) => {
    if (!(await folders.unwatch(parse(idParams, req.params).id))) throw notFound('watched folder')
    res.status(204).end()
  })
  return router
}
