/**
 * What a strobe's light becomes through what is on it: from which face it leaves, how it falls off,
 * and what each modifier takes of it. No stack of modifiers gives more light than enters it.
 */
import type { Face, Modifier } from '../kit/kit'
import { beamShape, beamFlux, edgeHalfDeg, lastAngleDeg, type BeamShape } from '../light/beam'
import { sharedByDiscs, tubeHalfDeg, wallGlow } from '../light/tube'
import type { Light } from '../plan/plan'
import { zoomOf } from '../plan/zoom'
import type { Tube } from './emitter'
import { facePoints, faceRadiusMm } from './faces'

/** Light of one face. */
export interface Part {
  readonly face: Face
  /** a tube before it, its mouth at the light's front */
  readonly tube: Tube | null
  /** 1 on the axis */
  readonly shape: BeamShape
  /** of the whole on the axis */
  readonly share: number
  /** angle off the axis beyond which it sends nothing, degrees, 90 at most */
  readonly lastDeg: number
}
export interface Modified {
  /** the one that gives most on the axis first */
  readonly parts: readonly Part[]
  /** what shows of it from in front */
  readonly front: Face
  /** full angle at whose edge the light is down a stop, or is cut; degrees */
  readonly beamDeg: number
  /** what each modifier changes on the axis far away, stops, in their order */
  readonly stops: readonly number[]
  /** all of them together */
  readonly totalStops: number
  /** whether any was held to what enters it: its figures promise more light than that */
  readonly held: boolean
}

type Worn = Pick<Light, 'strobe' | 'modifiers' | 'zoomMm'>
/** On the way through a stack. */
type Through = Pick<Modified, 'parts' | 'front'>

/**
 * Full angle a modifier cuts the beam to, degrees; null when it does not. Snoot: half angle
 * atan(throat / length), geometry of a black tube.
 */
export const cutAngleDeg = (beam: Modifier['beam']): number | null =>
  beam.kind === 'cut'
    ? beam.beamDeg
    : beam.kind === 'snoot'
      ? 2 * tubeHalfDeg(beam.throatMm, beam.lengthMm)
      : null

/** A shape times what depends on the angle off the axis alone. */
const times = (shape: BeamShape, by: (cosine: number) => number): BeamShape =>
  shape.length > 1
    ? (cosine, round) => {
        const share = by(cosine)
        return share > 0 ? share * shape(cosine, round) : 0
      }
    : (cosine) => {
        const share = by(cosine)
        return share > 0 ? share * shape(cosine, 0) : 0
      }

const tanOf = (cosine: number): number =>
  cosine > 0 ? Math.sqrt(Math.max(0, 1 - cosine * cosine)) / cosine : Infinity

const STEPS = 512
/** A share by the tangent of the angle, from 1 on the axis to 0 at `limit`, as a table. */
function byTangent(limit: number, share: (tangent: number) => number): (cosine: number) => number {
  const table = Float64Array.from({ length: STEPS + 2 }, (_, i) =>
    i < STEPS ? share((limit * i) / STEPS) : 0
  )
  return (cosine) => {
    const x = (tanOf(cosine) / limit) * STEPS
    if (!(x < STEPS)) return 0
    const i = x | 0
    return table[i]! + (table[i + 1]! - table[i]!) * (x - i)
  }
}

/** What the cells of a grid let through. Source: round cells, filled with light (tube.ts). */
function throughCells(fullDeg: number): (cosine: number) => number {
  const cut = Math.tan((fullDeg * Math.PI) / 360)
  return byTangent(cut, (tangent) => sharedByDiscs(tangent / cut))
}

/** Tangent of the angle beyond which nothing of a face shows through its tube. */
const reachOf = (face: Face, { radiusMm, lengthMm }: Tube): number =>
  (Math.min(radiusMm, faceRadiusMm(face)) + radiusMm) / lengthMm

