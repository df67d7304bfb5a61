import { expect, test } from '@jest/globals'
import { testCard, testPlan } from '../testing'
import { placesToRead } from './placesToRead'

const sheet = (crop = 1) =>
  testPlan((plan) => {
    plan.subject = { ...plan.subject, widthMm: 10, heightMm: 8 }
    plan.focus = { ...plan.focus, crop }
    plan.places = [
      {
        id: 'P1',
        name: 'right',
        xMm: 6,
        yMm: 3,
        zMm: 0,
        faces: 'lens',
        reflectance: 0.18,
        finish: 'matt'
      }
    ]
  })

test('places lie where the lens throws them: by magnification over the sensor, by hand', () => {
  const plan = sheet()
  const { magnification } = plan.focus
  const own = placesToRead(plan).find(({ place }) => place === 'P1')!
  // 6 mm to the right and 3 up, on a sensor of 36 × 24.
  expect(own.x).toBeCloseTo(0.5 + (6 * magnification) / 36, 3)
  expect(own.y).toBeCloseTo(0.5 - (3 * magnification) / 24, 3)
})

test('a crop changes nothing of where a place lies in the file', () => {
  const at = (crop: number) => placesToRead(sheet(crop)).find(({ place }) => place === 'P1')!
  expect(at(1.5).x).toBeCloseTo(at(1).x, 6)
  expect(at(1.5).y).toBeCloseTo(at(1).y, 6)
})

test('what is hidden is not to be read', () => {
  const plan = sheet()
  const open = placesToRead(plan).map(({ place }) => place)
  expect(open).toContain('subject')
  plan.cards = [
    testCard({
      id: 'K1',
      widthMm: 60,
      heightMm: 60,
      at: { distanceMm: 20, azimuthDeg: 0, elevationDeg: 0 }
    })
  ]
  expect(placesToRead(plan).map(({ place }) => place)).not.toContain('subject')
  expect(open).not.toContain('lens')
})
