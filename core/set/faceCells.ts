/**
 * Light of a face across which an edge runs: of a shadow, of the beam or of the surface's horizon.
 * The face is cut into cells (faceRegion.ts). A cell is out when it is proved so (all of it outside
 * the beam's spot or below the horizon, or hidden: cellShade.ts), in when nothing can reach it,
 * shared out where a single edge runs across it (partCell.ts), and cut again as long as none of
 * these is known: no thing and no beam is too small to be found.
 */
import { beginShade, hiddenSpot, shade, shadeOf } from './cellShade'
import type { Emitter } from './emitter'
import { fromFacePoint } from './faceLight'
import {
  areaOf,
  corners,
  first,
  IN,
  lieOf,
  NONE,
  oneEdge,
  onFace,
  OUT,
  overFace,
  putCorners,
  putSpot,
  setRegion,
  spot
} from './faceRegion'
import { partLeft, triangles } from './partCell'
import type { Surfaces } from './surface'
import { length2, type Vec } from './vec'

/** How often cells are cut at least where an edge runs across them, and where less will do. */
export const FINE = 4
export const COARSE = 2
/** Cells at most on one level, and how often a cell is cut at most. */
const MOST_CELLS = 1024
const DEEPEST = 7
/** Below this share of what is lit, what is not known does not matter: it is looked at by points. */
const ENOUGH = 0.1
/** A cell with a reach this large against its distance is summed by four points. */
const SMOOTH = 0.7 / Math.SQRT2
/** One with a reach this large is summed over triangles of its part. */
const PART = 0.2
/** Less than this share of a large cell is told by smaller ones. */
const SLIVER = 0.2
const GAUSS = 1 / Math.sqrt(3)
/** Four points askew: an edge along the cells crosses them one after the other. */
const ASKEW = [-0.75, -0.25, 0.75, 0.25]

let cells = new Float64Array(2 * MOST_CELLS)
let next = new Float64Array(2 * MOST_CELLS)
/** Of each cell the blockers that may hide some of it, as bits. */
let amongs = new Int32Array(MOST_CELLS)
let nextAmongs = new Int32Array(MOST_CELLS)

/** What the loops below share; set by faceCells. */
let emitter!: Emitter
let normal: Vec | null = null
/** From the point the way to a spot of the face, as for Surfaces.stops. */
const line = new Float64Array(6)
/** The way from the point to the face's middle, and its two directions: read ever so often. */
const frame = new Float64Array(9)

/** Light of `spot`, per share of the face's area; 0 outside beam and horizon. */
function lightOfSpot(): number {
  const u = spot[0]!
  const v = spot[1]!
  line[3] = frame[0]! + u * frame[3]! + v * frame[6]!
  line[4] = frame[1]! + u * frame[4]! + v * frame[7]!
  line[5] = frame[2]! + u * frame[5]! + v * frame[8]!
  return fromFacePoint(emitter, line, normal)
}

/**
 * Light of a cell by four points.
 * @param among bits of the blockers that may hide some of it
 * @param sure whether nothing hides it and it lies within every edge
 */
function lightOfCell(
  p: number,
  q: number,
  halfP: number,
  halfQ: number,
  share: number,
  among: number,
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
    if (e > 0 && (sure || !hiddenSpot(among))) sum += e
  }
  return (sum * share) / 4
}

/** The same by sixteen points. */
function lightOfQuarters(
  p: number,
  q: number,
  halfP: number,
  halfQ: number,
  share: number,
  among: number
): number {
  let sum = 0
  for (let k = 0; k < 4; k++)
    sum += lightOfCell(
      p + (k & 1 ? halfP : -halfP) / 2,
      q + (k & 2 ? halfQ : -halfQ) / 2,
      halfP / 2,
      halfQ / 2,
      share / 4,
      among,
      false
    )
  return sum
}

/**
 * Light of a cell that one edge runs across; −1 where that is no single line or arc, or leaves less
 * than the least share.
 */
