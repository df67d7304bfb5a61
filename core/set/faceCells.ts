/**
 * Light of a face across which an edge runs: of a shadow, of the beam or of the surface's horizon.
 * The face is cut into cells (faceRegion.ts). A cell is out when it is proved so (all of it outside
 * the beam's spot or below the horizon, or its four corners hidden by one and the same convex
 * thing, whose shadow is convex), in when nothing can reach it, and cut again as long as neither is
 * known: no thing and no beam is too small to be found. Source: math, convexity of a shadow seen
 * from a point.
 */
import type { Emitter } from './emitter'
import { fromFacePoint } from './faceLight'
import {
  areaOf,
  corners,
  first,
  IN,
  inBeam,
  inFace,
  onFace,
  OUT,
  overFace,
  putCorners,
  putSpot,
  setRegion,
  spot,
  UNSURE
} from './faceRegion'
import type { Surfaces } from './surface'
import { dot, length2, type Vec } from './vec'

/** How often cells are cut at least where an edge runs across them, and where less will do. */
export const FINE = 4
export const COARSE = 2
/** Cells at most on one level, and how often a cell is cut at most. */
const MOST_CELLS = 1024
const DEEPEST = 7
/** Below this share of what is lit, what is not known does not matter: it is looked at by points. */
const ENOUGH = 0.4
/** What a cell at the rim of the face counts of that. */
const RIM = 0.2
/** A cell with a reach this large against its distance is summed by four points. */
const SMOOTH = 0.7 / Math.SQRT2
const GAUSS = 1 / Math.sqrt(3)
/**
 * A cell this small against the face is hidden by a thing that is not convex when its corners and its
 * middle are: gaps that show less of the face are not looked for.
 */
const NARROW = 1 / 8
/** Four points askew: an edge along the cells crosses them one after the other. */
const ASKEW = [-0.75, -0.25, 0.75, 0.25]

let cells = new Float64Array(2 * MOST_CELLS)
let next = new Float64Array(2 * MOST_CELLS)

/** What the loops below share; set by faceCells. */
let emitter!: Emitter
let surfaces!: Surfaces
let at!: Vec
let normal: Vec | null = null
let blockers!: Int32Array
let blockerCount = 0
/** From the point the way to a spot of the face, as for Surfaces.stops; to a cell's corners. */
const line = new Float64Array(6)
const cornerLines = [0, 1, 2, 3].map(() => new Float64Array(6))
/** The way from the point to the face's middle, and its two directions: read ever so often. */
const frame = new Float64Array(9)

/** Lets a line run to a spot of the face: the u and v at `o` of a row. */
function lineTo(to: Float64Array, row: Float64Array, o: number): void {
  const u = row[o]!
  const v = row[o + 1]!
  to[3] = frame[0]! + u * frame[3]! + v * frame[6]!
  to[4] = frame[1]! + u * frame[4]! + v * frame[7]!
  to[5] = frame[2]! + u * frame[5]! + v * frame[8]!
}

/** Light of `spot`, per share of the face's area; 0 outside beam and horizon. */
function lightOfSpot(): number {
  lineTo(line, spot, 0)
  return fromFacePoint(emitter, line, normal)
}

/**
 * Whether blockers hide the cell of `corners` and `spot`: IN none can, OUT one hides it all,
 * UNSURE.
 */
function shadeOf(reach: number, level: number): number {
  for (let k = 0; k < 4; k++) lineTo(cornerLines[k]!, corners, 2 * k)
  lineTo(line, spot, 0)
  let part = false
  for (let i = 0; i < blockerCount; i++) {
    const thing = blockers[i]!
    const hides = surfaces.stops(thing, cornerLines[0]!)
    // Once an edge is known to run across the cell, only a thing that hides all of it counts.
    if (part && !hides) continue
    if (
      surfaces.stops(thing, cornerLines[1]!) !== hides ||
      surfaces.stops(thing, cornerLines[2]!) !== hides ||
      surfaces.stops(thing, cornerLines[3]!) !== hides
    )
      part = true
    else if (
      hides &&
      (surfaces.convex(thing) || (reach < NARROW * emitter.radiusMm && surfaces.stops(thing, line)))
    )
      return OUT
    else if (hides || surfaces.stops(thing, line)) part = true
  }
  if (part) return UNSURE
  // Things smaller than a cell may stand before its middle: cut down to a size where they show.
  return level >= 3 ? IN : mayHide(reach) ? UNSURE : IN
}

const found = new Int32Array(64)
const balls = new Float64Array(8)
/** Whether any of the blockers may stand between the point and a ball at the end of `line`. */
function mayHide(radius: number): boolean {
  for (let k = 0; k < 3; k++) {
    balls[k] = at[k]!
    balls[4 + k] = at[k]! + line[3 + k]!
  }
  balls[7] = radius
  return surfaces.between(balls, -1, found) > 0
}

/** Light of a cell by four points; `sure` where nothing hides it and it lies within every edge. */
function lightOfCell(
  p: number,
  q: number,
  halfP: number,
  halfQ: number,
  share: number,
  sure: boolean
): number {
  let sum = 0
  for (let k = 0; k < 4; k++) {
    putSpot(
      p + (sure ? (k & 1 ? GAUSS : -GAUSS) : ASKEW[k]!) * halfP,
      q + (sure ? (k & 2 ? GAUSS : -GAUSS) : ASKEW[(k + 1) & 3]!) * halfQ
    )
    if (!sure && !onFace(spot[0]!, spot[1]!)) continue
    const e = lightOfSpot()
    if (e > 0 && (sure || !surfaces.stopped(blockers, blockerCount, line))) sum += e
  }
  return (sum * share) / 4
}

