import { describe, expect, test } from '@jest/globals'
import type { WaterByCard } from '@core/advise/waterByCard'
import { testPlan } from '@core/testing'
import { litByWords, waterByCardWords } from './waterByCard'

const found: WaterByCard = {
  water: 'green',
  extraPerM: 0.42,
  plusMinus: 0.04,
  offStops: 0.05,
  scatterPerM: 0.8,
  veilStops: -2.3,
  longerM: 1.2
}
describe('water by a card', () => {
  test('what it is, how sure, by how much more water; the veil on the far card', () =>
    expect(waterByCardWords(found)).toBe(
      'Green: algae and what they leave. Extra attenuation 0.42 ± 0.04 /m, by 1.2 m more of water. ' +
        'Scattering 0.8 /m: the veil on the far card is 2.3 stops under its grey.'
    ))
  test.each([
    [{ veilStops: 0.5 }, '0.5 stop over its grey'],
    [{ veilStops: -Infinity, scatterPerM: 0 }, 'No veil shows'],
    [{ veilStops: null, scatterPerM: null }, 'not told'],
    [{ offStops: 0.6 }, 'No water explains this within 0.6 stop'],
    [{ plusMinus: 0.5 }, 'Put the far card farther away']
  ])('%o', (part, words) => expect(waterByCardWords({ ...found, ...part })).toContain(words))
  test('what lit it', () => {
    expect(litByWords(testPlan())).toMatch(/^Lit by A .*, where the plan of this frame has it\.$/)
    const dark = testPlan((plan) => plan.lights.forEach((light) => (light.on = false)))
    expect(litByWords(dark)).toContain('daylight')
  })
})
