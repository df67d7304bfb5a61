import { expect, test } from '@jest/globals'
import { testCamera, testModifier, testStrobe } from '@core/testing'
import { changeLine, figureChanges } from './kitHistory'

const strobe = testStrobe()
const lines = (...args: Parameters<typeof figureChanges>): string[] =>
  figureChanges(...args).map(changeLine)

test('each figure by its name, with its unit, from and to', () => {
  const after = { ...strobe, guideNumberM: strobe.guideNumberM + 4, highSpeedSync: false }
  expect(lines(strobe, after)).toEqual([
    expect.stringMatching(/^Guide number \d+ m at ISO 100 → \d+ m at ISO 100$/),
    expect.stringMatching(/ yes → no$/)
  ])
  const snoot = testModifier({ lossStops: 0.9 })
  expect(lines(snoot, { ...snoot, lossStops: 1.6 })).toEqual([
    expect.stringMatching(/\+0\.9 stops → \+1\.6 stops$/)
  ])
})

test('a table is named once, however much of it changed; what is the same is not named', () => {
  const durations = [
    { powerStops: -6, t01: 0.0001 },
    { powerStops: 0, t01: 0.004 }
  ]
  expect(lines({ ...strobe, durations: [] }, { ...strobe, durations })).toEqual(['Flash durations'])
  expect(lines(testCamera(), testCamera())).toEqual([])
})

test('what was not known is said so', () => {
  expect(lines({ ...strobe, shortestT01S: null }, { ...strobe, shortestT01S: 0.00005 })[0]).toMatch(
    /not known → /
  )
})
