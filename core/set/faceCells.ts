/**
 * Light of a face across which an edge runs: of a shadow, of the beam or of the surface's horizon.
 * The face is cut into cells. A cell is out when it is proved so (all of it outside the beam's spot
 * or below the horizon, or its four corners hidden by one and the same convex thing, whose shadow
 * is convex), in when nothing can reach it, and cut again as long as neither is known: no thing and
 * no beam is too small to be found. Source: math, convexity of a shadow seen from a point.
 */
import type { Emitter } from './emitter'
import { fromFacePoint } from './faceLight'
import type { Surfaces } from './surface'
import { dot, length2, type Vec } from './vec'

/** Cells at most on one level, and how often a cell is cut at most. */
const MOST_CELLS = 1024
const DEEPEST = 7
/** Below this share of what is lit, what is not known does not matter: it is looked at by points. */
const ENOUGH = 0.4
/** What a cell at the rim of the face counts of that. */
const RIM = 0.2
/** A cell this large against its distance is summed by four points. */
const SMOOTH = 0.7
const GAUSS = 1 / Math.sqrt(3)
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
/** From the point the way to a point of the face, as for Surfaces.stops. */
const line = new Float64Array(6)
/** The way from the point to the face's middle, and its two directions: read ever so often. */
const frame = new Float64Array(9)
/** The disc of the face's plane that the mouth of a tube leaves to be seen; Infinity: no tube. */
let [seenU, seenV, seenMm] = [0, 0, Infinity]

/** Lets a line run to a point of the face. */
function lineTo(u: number, v: number, to: Float64Array): void {
  to[3] = frame[0]! + u * frame[3]! + v * frame[6]!
  to[4] = frame[1]! + u * frame[4]! + v * frame[7]!
  to[5] = frame[2]! + u * frame[5]! + v * frame[8]!
}

/** Light of one point of the face, per share of its area; 0 outside beam and horizon. */
function lightOf(u: number, v: number): number {
  lineTo(u, v, line)
  return fromFacePoint(emitter, line, normal)
}

/** Whether a point of the face's plane lies on the face and shows in its tube's mouth. */
function onFace(u: number, v: number): boolean {
  const { face } = emitter
  if (seenMm < Infinity && length2(u - seenU, v - seenV) > seenMm) return false
  if (face.kind === 'rectangle') return true
  const r = 2 * length2(u, v)
  return face.kind === 'disc' ? r <= face.diameterMm : r <= face.outerMm && r >= face.innerMm
}

const OUT = 0
const IN = 1
const UNSURE = 2
/** A cell's middle against a disc: OUT, IN or UNSURE. */
const against = (distance: number, reach: number, radius: number): number =>
  distance - reach >= radius ? OUT : distance + reach <= radius ? IN : UNSURE

function maskOf(u: number, v: number, reach: number): number {
  const { face } = emitter
  if (face.kind === 'rectangle') return IN
  const r = length2(u, v)
  if (face.kind === 'disc') return against(r, reach, face.diameterMm / 2)
  const outer = against(r, reach, face.outerMm / 2)
  const inner = against(r, reach, face.innerMm / 2)
  if (outer === OUT || inner === IN) return OUT
  return outer === IN && inner === OUT ? IN : UNSURE
}

/** Lines to the corners of a cell: every one beside the one across from it. */
const corners = [0, 1, 2, 3].map(() => new Float64Array(6))

/** Whether blockers hide a cell: IN none can, OUT one hides it all, UNSURE. */
function shadeOf(u: number, v: number, hu: number, hv: number, level: number): number {
  const [first, second, third, fourth] = corners as [Float64Array, Float64Array, ...Float64Array[]]
  lineTo(u - hu, v - hv, first)
  lineTo(u + hu, v + hv, second)
  lineTo(u - hu, v + hv, third!)
  lineTo(u + hu, v - hv, fourth!)
  lineTo(u, v, line)
  let part = false
  for (let i = 0; i < blockerCount; i++) {
    const thing = blockers[i]!
    const hides = surfaces.stops(thing, first)
    // Once an edge is known to run across the cell, only a thing that hides all of it counts.
    if (part && !hides) continue
    if (
      surfaces.stops(thing, second) !== hides ||
      surfaces.stops(thing, third!) !== hides ||
      surfaces.stops(thing, fourth!) !== hides
    )
      part = true
    else if (hides && surfaces.convex(thing)) return OUT
    else if (hides || surfaces.stops(thing, line)) part = true
  }
  if (part) return UNSURE
  // Things smaller than a cell may stand before its middle: cut down to a size where they show.
  return level >= 3 ? IN : mayHide(length2(hu, hv)) ? UNSURE : IN
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
  u: number,
  v: number,
  hu: number,
  hv: number,
  share: number,
  sure: boolean
): number {
  let sum = 0
  for (let k = 0; k < 4; k++) {
    const pu = u + (sure ? (k & 1 ? GAUSS : -GAUSS) : ASKEW[k]!) * hu
    const pv = v + (sure ? (k & 2 ? GAUSS : -GAUSS) : ASKEW[(k + 1) & 3]!) * hv
    if (!sure && !onFace(pu, pv)) continue
    const e = lightOf(pu, pv)
    if (e > 0 && (sure || !surfaces.stopped(blockers, blockerCount, line))) sum += e
  }
  return (sum * share) / 4
}

