/**
 * Light of a face across which an edge runs: of a shadow, of the beam or of the surface's horizon.
 * The face is cut into cells (faceRegion.ts). A cell is out when it is proved so (all of it outside
 * the beam's spot or below the horizon, or hidden: cellShade.ts), in when nothing can reach it,
 * shared out where one shadow's edge runs across it (partCell.ts), and cut again as long as none of
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
import { middle, partLeft } from './partCell'
import type { Surfaces } from './surface'
import { dot, length2, type Vec } from './vec'

/** How often cells are cut at least where an edge runs across them, and where less will do. */
export const FINE = 4
export const COARSE = 2
/** Cells at most on one level, and how often a cell is cut at most. */
const MOST_CELLS = 1024
const DEEPEST = 7
/** Below this share of what is lit, what is not known does not matter: it is looked at by points. */
const ENOUGH = 0.1
/** What a cell at the rim of the face counts of that. */
const RIM = 0.2
/** A cell with a reach this large against its distance is summed by four points. */
const SMOOTH = 0.7 / Math.SQRT2
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

/** Light of a cell that one shadow's edge runs across; −1 where that is no single line or arc. */
function lightOfPart(p: number, q: number, halfP: number, halfQ: number): number {
  const left = partLeft(shade.edgeOf, p, q, halfP, halfQ)
  putSpot(left > 0 ? middle.p : p, left > 0 ? middle.q : q)
  return left > 0 ? left * lightOfSpot() : left
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
  surfaces: Surfaces,
  at: Vec,
  facing: Vec | null,
  things: Int32Array,
  count: number,
  least: number
): number {
  emitter = ofEmitter
  normal = facing
  const { across, upward, axis, smoothTan, areaMm2 } = emitter
  const over = overFace(emitter, at)
  const [overU, overV, ahead] = over
  if (ahead <= 0 || !setRegion(emitter, overU, overV, ahead, least < FINE)) return 0
  for (let k = 0; k < 3; k++) {
    line[k] = at[k]!
    frame[k] = emitter.at[k]! - at[k]!
    frame[3 + k] = across[k]!
    frame[6 + k] = upward[k]!
  }
  beginShade(emitter, surfaces, at, over, things, count)
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
      // Sectors lie within every edge.
      if (first.sectors) putCorners(p, q, halfP, halfQ)
      const reach = first.sectors ? reachOf() : length2(halfP, halfQ)
      const face = first.sectors ? IN : inFace(u, v, reach)
      const beam = first.sectors || face === OUT ? IN : inBeam(u, v, reach)
      if (face === OUT || beam === OUT) continue
      if (!first.sectors) putCorners(p, q, halfP, halfQ)
      const above = aboveHorizon()
      if (above === OUT) continue
      const shadow = shadeOf(amongs[i]!, reach / emitter.radiusMm, level)
      if (shadow === OUT) continue
      const sure = face === IN && beam === IN && above === IN && shadow === IN
      const far = Math.min(length2(length2(u - overU, v - overV), ahead), ahead * smoothTan)
      if (sure && reach < SMOOTH * far) {
        sum += lightOfCell(p, q, halfP, halfQ, share, 0, true)
        continue
      }
      const oneEdge = shade.edgeOf >= 0 && face === IN && beam === IN && above === IN
      if (oneEdge && level >= least && reach < SMOOTH * far) {
        const light = lightOfPart(p, q, halfP, halfQ)
        if (light >= 0) {
          sum += light * share
          continue
        }
      }
      if (sure) coarse++
      else if (level >= least) {
        // The face's own edge is as well met by points: what lies past it evens out all round.
        const weight = shadow === IN && beam === IN ? RIM : 1
        unsure += Math.max(lightOfSpot(), 1e-30) * share * weight
      }
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
