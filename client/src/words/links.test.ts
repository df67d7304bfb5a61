import { describe, expect, test } from '@jest/globals'
import type { LinkTrouble } from '@core/checks/check'
import { testLight, testLink, testPlan } from '@core/testing'
import { carriedWords, firedByWords, linkCheckWords, linkLine } from './links'

const TROUBLES: readonly LinkTrouble[] = [
  'unsaid',
  'loop',
  'master-off',
  'master-silent',
  'pre-flash',
  'waits',
  'learns',
  'water',
  'sun',
  'range',
  'blocked',
  'aside',
  'channel',
  'one-power',
  'one-cable',
  'by-hand',
  'high-speed',
  'late',
  'apart'
]
const plan = testPlan((p) => {
  p.lights = [
    testLight({ id: 'A', name: 'Key' }),
    testLight({
      id: 'B',
      name: 'Rim',
      firedBy: { kind: 'link', link: testLink(), of: null, preFlash: false, channel: 3 }
    })
  ]
})
const FIGURES = {
  metres: 12,
  reach: 8,
  sunny: 0,
  off: 70,
  half: 30,
  own: 3,
  other: 5,
  apart: 2,
  seconds: 1 / 125,
  ms: 1.5,
  band: 0.131,
  pixels: 34
}
const says = (trouble: LinkTrouble, light: 'B' | 'H' = 'B', by = 'A'): string =>
  linkCheckWords(plan, {
    kind: 'link',
    trouble,
    state: 'miss',
    light,
    by: trouble === 'blocked' ? 'subject' : by,
    place: null,
    figures: FIGURES,
    remedies: []
  })

describe('links in words', () => {
  test.each(TROUBLES)('%s: one whole sentence that names the light', (trouble) => {
    expect(says(trouble)).toMatch(/^(Rim|The camera gives Rim|Nobody fires Rim).*\.$/)
    expect(says(trouble)).not.toMatch(/undefined|NaN|null/)
  })
  test('figures stand in them', () => {
    expect(says('range')).toContain('reaches 8 m, and it stands 12 m away')
    expect(says('late')).toContain(
      'fires 1.5 ms late: the second curtain covers 13.1 % of the frame'
    )
    expect(says('aside')).toContain('70° off the beam of Key (A), which is 60° wide')
    expect(says('channel')).toContain('on channel 3, Key (A) on 5')
  })
  test('a light that was taken out meanwhile is passed over', () =>
    expect(says('sun', 'H')).toBe(''))
  test('what a link carries, and how a light is fired, in a line', () => {
    expect(carriedWords(testLink())).toBe('carries the signal to fire alone')
    expect(linkLine(testLink({ carriesPower: true, delayMs: 0.4, rangeInSunM: null }))).toBe(
      'radio, 10 m, 0.4 ms late, carries power'
    )
    expect(firedByWords(plan.lights[1]!)).toBe('Test link, channel 3')
    expect(firedByWords({ firedBy: null })).toBe('')
  })
})
