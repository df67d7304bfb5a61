/**
 * Lower factor of a symmetric positive definite matrix, in place, two rows by two columns at a time
 * so that each number read serves twice. Source: Cholesky factorisation, any handbook of numerical
 * methods.
 * @param m [n × n]; what lies above the diagonal is left as it is
 */
export function cholesky(m: Float64Array, n: number): void {
  for (let i = 0; i < n; i += 2) {
    const p = i * n
    // The last row of an odd number of them is alone.
    const q = i + 1 < n ? p + n : p
    for (let j = 0; j < i; j += 2) {
      const r = j * n
      const s = r + n
      let pr = 0
      let ps = 0
      let qr = 0
      let qs = 0
      for (let k = 0; k < j; k++) {
        const a = m[p + k]!
        const b = m[q + k]!
        const c = m[r + k]!
        const d = m[s + k]!
        pr += a * c
        ps += a * d
        qr += b * c
        qs += b * d
      }
      const first = m[r + j]!
      const below = m[s + j]!
      const second = m[s + j + 1]!
      const inP = (m[p + j]! - pr) / first
      const inQ = (m[q + j]! - qr) / first
      m[p + j + 1] = (m[p + j + 1]! - ps - inP * below) / second
      if (q > p) m[q + j + 1] = (m[q + j + 1]! - qs - inQ * below) / second
      m[p + j] = inP
      m[q + j] = inQ
    }
    let pp = 0
    let pq = 0
    let qq = 0
    for (let k = 0; k < i; k++) {
      const a = m[p + k]!
      const b = m[q + k]!
      pp += a * a
      pq += a * b
      qq += b * b
    }
    const corner = Math.sqrt(m[p + i]! - pp)
    m[p + i] = corner
    if (q === p) continue
    const under = (m[q + i]! - pq) / corner
    m[q + i] = under
    m[q + i + 1] = Math.sqrt(m[q + i + 1]! - qq - under * under)
  }
}
