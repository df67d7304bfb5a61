/**
 * What throws light back: cards, table, background, the subject, a room's walls, ceiling and floor,
 * each cut into patches.
 */
import type { Body } from '../plan/body'
import type { Card, Plan } from '../plan/plan'
import { cutAtCrossings, cutAtPockets, straightCuts } from './cuts'
import {
  cutSheet,
  cutUp,
  even,
  ofCylinder,
  ofDisc,
  ofEllipsoid,
  type Common,
  type Patch
} from './patches'
import type { PieceOf } from './patchShape'
import { tableSheet } from './sheets'
import { propStanding } from './props'
import { flatFaces, halfSizes, plainShape, type Standing } from './subjectBody'
import type { Sheet } from './surface'
import { add, cross, scale, toRad, type Vec } from './vec'

export interface Reflectors {
  readonly names: readonly string[]
  readonly patches: readonly Patch[]
  /** whether a patch belongs to a room round it all, by index */
  readonly ofRoom: readonly boolean[]
}

/**
 * The strips of a table: what the subject stands on is one, since it is darker than the rest; finer
 * round it.
 */
function tableStrips(footMm: number, halfMm: number): number[] {
  const foot = Math.min(0.5, footMm / halfMm)
  const round = (foot + Math.max(foot, 0.2) * 2) / 2
  return round < 0.8 ? [-1, -round, -foot, foot, round, 1] : [-1, -foot, foot, 1]
}

/** The strips of one wall: as many as it is long, so that no patch is much longer than wide. */
const strips = (halfMm: number, othersMm: number): number[] =>
  even(Math.max(3, Math.min(6, Math.round((4 * halfMm) / othersMm))))

/** Inner sides of a room, facing in. */
export function roomSheets(room: NonNullable<Plan['room']>) {
  const { widthMm, depthMm, leftMm, behindMm, ceilingMm, floorMm } = room
  const [left, right, back, front] = [-leftMm, widthMm - leftMm, -behindMm, depthMm - behindMm]
  const middle: Vec = [(left + right) / 2, (ceilingMm - floorMm) / 2, (back + front) / 2]
  const half: Vec = [widthMm / 2, (ceilingMm + floorMm) / 2, depthMm / 2]
  const side = (axis: 0 | 1 | 2, to: 1 | -1): Sheet => {
    const pick = (k: number): Vec => [k === 0 ? 1 : 0, k === 1 ? 1 : 0, k === 2 ? 1 : 0]
    const normal = scale(pick(axis), -to)
    const across = pick((axis + 1) % 3)
    const at = [...middle] as [number, number, number]
    at[axis] = middle[axis] + to * half[axis]
    return {
      id: 'room',
      kind: 'rectangle',
      at,
      normal,
      across,
      upward: cross(normal, across),
      halfAcross: half[(axis + 1) % 3]!,
      halfUpward: half[(axis + 2) % 3]!
    }
  }
  return {
    walls: [side(0, -1), side(0, 1), side(2, -1), side(2, 1)],
    ceiling: side(1, 1),
    floor: side(1, -1),
    meanHalf: (half[0] + half[1] + half[2]) / 3
  }
}

/** Half of what a subject covers of a table, across and in depth, mm. */
function footOf(subject: Plan['subject']): readonly [number, number] {
  const [a, , c] = halfSizes(subject)
  const angle = toRad(subject.rotationDeg)
  const [co, si] = [Math.abs(Math.cos(angle)), Math.abs(Math.sin(angle))]
  const shape = plainShape(subject)
  const depth = shape === 'sheet' ? 0 : c
  return shape === 'box' || shape === 'sheet'
    ? [Math.max(1, a * co + depth * si), Math.max(1, a * si + depth * co)]
    : [Math.hypot(a * co, c * si), Math.hypot(a * si, c * co)]
}

/** In how many strips a body is cut: round and up, round an end, across a face. */
const SUBJECT_CUTS = { round: 10, up: [5, 3], end: 6, box: 3, sheet: 5 } as const
/** Props are small, and there may be six. */
const PROP_CUTS = { round: 6, up: [3, 2], end: 4, box: 1, sheet: 2 } as const

/** A flat or curved part of a surface, with the edges it is cut along. */
type Part = { readonly us: readonly number[]; readonly vs: readonly number[] } & (
  { readonly sheet: Sheet } | { readonly piece: PieceOf }
)

