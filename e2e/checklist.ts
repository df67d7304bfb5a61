/** Steps of the checklist as the page shows them and the server has them. */
import type { Page } from '@playwright/test'
import { expect } from './fixtures'

export const row = (page: Page, key: string) => page.locator(`[data-check="${key}"]`)
/** What waits has arrived. */
export const told = (page: Page, id: string, item: string, mark: string) =>
  expect
    .poll(async () => {
      const ticks = (await (await page.request.get(`/api/shoots/${id}/ticks`)).json()) as {
        kind: string
        item?: string
        mark?: string
      }[]
      return ticks.filter((tick) => tick.kind === 'check' && tick.item === item).at(-1)?.mark
    })
    .toBe(mark)
