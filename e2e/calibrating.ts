/** What tests of the bench share: kit of their own, and where its rows are. */
import type { APIRequestContext, Page } from '@playwright/test'
import type { CalibrationRecord, KitRecord } from '../core/api/api'
import type { KitItem } from '../core/kit/kit'
import { expect } from './fixtures'

export const items = async (request: APIRequestContext): Promise<Map<string, KitItem>> => {
  const records = (await (await request.get('/api/kit')).json()) as KitRecord[]
  return new Map(records.map(({ item }) => [item.id, item]))
}
export const own = async <T extends KitItem>(
  request: APIRequestContext,
  of: string,
  part: Partial<T>
): Promise<T> => {
  const item = { ...(await items(request)).get(of)!, ...part } as T
  const answer = await request.put(`/api/kit/${item.id}`, { data: { version: null, item } })
  expect(answer.ok()).toBe(true)
  return item
}
export const kept = async (
  request: APIRequestContext,
  kitId: string
): Promise<CalibrationRecord[]> =>
  ((await (await request.get('/api/calibrations')).json()) as CalibrationRecord[]).filter(
    (record) => record.kitId === kitId
  )
export const says = (page: Page) => page.locator('[data-says]')
export const reading = (page: Page, name: string) =>
  page.getByLabel(`Meter says, ${name}`, { exact: true })
