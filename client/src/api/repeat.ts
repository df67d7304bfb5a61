/**
 * Ids for what is made on the server. Asked again because the answer never came, the same request
 * goes out under the same id, so it is made once.
 */
import { nanoid } from 'nanoid'

const pending = new Map<string, string>()

/**
 * @param request what is asked for, told apart by this
 * @param send gets the id to make it under
 */
export async function makeOnce<T>(request: string, send: (id: string) => Promise<T>): Promise<T> {
  const id = pending.get(request) ?? nanoid()
  pending.set(request, id)
  const made = await send(id)
  pending.delete(request)
  return made
}
