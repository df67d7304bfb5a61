/**
 * Ambient light source by source: what was read of each, brought to every place by the way its light
 * takes through the set, by the same sums as a strobe's.
 */
import { surfaceStops } from '../ambient/ev'
import { READ_PLACES, type AmbientSource, type Plan, type ReadPlace } from '../plan/plan'
import { closeUpLossOf } from '../plan/lensInUse'
import { evOfReading, meterConstantStops } from '../plan/readingEv'
import { readPlaceOf } from '../plan/readPlace'
import { faceOfSource } from '../set/ambientHeads'
import { faceAreaMm2 } from '../set/faces'
import { headOfSourceAt } from '../set/scene'
import type { Transport } from '../set/transport'
import { isInVapour, vapourGain } from '../set/vapour'
import { wayBackMm } from '../set/waterWays'
import type { Spectrum } from '../colour/bands'
import { cameraStops } from './cameraStops'
import { sourceFilterStops, sourceHueStops, sourceWaterStops } from './sourceColours'
import type { Cell, CellState } from './terms'
import { passedBack, passedDown, passedOf, then, waterFigures } from './water'

/** Light that arrives less than this share of what it would one metre before the face is none. */
const NOTHING = 2 ** -40

/**
 * An 18 % card one metre before a lit face against the face itself, stops: log2(0.18·A/π), A in m².
 * Source: Lambert's law; a card sends out ρE/π, and E = L·A/d² far from a face of luminance L.
 */
const cardOverFace = (source: AmbientSource): number =>
  source.from.kind === 'face'
    ? Math.log2(
        (0.18 * faceAreaMm2(faceOfSource({ ...source, from: source.from }))) / 1e6 / Math.PI
      )
    : 0

/** What is taken of it now: by its own shade, and of all ambient light. */
export const takenStops = ({ ambient }: Plan, source: AmbientSource): number =>
  ambient.shadeStops + (source.state === 'shaded' ? source.shadeStops : 0)

/** What it is read by, at the camera: EV at ISO 100 by the constant that level 0 follows. */
const readStops = (plan: Plan, { reading }: AmbientSource): number =>
  reading === null
    ? -Infinity
    : evOfReading(reading) +
      meterConstantStops(reading) +
      (reading.via === 'lens' && !plan.camera.showsEffective
        ? closeUpLossOf(plan, reading.atMagnification)
        : 0)

/** What filters and camera make of an EV. */
const developed = (plan: Plan, source: AmbientSource): number =>
  sourceFilterStops(plan, source.colour) -
  takenStops(plan, source) -
  plan.settings.shutterStops +
  cameraStops(plan)

const placeAt = ({ scene }: Transport, id: string): number =>
  scene.places.findIndex((place) => place.id === id)

/** What arrives of a source at a place, straight and by every bounce, against 1 m before its face. */
function arrivesAt(plan: Plan, transport: Transport, source: AmbientSource, j: number): number {
  const i = headOfSourceAt(plan, source.id)
  const at = i * transport.scene.places.length + j
  return transport.direct[at]! * vapourGain(plan, transport.scene, i, j) + transport.bounce[at]!
}

/** What the surface a source was read at had in the reading, stops; 0 for light falling in. */
const surfaceWhereRead = (transport: Transport, source: AmbientSource): number => {
  if (source.reading?.via === 'incident' || source.readAt === 'itself') return 0
  return transport.scene.placeStops[placeAt(transport, source.readAt)]!
}

/**
 * What brings a reading of a source to a grey card at a place, stops.
 * @returns −Infinity where none of it arrives; null where none arrives where it was read
 */
export function reachStops(
  plan: Plan,
  transport: Transport,
  source: AmbientSource,
  j: number
): number | null {
  if (source.from.kind === 'around') {
    const { falls } = source.from
    const shows = transport.scene.places[j]!.seenAmbient
    if (shows)
      return Math.log2(
        READ_PLACES.reduce(
          (sum, at) => (falls === 'both' || falls === at ? sum + shows[at] : sum),
          0
        )
      )
    const at = readPlaceOf(transport.scene.places[j]!.id)
    return falls === 'both' || falls === at ? 0 : -Infinity
  }
  const there = arrivesAt(plan, transport, source, j)
  const arrives = there > NOTHING ? Math.log2(there) : -Infinity
  if (source.readAt === 'itself') return arrives + cardOverFace(source)
  const where = arrivesAt(plan, transport, source, placeAt(transport, source.readAt))
  return where > NOTHING ? arrives - Math.log2(where) : null
}

/** What water lets through of a source at a place, with or without the way back to the port. */
export function passedAt(
  plan: Plan,
  transport: Transport,
  source: AmbientSource,
  j: number,
  back: boolean
): Spectrum | null {
  const i = headOfSourceAt(plan, source.id)
  if (i >= 0) return passedOf(plan, transport, i, j, back)
  const down = passedDown(plan)
  return back ? then(down, passedBack(plan, transport.scene.places[j]!.at)) : down
}

