/** The plan of a shoot as the server has it, once all is saved. */
import type { APIRequestContext, Page } from '@playwright/test'
import type { Shoot } from '../core/api/api'
import { saved } from './fixtures'

export const planOf = async (
  page: Page,
  request: APIRequestContext,
  id: string
): Promise<Shoot['plan']> => {
  await saved(page)
  return ((await (await request.get(`/api/shoots/${id}`)).json()) as Shoot).plan
}
