import { expect, test } from '@jest/globals'
import { testCamera, testLens } from '../testing'
import { fitsMount } from './mount'

test.each([
  ['', '', true],
  ['Slate', '', true],
  ['', 'Cove', true],
  ['Slate', 'Slate', true],
  [' slate ', 'SLATE', true],
  ['Slate', 'Cove', false]
])('a lens of mount “%s” on a camera of “%s”: %s', (lens, camera, fits) =>
  expect(fitsMount(testLens({ mount: lens }), testCamera({ mount: camera }))).toBe(fits)
)
