import { expect, test } from '@jest/globals'
import { testLight, testModifier, testStrobe } from '../testing'
import { fitting } from './fitting'

const sheet = testModifier({ id: 'sheet' })
const shell = testModifier({
  id: 'shell',
  beam: { kind: 'spread', beamDeg: 120 },
  face: { kind: 'disc', diameterMm: 300 }
})
const tube = (throatMm: number) =>
  testModifier({
    id: `tube${throatMm}`,
    beam: { kind: 'snoot', throatMm, lengthMm: 120, innerReflectance: 0 }
  })
const grid = testModifier({ id: 'grid', beam: { kind: 'cut', beamDeg: 40 } })
const wearing = (...modifiers: (typeof sheet)[]) =>
  testLight({
    strobe: testStrobe({ face: { kind: 'rectangle', widthMm: 60, heightMm: 40 } }),
    modifiers
  })
const ids = (light: ReturnType<typeof wearing>) =>
  fitting(light, [sheet, shell, tube(20), tube(320), grid]).map((each) => each.id)

test('a bare head takes everything, also a tube narrower than its face', () =>
  expect(ids(wearing())).toEqual(['sheet', 'shell', 'tube20', 'tube320', 'grid']))
test('nothing twice', () =>
  expect(ids(wearing(sheet))).toEqual(['shell', 'tube20', 'tube320', 'grid']))
test('before a large face no narrower tube, but a wider one and a grid', () =>
  expect(ids(wearing(shell))).toEqual(['sheet', 'tube320', 'grid']))
test('before a tube a tube as narrow', () =>
  expect(ids(wearing(tube(22)))).toEqual(['sheet', 'shell', 'tube20', 'tube320', 'grid']))
test('four are enough', () =>
  expect(ids(wearing(grid, testModifier({ id: 'a' }), testModifier({ id: 'b' }), sheet))).toEqual(
    []
  ))
