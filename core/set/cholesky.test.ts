import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { cholesky } from './cholesky'

test('property: the factor times itself is the matrix, for odd and even sizes', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 9 }).chain((n) =>
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), {
          minLength: n * n,
          maxLength: n * n
        })
      ),
      (entries) => {
        const n = Math.sqrt(entries.length)
        // B·Bᵀ + 1: symmetric and positive definite whatever B is.
        const m = new Float64Array(n * n)
        for (let i = 0; i < n; i++)
          for (let j = 0; j < n; j++) {
            m[i * n + j] = i === j ? 1 : 0
            for (let k = 0; k < n; k++) m[i * n + j]! += entries[i * n + k]! * entries[j * n + k]!
          }
        const factor = m.slice()
        cholesky(factor, n)
        for (let i = 0; i < n; i++)
          for (let j = 0; j <= i; j++) {
            let sum = 0
            for (let k = 0; k <= j; k++) sum += factor[i * n + k]! * factor[j * n + k]!
            expect(sum).toBeCloseTo(m[i * n + j]!, 10)
          }
      }
    )
  )
})