/** What the mouth of a tube shows from afar of the face at its back, a share. */
function throughTube(face: Face, tube: Tube): (cosine: number) => number {
  const { radiusMm, lengthMm } = tube
  const reach = reachOf(face, tube)
  if (face.kind === 'disc' && face.diameterMm === 2 * radiusMm)
    return byTangent(reach, (tangent) => sharedByDiscs(tangent / reach))
  const points = facePoints(face, 4)
  const ways = [0, 1, 2, 3, 4, 5, 6, 7].map(
    (k) => [Math.cos((k * Math.PI) / 4), Math.sin((k * Math.PI) / 4)] as const
  )
  return byTangent(reach, (tangent) => {
    const off = lengthMm * tangent
    let sum = 0
    for (const [c, s] of ways)
      for (let i = 0; i < points.length; i += 3)
        if (Math.hypot(points[i]! + off * c, points[i + 1]! + off * s) <= radiusMm)
          sum += points[i + 2]!
    return sum / ways.length
  })
}

/** All the light of a part, against what an even sphere of its axis's strength gives in 1 sr. */
const fluxOfPart = ({ shape, share, face, tube }: Part): number =>
  share * beamFlux(tube ? times(shape, throughTube(face, tube)) : shape)
const flux = (parts: readonly Part[]): number =>
  parts.reduce((sum, part) => sum + fluxOfPart(part), 0)

/** The face of a modifier, or the one before it. */
const ownFace = ({ face }: Modifier, before: Face): Face => (face.kind === 'keep' ? before : face)

/** Light of one part, evenly spread by a face of its own. */
const lambertian: BeamShape = (cosine) => (cosine > 0 ? cosine : 0)

/** A tube on what comes before it. A face larger than its throat fills it. */
function intoTube(
  { parts, front }: Through,
  radiusMm: number,
  lengthMm: number,
  reflectance: number
): Through {
  const main = parts[0]!
  const mouth: Face = { kind: 'disc', diameterMm: 2 * radiusMm }
  const fits = front.kind !== 'ring' && faceRadiusMm(front) <= radiusMm
  const tube = { radiusMm, lengthMm }
  // A tube behind a tube: what the first lets through by its angle.
  const shape = main.tube ? times(main.shape, throughTube(main.face, main.tube)) : main.shape
  const inside = { ...main, shape, face: fits ? front : mouth, tube: null }
  const passing = { ...inside, tube }
  const wall = reflectance > 0 ? Math.max(0, fluxOfPart(inside) - fluxOfPart(passing)) : 0
  const glow = (wall * wallGlow(radiusMm, lengthMm, reflectance)) / Math.PI
  const reach = reachOf(inside.face, tube)
  const lastDeg = Math.min(main.lastDeg, (Math.atan(reach) * 180) / Math.PI)
  return {
    front: mouth,
    parts: [
      { ...passing, lastDeg },
      ...(glow > 0
        ? [{ face: mouth, tube: null, shape: lambertian, share: glow, lastDeg: 90 }]
        : [])
    ]
  }
}

/** Light after one modifier by its geometry, 1 on the axis, and what it takes there, stops. */
function byGeometry(before: Through, modifier: Modifier): Through & { readonly stops: number } {
  const { beam, lossStops } = modifier
  const front = ownFace(modifier, before.front)
  switch (beam.kind) {
    case 'keep': {
      if (front === before.front) return { ...before, stops: -lossStops }
      const [main, ...rest] = before.parts
      const shape = main!.tube
        ? times(main!.shape, throughTube(main!.face, main!.tube))
        : main!.shape
      return {
        parts: [{ ...main!, shape, face: front, tube: null }, ...rest],
        front,
        stops: -lossStops
      }
    }
    case 'cut': {
      const by = throughCells(beam.beamDeg)
      const parts = before.parts.map((part) => ({
        ...part,
        face: part.tube || front === before.front ? part.face : front,
        shape: times(part.shape, by),
        lastDeg: Math.min(part.lastDeg, beam.beamDeg / 2)
      }))
      return { parts, front, stops: -lossStops }
    }
    case 'snoot':
      return {
        ...intoTube(before, beam.throatMm / 2, beam.lengthMm, beam.innerReflectance),
        stops: -lossStops
      }
    case 'spread': {
      const shape = beamShape({ kind: 'cos' }, beam.beamDeg)
      // It can only spread: a beam wider than its own stays as strong as it is.
      const spread = Math.min(0, Math.log2(flux(before.parts) / beamFlux(shape)))
      return {
        parts: [{ face: front, tube: null, shape, share: 1, lastDeg: 90 }],
        front,
        stops: spread - lossStops
      }
    }
  }
}