/** The same by sixteen points. */
function lightOfQuarters(
  p: number,
  q: number,
  halfP: number,
  halfQ: number,
  share: number
): number {
  let sum = 0
  for (let k = 0; k < 4; k++)
    sum += lightOfCell(
      p + (k & 1 ? halfP : -halfP) / 2,
      q + (k & 2 ? halfQ : -halfQ) / 2,
      halfP / 2,
      halfQ / 2,
      share / 4,
      false
    )
  return sum
}

/** How far the corners of a cell lie from its spot at most, mm. */
function reachOf(): number {
  let most = 0
  for (let k = 0; k < 8; k += 2) {
    const u = corners[k]! - spot[0]!
    const v = corners[k + 1]! - spot[1]!
    most = Math.max(most, u * u + v * v)
  }
  return Math.sqrt(most)
}

/** The plane of the point's surface over the face: where its horizon runs across that. */
const rise = new Float64Array(3)
/** How a cell lies to the horizon: IN above, OUT below, UNSURE across. */
function aboveHorizon(): number {
  let up = 0
  for (let k = 0; k < 8; k += 2)
    if (rise[0]! + rise[1]! * corners[k]! + rise[2]! * corners[k + 1]! > 0) up++
  return up === 0 ? OUT : up === 4 ? IN : UNSURE
}

/**
 * Light of one face at one point, over its cells.
 * @param facing normal of the surface there, unit; null: light counts from every side alike
 * @param things indices of the surfaces that may stand in the way
 * @param count how many of them
 * @param least how often cells are cut at least where an edge runs across them
 */
export function faceCells(
  ofEmitter: Emitter,
  inSurfaces: Surfaces,
  point: Vec,
  facing: Vec | null,
  things: Int32Array,
  count: number,
  least: number
): number {
  emitter = ofEmitter
  surfaces = inSurfaces
  at = point
  normal = facing
  blockers = things
  blockerCount = count
  const { across, upward, axis, smoothTan, areaMm2 } = emitter
  const [overU, overV, ahead] = overFace(emitter, at)
  if (ahead <= 0 || !setRegion(emitter, overU, overV, ahead, least < FINE)) return 0
  for (let k = 0; k < 3; k++) {
    line[k] = at[k]!
    for (const corner of cornerLines) corner[k] = at[k]!
    frame[k] = emitter.at[k]! - at[k]!
    frame[3 + k] = across[k]!
    frame[6 + k] = upward[k]!
  }
  rise[0] =
    normal === null
      ? 1
      : dot(normal, axis) * -ahead - overU * dot(normal, across) - overV * dot(normal, upward)
  rise[1] = normal === null ? 0 : dot(normal, across)
  rise[2] = normal === null ? 0 : dot(normal, upward)
  let halfP = first.halfP
  let halfQ = first.halfQ
  for (let i = 0; i < first.count; i++) {
    cells[2 * i] = first.p + 2 * i * halfP
    cells[2 * i + 1] = first.q
  }
  // Few cells are enough where many patches even out what they miss.
  const enough = least < FINE ? 0.8 : ENOUGH
  let waiting = first.count
  let sum = 0
  for (let level = first.level; waiting > 0; level++) {
    const share = areaOf(halfP, halfQ) / areaMm2
    let kept = 0
    let coarse = 0
    let unsure = 0
    for (let i = 0; i < waiting; i++) {
      const p = cells[2 * i]!
      const q = cells[2 * i + 1]!
      putSpot(p, q)
      const u = spot[0]!
      const v = spot[1]!
      // Sectors lie within every edge.
      if (first.sectors) putCorners(p, q, halfP, halfQ)
      const reach = first.sectors ? reachOf() : length2(halfP, halfQ)
      const face = first.sectors ? IN : inFace(u, v, reach)
      const beam = first.sectors || face === OUT ? IN : inBeam(u, v, reach)
      if (face === OUT || beam === OUT) continue
      if (!first.sectors) putCorners(p, q, halfP, halfQ)
      const above = aboveHorizon()
      if (above === OUT) continue
      const shade = blockerCount === 0 ? IN : shadeOf(reach, level)
      if (shade === OUT) continue
      const sure = face === IN && beam === IN && above === IN && shade === IN
      const far = Math.min(length2(length2(u - overU, v - overV), ahead), ahead * smoothTan)
      if (sure && reach < SMOOTH * far) {
        sum += lightOfCell(p, q, halfP, halfQ, share, true)
        continue
      }
      if (sure) coarse++
      else {
        // The face's own edge is as well met by points: what lies past it evens out all round.
        const weight = shade === IN && beam === IN ? RIM : 1
        unsure += Math.max(lightOfSpot(), 1e-30) * share * weight
      }
      cells[2 * kept] = p
      cells[2 * kept + 1] = q
      kept++
    }
    const settled = level >= least && coarse === 0 && unsure < enough * (sum + unsure / 2)
    if (settled || level >= DEEPEST || 4 * kept > MOST_CELLS) {
      // A slit narrower than a cell: more points.
      const fine = !settled && least >= FINE
      for (let i = 0; i < kept; i++)
        sum += fine
          ? lightOfQuarters(cells[2 * i]!, cells[2 * i + 1]!, halfP, halfQ, share)
          : lightOfCell(cells[2 * i]!, cells[2 * i + 1]!, halfP, halfQ, share, false)
      return sum
    }
    halfP /= 2
    halfQ /= 2
    for (let i = 0; i < kept; i++)
      for (let k = 0; k < 4; k++) {
        next[8 * i + 2 * k] = cells[2 * i]! + (k & 1 ? halfP : -halfP)
        next[8 * i + 2 * k + 1] = cells[2 * i + 1]! + (k & 2 ? halfQ : -halfQ)
      }
    waiting = 4 * kept
    ;[cells, next] = [next, cells]
  }
  return sum
}