function lightOfPart(
  edge: number,
  p: number,
  q: number,
  halfP: number,
  halfQ: number,
  leastLeft: number
): number {
  if (partLeft(edge, p, q, halfP, halfQ) < leastLeft) return -1
  let sum = 0
  for (let i = 0; i < 3 * triangles.count; i += 3) {
    putSpot(triangles.rows[i]!, triangles.rows[i + 1]!)
    sum += triangles.rows[i + 2]! * lightOfSpot()
  }
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

/**
 * Light of one face at one point, over its cells.
 * @param facing normal of the surface there, unit; null: light counts from every side alike
 * @param things indices of the surfaces that may stand in the way
 * @param count how many of them
 * @param least how often cells are cut at least where an edge runs across them
 */
export function faceCells(
  ofEmitter: Emitter,
  surfaces: Surfaces,
  at: Vec,
  facing: Vec | null,
  things: Int32Array,
  count: number,
  least: number
): number {
  emitter = ofEmitter
  normal = facing
  const { across, upward, smoothTan, areaMm2 } = emitter
  const over = overFace(emitter, at)
  const [overU, overV, ahead] = over
  if (ahead <= 0 || !setRegion(emitter, over, normal, least < FINE)) return 0
  for (let k = 0; k < 3; k++) {
    line[k] = at[k]!
    frame[k] = emitter.at[k]! - at[k]!
    frame[3 + k] = across[k]!
    frame[6 + k] = upward[k]!
  }
  beginShade(emitter, surfaces, at, over, things, count)
  let halfP = first.halfP
  let halfQ = first.halfQ
  for (let i = 0; i < first.count; i++) {
    cells[2 * i] = first.p + 2 * i * halfP
    cells[2 * i + 1] = first.q
    amongs[i] = -1
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
      putCorners(p, q, halfP, halfQ)
      const reach = first.sectors ? reachOf() : length2(halfP, halfQ)
      const lie = lieOf(reach)
      if (lie === OUT) continue
      const shadow = shadeOf(amongs[i]!, reach / emitter.radiusMm, level)
      if (shadow === OUT) continue
      const sure = lie === IN && shadow === IN
      const far = Math.min(length2(length2(u - overU, v - overV), ahead), ahead * smoothTan)
      if (sure && reach < SMOOTH * far) {
        sum += lightOfCell(p, q, halfP, halfQ, share, 0, true)
        continue
      }
      const edge = shadow === IN ? oneEdge() : lie === IN ? shade.edgeOf : NONE
      if (edge !== NONE && reach < PART * far) {
        const light = lightOfPart(edge, p, q, halfP, halfQ, level < least ? SLIVER : 0)
        if (light >= 0) {
          sum += light * share
          continue
        }
      }
      if (sure) coarse++
      else if (level >= least) unsure += Math.max(lightOfSpot(), 1e-30) * share
      cells[2 * kept] = p
      cells[2 * kept + 1] = q
      amongs[kept] = shade.reaching
      kept++
    }
    const settled = level >= least && coarse === 0 && unsure < enough * (sum + unsure / 2)
    if (settled || level >= DEEPEST || 4 * kept > MOST_CELLS) {
      // A slit narrower than a cell: more points.
      const fine = !settled && least >= FINE
      for (let i = 0; i < kept; i++)
        sum += fine
          ? lightOfQuarters(cells[2 * i]!, cells[2 * i + 1]!, halfP, halfQ, share, amongs[i]!)
          : lightOfCell(cells[2 * i]!, cells[2 * i + 1]!, halfP, halfQ, share, amongs[i]!, false)
      return sum
    }
    halfP /= 2
    halfQ /= 2
    for (let i = 0; i < kept; i++)
      for (let k = 0; k < 4; k++) {
        nextAmongs[4 * i + k] = amongs[i]!
        next[8 * i + 2 * k] = cells[2 * i]! + (k & 1 ? halfP : -halfP)
        next[8 * i + 2 * k + 1] = cells[2 * i + 1]! + (k & 2 ? halfQ : -halfQ)
      }
    waiting = 4 * kept
    ;[cells, next] = [next, cells]
    ;[amongs, nextAmongs] = [nextAmongs, amongs]
  }
  return sum
}
