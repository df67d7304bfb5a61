/**
 * A vessel with a wall, open at its top, and the liquid in it. What is between two media is a mesh
 * of its own, so that what is met says what lies on either side.
 */
import { disc, swing } from './lathe'
import { newMesh, type Builder, type Mesh } from './mesh'
import { runsOf, type ProfilePoint, type Spot } from './profile'

export interface Vessel {
  /** outside, rim, and the inside above the liquid: glass behind, air before */
  readonly dry: Mesh
  /** the inside under the level: glass behind, liquid before; null: nothing in it */
  readonly wet: Mesh | null
  /** the liquid's level: liquid behind, air before; null: nothing in it */
  readonly level: Mesh | null
  /** how high that is in the box, −1 to 1; null: nothing in it */
  readonly levelAt: number | null
}

export interface VesselShape {
  readonly profile: readonly ProfilePoint[]
  /** of the wall, over the half width and over the height */
  readonly wallOut: number
  readonly wallUp: number
  /** height of the liquid over that of the inside; 0: none */
  readonly filled: number
}

/** The least of an inside, over the half width. */
const NARROWEST = 0.02

/** The inside of an outline, from its foot up: a wall's thickness away, everywhere square to it. */
function insideOf(outer: readonly Spot[], { wallOut, wallUp }: VesselShape): Spot[] {
  const inner: Spot[] = []
  const foot = outer[0]![1] + wallUp * 1.5
  outer.forEach(([out, up], i) => {
    const [a, b] = [outer[Math.max(0, i - 1)]!, outer[Math.min(outer.length - 1, i + 1)]!]
    // The outline's way, as long as walls are thick; its side points inwards.
    const way = [(b[0] - a[0]) / wallOut, (b[1] - a[1]) / wallUp] as const
    const size = Math.hypot(...way) || 1
    const last = i === outer.length - 1
    const spot: Spot = [
      Math.max(NARROWEST, out - (wallOut * (last ? size : way[1])) / size),
      last ? up : up + (wallUp * way[0]) / size
    ]
    const before = inner.at(-1)
    if (!before) {
      if (spot[1] > foot) inner.push([spot[0], foot], spot)
    } else if (spot[1] > before[1] + 1e-6) inner.push(spot)
  })
  return inner
}

/** Parts a line at a height. */
function partedAt(line: readonly Spot[], height: number): readonly [Spot[], Spot[]] {
  const above = line.findIndex((spot) => spot[1] > height)
  if (above <= 0) return above === 0 ? [[], [...line]] : [[...line], []]
  const [a, b] = [line[above - 1]!, line[above]!]
  const t = (height - a[1]) / (b[1] - a[1])
  const spot: Spot = [a[0] + t * (b[0] - a[0]), height]
  return [
    [...line.slice(0, above), spot],
    [spot, ...line.slice(above)]
  ]
}

/** A line of spots from the other end, so that its outside is the other side. */
const back = (line: readonly Spot[]): Spot[] => [...line].reverse()

/** Parts of a vessel, in one box that its outline fills. */
export function vessel(shape: VesselShape): Vessel {
  const runs = runsOf(shape.profile)
  const outer = runs.flat()
  const inner = insideOf(outer, shape)
  const out = Math.max(...outer.map((spot) => spot[0]))
  const ups = outer.map((spot) => spot[1])
  const [least, most] = [Math.min(...ups), Math.max(...ups)]
  const done = (mesh: Builder): Mesh =>
    mesh.done(
      [],
      [
        [-out, least, -out],
        [out, most, out]
      ]
    )
  const dry = newMesh()
  disc(dry, outer[0]!, false)
  for (const run of runs) swing(dry, run)
  if (inner.length < 2) {
    // Its wall leaves no room within.
    disc(dry, outer.at(-1)!, true)
    return { dry: done(dry), wet: null, level: null, levelAt: null }
  }
  const [foot, top] = [inner[0]![1], inner.at(-1)![1]]
  const height = foot + Math.min(0.999, shape.filled) * (top - foot)
  const [under, over] = shape.filled > 0 ? partedAt(inner, height) : [[], inner]
  swing(dry, [outer.at(-1)!, inner.at(-1)!])
  swing(dry, back(over))
  if (under.length === 0) {
    disc(dry, inner[0]!, true)
    return { dry: done(dry), wet: null, level: null, levelAt: null }
  }
  const wet = newMesh()
  swing(wet, back(under))
  disc(wet, under[0]!, true)
  const level = newMesh()
  disc(level, under.at(-1)!, true)
  return {
    dry: done(dry),
    wet: done(wet),
    level: done(level),
    levelAt: (2 * (under.at(-1)![1] - least)) / (most - least) - 1
  }
}