/** The outside of a body. */
function bodyPieces(
  given: Body,
  standing: Standing | undefined,
  cuts: typeof SUBJECT_CUTS | typeof PROP_CUTS
): Part[] {
  const body = { ...given, shape: plainShape(given) }
  const half = halfSizes(body)
  const flat = flatFaces(body, standing)
  const moved =
    (piece: PieceOf): PieceOf =>
    (u0, u1, v0, v1) => {
      const part = piece(u0, u1, v0, v1)
      return standing ? { ...part, at: add(part.at, standing.at) } : part
    }
  const round = { us: even(cuts.round) }
  switch (body.shape) {
    case 'ellipsoid':
      return [{ ...round, piece: moved(ofEllipsoid(half, body.rotationDeg)), vs: even(cuts.up[0]) }]
    case 'cylinder':
      return [
        { ...round, piece: moved(ofCylinder(half, body.rotationDeg)), vs: even(cuts.up[1]) },
        ...flat.map((sheet) => ({ piece: ofDisc(sheet), us: even(cuts.end), vs: even(1) }))
      ]
    default: {
      const strips = even(flat.length > 2 ? cuts.box : cuts.sheet)
      return flat.map((sheet) => ({ sheet, us: strips, vs: strips }))
    }
  }
}

/**
 * @param cards those in place, with where they stand; flags among them throw nothing back
 * @param indexOf of a surface that stands in the way, by its name; −1: there is none
 */
export function reflectorsOf(
  plan: Plan,
  background: Sheet,
  cards: readonly { readonly card: Card; readonly sheet: Sheet }[],
  indexOf: (id: string) => number
): Reflectors {
  const names: string[] = []
  const patches: Patch[] = []
  const common = (name: string, reflectance: number): Common => {
    let of = names.indexOf(name)
    if (of < 0) of = names.push(name) - 1
    return { reflectance, of, on: indexOf(name) }
  }
  const cut = (name: string, reflectance: number, part: Part): void => {
    const shared = common(name, reflectance)
    const { us, vs } = part
    patches.push(
      ...('sheet' in part
        ? cutSheet(part.sheet, 1, shared, { us: straightCuts(us), vs: straightCuts(vs) })
        : cutUp(part.piece, shared, us, vs))
    )
  }
  const { table, subject, room } = plan
  const board = table && tableSheet(table)
  const sheets = [...cards.map(({ sheet }) => sheet), background, ...(board ? [board] : [])]
  /** A flat thing, cut where others run through it. */
  const flat = (
    name: string,
    reflectance: number,
    sheet: Sheet,
    us: readonly number[],
    vs: readonly number[],
    side: 1 | -1 = 1
  ): void => {
    const strips = { us: straightCuts(us), vs: straightCuts(vs) }
    const cuts = cutAtPockets(sheet, sheets, cutAtCrossings(sheet, sheets, strips))
    patches.push(...cutSheet(sheet, side, common(name, reflectance), cuts))
  }
  for (const { card, sheet } of cards)
    if (card.kind === 'card')
      for (const side of [1, -1] as const)
        flat(card.id, card.reflectance, sheet, even(3), even(3), side)
  if (table && board) {
    const foot = footOf(subject)
    flat(
      'table',
      table.reflectance,
      board,
      tableStrips(foot[0], board.halfAcross),
      tableStrips(foot[1], board.halfUpward)
    )
  }
  flat('background', plan.background.reflectance, background, even(5), even(5))
  const outside = (name: string, body: Body, pieces: ReturnType<typeof bodyPieces>): void => {
    if (body.finish !== 'clear' && body.shape !== 'plume')
      for (const part of pieces) cut(name, body.reflectance, part)
  }
  outside('subject', subject, bodyPieces(subject, undefined, SUBJECT_CUTS))
  for (const prop of plan.props)
    outside(prop.id, prop, bodyPieces(prop, propStanding(plan, prop), PROP_CUTS))
  const inside = patches.length
  if (room) {
    const { walls, ceiling, floor, meanHalf } = roomSheets(room)
    const side = (name: string, sheet: Sheet, reflectance: number): void =>
      cut(name, reflectance, {
        sheet,
        us: strips(sheet.halfAcross, meanHalf),
        vs: strips(sheet.halfUpward, meanHalf)
      })
    for (const sheet of walls) side('walls', sheet, room.wallReflectance)
    side('ceiling', ceiling, room.ceilingReflectance)
    side('floor', floor, room.floorReflectance)
  }
  return { names, patches, ofRoom: patches.map((_, k) => k >= inside) }
}
