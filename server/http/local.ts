/** What may be asked on the server's own machine only. */
import type { Request, Response } from 'express'
import { ProblemError } from './problem'

const LOCAL = ['127.0.0.1', '::1', '::ffff:127.0.0.1']

/**
 * @param detail what may be done only there
 * @throws ProblemError for a request from elsewhere, or one that came in by the door for phones
 */
export function needLocal({ socket }: Request, { locals }: Response, detail: string): void {
  if (locals.paired === true || !LOCAL.includes(socket.remoteAddress ?? ''))
    throw new ProblemError(403, 'Only on the server’s own machine', detail)
}
