import { expect, test } from '@jest/globals'
import { makeOnce } from './repeat'

test('asked again after a lost answer, the same request goes out under the same id', async () => {
  const ids: string[] = []
  const lost = (id: string) => {
    ids.push(id)
    return Promise.reject(new Error('no answer'))
  }
  const answered = (id: string) => {
    ids.push(id)
    return Promise.resolve(id)
  }
  await expect(makeOnce('new plume Snail', lost)).rejects.toThrow('no answer')
  await expect(makeOnce('new plume Other', lost)).rejects.toThrow('no answer')
  await makeOnce('new plume Snail', answered)
  expect(ids[2]).toBe(ids[0])
  expect(ids[1]).not.toBe(ids[0])
  // Once made, the same again is another one.
  await makeOnce('new plume Snail', answered)
  expect(ids[3]).not.toBe(ids[0])
  for (const id of ids) expect(id).toMatch(/^[A-Za-z0-9_-]{1,64}$/)
})