/** What water takes of a source at a place, that of where it was read left out; stops. */
export function sourceWaterAt(
  plan: Plan,
  transport: Transport,
  source: AmbientSource,
  j: number
): number {
  if (plan.medium.kind === 'air') return 0
  const lost = (at: number, back: boolean): number =>
    sourceWaterStops(plan, source.colour, passedAt(plan, transport, source, at, back))
  return lost(j, true) - lostWhereRead(plan, transport, source)
}
/** The same where it was read; a meter held there saw the way out alone. */
function lostWhereRead(plan: Plan, transport: Transport, source: AmbientSource): number {
  const { readAt, reading, colour } = source
  if (plan.medium.kind === 'air' || readAt === 'itself') return 0
  const back = reading?.via !== 'incident'
  const passed = passedAt(plan, transport, source, placeAt(transport, readAt), back)
  return sourceWaterStops(plan, colour, passed)
}

/** How far its light goes, as the figures of a term. */
export function sourceWays(
  plan: Plan,
  transport: Transport,
  source: AmbientSource,
  j: number
): Record<string, number> {
  const i = headOfSourceAt(plan, source.id)
  return i < 0
    ? { back: wayBackMm(transport.scene.pose, transport.scene.places[j]!.at) / 1000 }
    : waterFigures(transport, i, j)
}

const hueIn = (plan: Plan, transport: Transport, source: AmbientSource, j: number): number => {
  const place = transport.scene.places[j]
  return place
    ? sourceHueStops(plan, source.colour, place, passedAt(plan, transport, source, j, true))
    : 0
}

/** What the colour of the surface makes of a source's light, that of where it was read left out. */
export function sourceHueAt(
  plan: Plan,
  transport: Transport,
  source: AmbientSource,
  j: number
): number {
  const own = hueIn(plan, transport, source, j)
  return source.reading?.via === 'incident' || source.readAt === 'itself'
    ? own
    : own - hueIn(plan, transport, source, placeAt(transport, source.readAt))
}

/** What the surface at a place adds to what was read, stops. */
export function sourceSurfaceStops(
  plan: Plan,
  transport: Transport,
  source: AmbientSource,
  j: number
): number {
  const place = transport.scene.places[j]!
  // Light that was read coming from vapour was read as it is.
  const asItIs =
    source.from.kind === 'around' &&
    source.reading?.via !== 'incident' &&
    isInVapour(plan, place.on)
  return asItIs ? 0 : surfaceStops(place.reflectance) - surfaceWhereRead(transport, source)
}

/** One source of ambient light at a place. */
export function sourceCell(
  plan: Plan,
  transport: Transport,
  source: AmbientSource,
  j: number
): Cell {
  const place = transport.scene.places[j]!
  const cell = (state: CellState, level = -Infinity): Cell => ({
    source: source.id,
    place: place.id,
    state,
    level,
    limit: source.reading?.limit ?? 'exact'
  })
  if (source.state === 'off') return cell('off')
  if (source.reading === null) return cell('unknown')
  const reach = reachStops(plan, transport, source, j)
  if (reach === null) return cell('unknown')
  if (reach === -Infinity) return cell(whyNone(plan, transport, source, j))
  return cell(
    'known',
    readStops(plan, source) +
      reach +
      sourceSurfaceStops(plan, transport, source, j) +
      sourceWaterAt(plan, transport, source, j) +
      sourceHueAt(plan, transport, source, j) +
      developed(plan, source)
  )
}

function whyNone(
  plan: Plan,
  transport: Transport,
  source: AmbientSource,
  j: number
): 'outside' | 'shadowed' | 'behind' {
  const i = headOfSourceAt(plan, source.id)
  if (i < 0) return 'outside'
  if (transport.open[i * transport.scene.places.length + j]! > NOTHING) return 'shadowed'
  return 'behind'
}

/**
 * How bright a source itself shows in the picture, stops.
 * @returns null where it has no face, gives no light, or nothing says how much
 */
export function ownLevel(plan: Plan, transport: Transport, source: AmbientSource): number | null {
  if (source.from.kind === 'around' || source.state === 'off' || !source.reading) return null
  const base = readStops(plan, source) + developed(plan, source)
  if (source.readAt === 'itself') return base
  const where = arrivesAt(plan, transport, source, placeAt(transport, source.readAt))
  return where > NOTHING
    ? base -
        lostWhereRead(plan, transport, source) -
        surfaceWhereRead(transport, source) -
        Math.log2(where) -
        cardOverFace(source)
    : null
}

/** What light from all round is on an 18 % card where it falls, as it comes to the port. */
export function aroundStops(
  plan: Plan,
  transport: Transport,
  source: AmbientSource,
  place: ReadPlace
): number {
  const water = sourceWaterAt(plan, transport, source, placeAt(transport, place))
  return (
    readStops(plan, source) - surfaceWhereRead(transport, source) + water + developed(plan, source)
  )
}

/**
 * What a picture is to take of a source with a face: the level one metre before it on an 18 % card.
 * @returns −Infinity where nothing says so
 */
export function faceStops(plan: Plan, transport: Transport, source: AmbientSource): number {
  const own = ownLevel(plan, transport, source)
  return own === null ? -Infinity : own + cardOverFace(source)
}
