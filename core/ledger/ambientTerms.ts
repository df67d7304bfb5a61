/** The terms of ambient light at a place: what was read together, each source by itself, all of it. */
import { closeUpFigures, closeUpLossOf } from '../plan/lensInUse'
import type { AmbientReading, AmbientSource, Place, Plan } from '../plan/plan'
import { evOfReading, meterConstantStops } from '../plan/readingEv'
import { readPlaceOf } from '../plan/readPlace'
import { secondsAt } from '../scales/marks'
import { transportOf } from '../set/remembered'
import type { Transport } from '../set/transport'
import { wayBackMm } from '../set/waterWays'
import {
  reachStops,
  sourceCell,
  sourceHueAt,
  sourceSurfaceStops,
  sourceWaterAt,
  sourceWays,
  takenStops
} from './ambientSources'
import { ambientColourStops, ambientSurfaceStops, restCell, showsOther } from './cells'
import { cameraTerms, filterTerms, term } from './sharedTerms'
import type { AmbientPartId, Term } from './terms'

/** What was read, as it stands behind every place. */
function readingTerms(reading: AmbientReading): Term[] {
  const terms = [term('reading', evOfReading(reading), { EV: evOfReading(reading) })]
  if (meterConstantStops(reading) !== 0)
    terms.push(term('meterConstant', meterConstantStops(reading)))
  return terms
}

const closeUpTerms = (plan: Plan, reading: AmbientReading): Term[] =>
  reading.via === 'lens' && !plan.camera.showsEffective
    ? [
        term('closeUpLossAtReading', closeUpLossOf(plan, reading.atMagnification), {
          m: reading.atMagnification,
          ...closeUpFigures(plan, reading.atMagnification)
        })
      ]
    : []

const shutterTerm = (plan: Plan): Term =>
  term('shutter', -plan.settings.shutterStops, { t: secondsAt(plan.settings.shutterStops) })

const shadeTerms = (stops: number): Term[] =>
  stops === 0 ? [] : [term('shade', -stops, { shade: stops })]

/** What was read together. */
function restTerms(plan: Plan, transport: Transport, j: number): Term[] {
  const place = transport.scene.places[j]!
  const reading = plan.ambient[readPlaceOf(place.id)]
  if (showsOther(place, reading)) {
    const { level, state } = restCell(plan, place)
    return state === 'known' ? [term('seen', level, { ...place.seenAmbient })] : []
  }
  if (!reading) return []
  const terms = readingTerms(reading)
  const surface = ambientSurfaceStops(plan, place, reading)
  if (reading.via === 'incident' || surface !== 0)
    terms.push(term('surface', surface, { ρ: place.reflectance }))
  if (place.gradientStops)
    terms.push(term('gradient', place.gradientStops, { s: plan.background.gradientStops }))
  terms.push(...closeUpTerms(plan, reading), ...shadeTerms(plan.ambient.shadeStops))
  const { hue, water } = ambientColourStops(plan, place, reading)
  if (water !== 0)
    terms.push(term('water', water, { back: wayBackMm(transport.scene.pose, place.at) / 1000 }))
  if (hue !== 0) terms.push(term('hue', hue, { ρ: place.reflectance }))
  return [
    ...terms,
    ...filterTerms(plan, null, plan.ambient.colour[readPlaceOf(place.id)]),
    shutterTerm(plan),
    ...cameraTerms(plan)
  ]
}

/** One source by itself. */
function sourceTerms(plan: Plan, transport: Transport, source: AmbientSource, j: number): Term[] {
  const cell = sourceCell(plan, transport, source, j)
  const { reading } = source
  if (cell.state !== 'known' || !reading) return []
  const place = transport.scene.places[j]!
  const terms = [...readingTerms(reading), ...closeUpTerms(plan, reading)]
  const surface = sourceSurfaceStops(plan, transport, source, j)
  if (surface !== 0) terms.push(term('surface', surface, { ρ: place.reflectance }))
  const reach = reachStops(plan, transport, source, j)!
  if (source.from.kind === 'face')
    terms.push(term('reach', reach, { d: source.from.at.distanceMm / 1000 }))
  terms.push(...shadeTerms(takenStops(plan, source)))
  const water = sourceWaterAt(plan, transport, source, j)
  if (water !== 0) terms.push(term('water', water, sourceWays(plan, transport, source, j)))
  const hue = sourceHueAt(plan, transport, source, j)
  if (hue !== 0) terms.push(term('hue', hue, { ρ: place.reflectance }))
  terms.push(...filterTerms(plan, null, source.colour), shutterTerm(plan), ...cameraTerms(plan))
  return terms
}

/** All other sources together, on top of the rest. */
function othersTerm(plan: Plan, transport: Transport, j: number): Term[] {
  const rest = restCell(plan, transport.scene.places[j]!)
  const levels = plan.ambient.sources.map((source) => ({
    name: source.name,
    level: sourceCell(plan, transport, source, j).level
  }))
  const others = levels.reduce((sum, { level }) => sum + 2 ** level, 0)
  if (others === 0) return []
  const all = Math.log2(2 ** rest.level + others)
  const base = rest.state === 'known' ? rest.level : 0
  const figures = levels.filter(({ level }) => level > -Infinity)
  return [
    term('others', all - base, Object.fromEntries(figures.map(({ name, level }) => [name, level])))
  ]
}

/**
 * @returns the terms of ambient light at a place in the order they are read; empty where there is
 *   none, or nobody has read it
 */
export function ambientTerms(plan: Plan, source: 'ambient' | AmbientPartId, place: Place): Term[] {
  const transport = transportOf(plan)
  const j = transport.scene.places.findIndex((each) => each.id === place)
  if (source === 'rest') return restTerms(plan, transport, j)
  if (source === 'ambient')
    return [...restTerms(plan, transport, j), ...othersTerm(plan, transport, j)]
  const own = plan.ambient.sources.find(({ id }) => id === source)
  return own ? sourceTerms(plan, transport, own, j) : []
}
