/** Three rows of three, that make one kind of colour values of another. */
export type Triple = readonly [number, number, number]
export type Rows = readonly [Triple, Triple, Triple]

export const times = (rows: Rows, [a, b, c]: Triple): Triple => [
  rows[0][0] * a + rows[0][1] * b + rows[0][2] * c,
  rows[1][0] * a + rows[1][1] * b + rows[1][2] * c,
  rows[2][0] * a + rows[2][1] * b + rows[2][2] * c
]
