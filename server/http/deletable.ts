/** Things that are deleted and can be brought back. */
import type { Router } from 'express'
import { idParams } from '@core/api/api'
import { notFound } from './problem'
import { parse } from './validate'

/**
 * Adds DELETE /:id and POST /:id/restore.
 * @param what the thing in words, for one that is not there
 * @param setDeleted answers whether there is one
 */
export function deletable(
  router: Router,
  what: string,
  setDeleted: (id: string, deleted: boolean) => Promise<boolean>
): void {
  for (const [path, method, deleted] of [
    ['/:id', 'delete', true],
    ['/:id/restore', 'post', false]
  ] as const)
    router[method](path, async (req, res) => {
      if (!(await setDeleted(parse(idParams, req.params).id, deleted))) throw notFound(what)
      res.status(204).end()
    })
}