/** The same with the user's own figures over it, and never more than enters. */
function through(
  before: Through,
  modifier: Modifier
): Through & { readonly stops: number; readonly held: boolean } {
  const { measured } = modifier
  const made = byGeometry(before, modifier)
  if (measured.length === 0) return { ...made, held: false }
  const stops = measured[0]!.stops
  const parts: readonly Part[] =
    measured.length === 1
      ? made.parts
      : [
          {
            face: made.front,
            tube: null,
            share: 1,
            lastDeg: Math.min(90, measured[measured.length - 1]!.deg),
            shape: beamShape(
              {
                kind: 'table',
                points: measured.map((point) => ({ ...point, stops: point.stops - stops }))
              },
              120
            )
          }
        ]
  const most = Math.log2(flux(before.parts) / flux(parts))
  return { parts, front: made.front, stops: Math.min(stops, most), held: stops > most + 0.005 }
}

function work({ strobe, modifiers, zoomMm }: Worn): Modified {
  const { beamDeg } = zoomOf({ strobe, zoomMm })
  let now: Through = {
    front: strobe.face,
    parts: [
      {
        face: strobe.face,
        tube: null,
        shape: beamShape(strobe.distribution, beamDeg),
        share: 1,
        lastDeg: lastAngleDeg(strobe.distribution)
      }
    ]
  }
  const stops: number[] = []
  let held = false
  let cuts: number[] = []
  let edgeDeg = strobe.distribution.kind === 'cos' ? beamDeg : 2 * edgeHalfDeg(now.parts[0]!.shape)
  for (const modifier of modifiers) {
    const after = through(now, modifier)
    now = { parts: after.parts, front: after.front }
    stops.push(after.stops)
    held ||= after.held
    const cut = cutAngleDeg(modifier.beam)
    if (cut !== null && modifier.measured.length < 2) cuts.push(cut)
    else if (modifier.beam.kind === 'spread' || modifier.measured.length > 1) {
      edgeDeg = 2 * edgeHalfDeg(now.parts[0]!.shape)
      cuts = []
    }
  }
  return {
    ...now,
    stops,
    totalStops: stops.reduce((sum, each) => sum + each, 0),
    held,
    beamDeg: Math.min(edgeDeg, ...cuts)
  }
}

/** What was worked out for a stack last, with the head it was on. */
interface Known {
  readonly strobe: Worn['strobe']
  readonly zoomMm: Worn['zoomMm']
  readonly modified: Modified
}
const known = new WeakMap<object, Known[]>()
/** Heads that one list of modifiers is remembered on: copies of a light share it. */
const MOST_HEADS = 8

/** What a light's modifiers make of it; worked out once for each stack on a head. */
export function modifiedBy(worn: Worn): Modified {
  const list = known.get(worn.modifiers) ?? []
  for (const each of list)
    if (each.strobe === worn.strobe && each.zoomMm === worn.zoomMm) return each.modified
  const { strobe, zoomMm } = worn
  const modified = work(worn)
  known.set(worn.modifiers, [{ strobe, zoomMm, modified }, ...list].slice(0, MOST_HEADS))
  return modified
}