/** The same by sixteen points. */
function lightOfQuarters(u: number, v: number, hu: number, hv: number, share: number): number {
  let sum = 0
  for (let k = 0; k < 4; k++)
    sum += lightOfCell(
      u + (k & 1 ? hu : -hu) / 2,
      v + (k & 2 ? hv : -hv) / 2,
      hu / 2,
      hv / 2,
      share / 4,
      false
    )
  return sum
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
  const { face, across, upward, axis, limitTan, smoothTan, areaMm2, tube } = emitter
  for (let k = 0; k < 3; k++) {
    line[k] = at[k]!
    for (const corner of corners) corner[k] = at[k]!
    frame[k] = emitter.at[k]! - at[k]!
    frame[3 + k] = across[k]!
    frame[6 + k] = upward[k]!
  }
  const ox = at[0] - emitter.at[0]
  const oy = at[1] - emitter.at[1]
  const oz = at[2] - emitter.at[2]
  const ahead = ox * axis[0] + oy * axis[1] + oz * axis[2]
  if (ahead <= 0) return 0
  // The point straight above the face's plane, and the part of the face its beam reaches it from.
  const pu = ox * across[0] + oy * across[1] + oz * across[2]
  const pv = ox * upward[0] + oy * upward[1] + oz * upward[2]
  const spot = ahead * limitTan
  const depth = tube?.lengthMm ?? 0
  if (ahead <= depth) return 0
  seenMm = tube ? (tube.radiusMm * ahead) / (ahead - depth) : Infinity
  seenU = (-pu * depth) / (ahead - depth)
  seenV = (-pv * depth) / (ahead - depth)
  const halfU = face.kind === 'rectangle' ? face.widthMm / 2 : emitter.radiusMm
  const halfV = face.kind === 'rectangle' ? face.heightMm / 2 : emitter.radiusMm
  const u0 = Math.max(-halfU, pu - spot, seenU - seenMm)
  const u1 = Math.min(halfU, pu + spot, seenU + seenMm)
  const v0 = Math.max(-halfV, pv - spot, seenV - seenMm)
  const v1 = Math.min(halfV, pv + spot, seenV + seenMm)
  if (u0 >= u1 || v0 >= v1) return 0
  const nu = normal === null ? 0 : dot(normal, across)
  const nv = normal === null ? 0 : dot(normal, upward)
  const n0 = normal === null ? 1 : -(normal[0] * ox + normal[1] * oy + normal[2] * oz)
  let [hu, hv] = [(u1 - u0) / 2, (v1 - v0) / 2]
  cells[0] = (u0 + u1) / 2
  cells[1] = (v0 + v1) / 2
  // Few cells are enough where many patches even out what they miss.
  const enough = least < 4 ? 0.8 : ENOUGH
  let waiting = 1
  let sum = 0
  for (let level = 0; waiting > 0; level++) {
    const reach = length2(hu, hv)
    const share = (4 * hu * hv) / areaMm2
    let kept = 0
    let coarse = 0
    let unsure = 0
    for (let i = 0; i < waiting; i++) {
      const u = cells[2 * i]!
      const v = cells[2 * i + 1]!
      const off = length2(u - pu, v - pv)
      const mask = maskOf(u, v, reach)
      const spotted = against(off, reach, spot)
      const shown = tube ? against(length2(u - seenU, v - seenV), reach, seenMm) : IN
      if (mask === OUT || spotted === OUT || shown === OUT) continue
      const beam = spotted === IN && shown === IN ? IN : UNSURE
      const above = n0 + nu * u + nv * v
      const lean = Math.abs(nu) * hu + Math.abs(nv) * hv
      if (above + lean <= 0) continue
      const shade = blockerCount === 0 ? IN : shadeOf(u, v, hu, hv, level)
      if (shade === OUT) continue
      const sure = mask === IN && beam === IN && above >= lean && shade === IN
      const far = Math.min(length2(off, ahead), ahead * smoothTan)
      const fine = 2 * Math.max(hu, hv) < SMOOTH * far
      if (sure && fine) {
        sum += lightOfCell(u, v, hu, hv, share, true)
        continue
      }
      if (sure) coarse++
      else {
        // The face's own edge is as well met by points: what lies past it evens out all round.
        const weight = shade === IN && beam === IN ? RIM : 1
        unsure += Math.max(lightOf(u, v), 1e-30) * share * weight
      }
      cells[2 * kept] = u
      cells[2 * kept + 1] = v
      kept++
    }
    const settled = level >= least && coarse === 0 && unsure < enough * (sum + unsure / 2)
    if (settled || level >= DEEPEST || 4 * kept > MOST_CELLS) {
      // A slit narrower than a cell: more points.
      const fine = !settled && least >= 4
      for (let i = 0; i < kept; i++)
        sum += fine
          ? lightOfQuarters(cells[2 * i]!, cells[2 * i + 1]!, hu, hv, share)
          : lightOfCell(cells[2 * i]!, cells[2 * i + 1]!, hu, hv, share, false)
      return sum
    }
    hu /= 2
    hv /= 2
    for (let i = 0; i < kept; i++)
      for (let k = 0; k < 4; k++) {
        next[8 * i + 2 * k] = cells[2 * i]! + (k & 1 ? hu : -hu)
        next[8 * i + 2 * k + 1] = cells[2 * i + 1]! + (k & 2 ? hv : -hv)
      }
    waiting = 4 * kept
    ;[cells, next] = [next, cells]
  }
  return sum
}
