import { expect, it } from '@jest/globals'
import { factsOf } from '@core/picture/facts'
import type { Picture } from '@core/picture/picture'
import { ledgerOf } from '@core/ledger/ledger'
import { testPlan } from '@core/testing'
import { pictureWords, shownWords, sureWords } from './picture'

const plan = testPlan()
const picture = { width: 2, height: 1, guessed: new Float32Array(2) } as unknown as Picture
const facts = factsOf(picture, Float32Array.of(0, 0, 0, 9, 9, 9))

it('a picture says what is bright, what is black and what clips', () => {
  const ledger = ledgerOf({
    ...plan,
    settings: { ...plan.settings, isoStops: 6, apertureStops: 3 }
  })
  expect(pictureWords(plan, ledger, 'together', ['subject'], facts)).toMatch(
    /^Bright: subject \+[\d.]+; 50\.0 % of the picture is black; 50\.0 % of the picture clips\.$/
  )
  expect(pictureWords(plan, ledger, 'ambient', ['subject'], facts)).toMatch(/^No place is bright; /)
})

it('does not call a clear subject as bright as the light that falls on it', () => {
  const clear = { ...plan, subject: { ...plan.subject, finish: 'clear' as const } }
  const lit = { ...clear, settings: { ...plan.settings, isoStops: 6, apertureStops: 3 } }
  expect(pictureWords(lit, ledgerOf(lit), 'together', ['subject'], facts)).toMatch(
    /^No place is bright; the clear subject shows what stands behind it; 50\.0 % of/
  )
})

it('says which light it shows, and how sure it is', () => {
  expect(shownWords(plan, 'ambient')).toBe('ambient alone, strobes off')
  expect(sureWords({ ...facts, noiseStops: 0.046 })).toBe('noise up to 0.05 stop')
  expect(sureWords({ ...facts, guessed: 0.3, noiseStops: 0.2 })).toMatch(
    /30\.0 % lit through glass/
  )
})
