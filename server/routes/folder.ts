/** The folder that is watched for a shoot. Only on this machine is it said which. */
import { Router, type Request } from 'express'
import { idParams } from '@core/api/api'
import { watchSchema } from '@core/api/folder'
import { notFound, ProblemError } from '../http/problem'
import { parse } from '../http/validate'
import { found } from '../services/found'
import type { WatchedFolders } from '../services/folders'
import type { ShootStore } from '../store/shoots'

const LOCAL = ['127.0.0.1', '::1', '::ffff:127.0.0.1']

/** Others on the network may use the app, not look through the disk. */
function needLocal({ socket }: Request): void {
  if (!LOCAL.includes(socket.remoteAddress ?? ''))
    throw new ProblemError(
      403,
      'Only on the server’s own machine',
      'Which folder is watched can be said on the machine the server runs on only.'
    )
}

export function folderRoutes(folders: WatchedFolders, shoots: ShootStore): Router {
  const router = Router({ mergeParams: true })
  router.get('/', (req, res) => {
    res.json(folders.state(parse(idParams, req.params).id))
  })
  router.put('/', async (req, res) => {
    needLocal(req)
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
