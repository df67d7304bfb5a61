/** Errors on their way to the client: problem+json (RFC 9457), never a stack trace. */
import type { ErrorRequestHandler, RequestHandler } from 'express'
import type { Logger } from 'pino'
import type { Fault } from '@core/plan/open'
import type { Problem } from '@core/api/api'

export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
    readonly extra: Partial<Pick<Problem, 'errors' | 'currentVersion'>> = {}
  ) {
    super(detail)
  }
}

export const notFound = (what: string): ProblemError =>
  new ProblemError(404, 'Not found', `There is no such ${what}.`)
export const invalid = (errors: readonly Fault[]): ProblemError =>
  new ProblemError(
    422,
    'Some figures are not right',
    errors
      .slice(0, 50)
      .map(({ path, message }) => `${path || 'document'}: ${message}`)
      .join('; '),
    {
      errors: errors.slice(0, 50)
    }
  )
export const conflict = (what: string, currentVersion: number): ProblemError =>
  new ProblemError(
    409,
    'Changed elsewhere',
    `This ${what} was saved from another tab or machine since you opened it.`,
    { currentVersion }
  )

export const gone = (what: string): ProblemError =>
  new ProblemError(
    410,
    'Deleted meanwhile',
    `This ${what} was deleted elsewhere. Bring it back to change it; nothing was written.`
  )
export const unreadable = (what: string, faults: readonly Fault[]): ProblemError =>
  new ProblemError(
    422,
    'Kept, but not readable',
    `What is stored of this ${what} cannot be read by this program. It is kept as it is and can ` +
      'be exported.',
    { errors: faults.slice(0, 20) }
  )

interface BodyError {
  readonly type?: string
  readonly status?: number
}

/** What the disk and the database refuse, in plain words. */
function fromDisk(error: unknown): ProblemError | null {
  const code = String((error as { code?: unknown } | null)?.code)
  if (code.startsWith('SQLITE_BUSY') || code.startsWith('SQLITE_LOCKED'))
    return new ProblemError(
      503,
      'The database is held',
      'Another program has the database at the moment. Nothing was changed; try again in a moment.'
    )
  if (['SQLITE_FULL', 'ENOSPC', 'EDQUOT'].includes(code))
    return new ProblemError(
      507,
      'The disk is full',
      'There is no room left on the disk. Nothing was changed; free some space and try again.'
    )
  if (/^SQLITE_(IOERR|READONLY|CANTOPEN|CORRUPT|NOTADB)|^(EIO|EROFS|EACCES|EPERM)$/.test(code))
    return new ProblemError(
      503,
      'The disk cannot be used',
      'The folder with plans and pictures could not be read or written. Nothing was changed.'
    )
  return null
}

/** What Express's own body readers throw, in plain words. */
function fromBodyReader(error: BodyError): ProblemError | null {
  if (error.type === 'entity.too.large')
    return new ProblemError(413, 'Too large', 'The upload is larger than this server takes.')
  if (error.type === 'entity.parse.failed')
    return invalid([{ path: '', message: 'the body is not valid JSON' }])
  if (typeof error.status === 'number' && error.status >= 400 && error.status < 500)
    return new ProblemError(error.status, 'Bad request', 'The request could not be read.')
  return null
}

export function send(res: Parameters<RequestHandler>[1], problem: ProblemError): void {
  const body: Problem = {
    type: `/problems/${problem.status}`,
    title: problem.title,
    status: problem.status,
    detail: problem.message,
    ...problem.extra
  }
  res.status(problem.status).type('application/problem+json').send(JSON.stringify(body))
}

export const noSuchRoute: RequestHandler = (_req, res) => send(res, notFound('address'))

export const errorHandler =
  (log: Logger): ErrorRequestHandler =>
  (error, req, res, next) => {
    if (res.headersSent) return next(error)
    const known =
      error instanceof ProblemError
        ? error
        : (fromDisk(error) ?? fromBodyReader(error as BodyError))
    if (known && known.status >= 500) log.warn({ err: error, url: req.url }, known.title)
    if (known?.status === 503) res.set('Retry-After', '1')
    if (!known) log.error({ err: error, url: req.url }, 'unexpected')
    send(
      res,
      known ??
        new ProblemError(
          500,
          'Something went wrong here',
          'The server could not do that. Nothing was changed.'
        )
    )
  }
