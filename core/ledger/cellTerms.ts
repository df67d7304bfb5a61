/** A cell opened: the terms whose sum is its level. Built when somebody looks. */
import { surfaceStops } from '../ambient/ev'
import { highSpeedPenalty, markStops } from '../light/output'
import { guideStops, distanceStops } from '../light/strobe'
import type { Light, Place, Plan } from '../plan/plan'
import { secondsAt } from '../scales/marks'
import { curtainTravelS, firedStops } from '../plan/sync'
import type { Emitter } from '../set/emitter'
import { addThrough } from '../set/exitLight'
import { gather, newGathered, type Gathered } from '../set/gather'
import type { Head } from '../set/heads'
import { inTheWay } from '../set/inTheWay'
import { mirrorImageOf } from '../set/mirrorImage'
import { transportOf } from '../set/remembered'
import { vapourGain } from '../set/vapour'
import type { Transport } from '../set/transport'
import { ambientTerms } from './ambientTerms'
import { lightHueStops, lightWaterStops } from './sourceColours'
import { passedOf, waterFigures } from './water'
import { flashSecondsOf, shutterLoss, guideNumberOf, unitsStops } from './cells'
import { partsAt } from './lightCell'
import { correctionFor } from './corrections'
import { cameraTerms, filterTerms, term } from './sharedTerms'
import { isAmbientPart, type RowId, type Term } from './terms'

/**
 * Smallest cosine and beam share a term is worked out with: past that the finite-source correction
 * carries the rest.
 */
const LEAST = 2 ** -10
/** A share that differs from all of it by less is no term: rounding, or a sliver of a shadow. */
const UNSEEN = 1e-10

/**
 * What the tube before a head's face hides of it from a place, with what its inside throws on; null
 * where there is none.
 */
function tubeStops(transport: Transport, i: number, j: number): Term | null {
  const { places, heads, surfaces, placesOn } = transport.scene
  const head = heads[i]!
  const [main] = head.emitters
  if (!main.tube) return null
  const place = places[j]!
  const bare = newGathered()
  const face: Emitter = { ...main, tube: null, mouth: main.at, limitCos: 0, limitTan: Infinity }
  gather({ ...head, emitters: [face] }, surfaces, place.at, place.normal, placesOn[j]!, bare)
  if (bare.open <= 0) return null
  const stops = Math.log2(transport.open[i * places.length + j]! / bare.open)
  return term('tube', stops, { throat: 2 * main.tube.radiusMm, length: main.tube.lengthMm })
}

/** Light of a head at a place by way of a table that mirrors. */
function tableLight(plan: Plan, { scene }: Transport, i: number, j: number): Gathered {
  const { at, normal, seen } = scene.places[j]!
  const found = newGathered()
  const image = seen ? null : mirrorImageOf(plan, scene)
  if (!image) return found
  image.add(i, at, normal, scene.placesOn[j]!, found)
  const [withTable, without] = [newGathered(), newGathered()]
  addThrough(scene, image, i, j, withTable)
  addThrough(scene, null, i, j, without)
  found.direct += withTable.direct - without.direct
  found.open += withTable.open - without.open
  return found
}

/** Straight light of a head on the side of a place that is looked at. */
function fallingBefore({ scene }: Transport, i: number, j: number): Gathered {
  const { at, normal } = scene.places[j]!
  const found = newGathered()
  gather(scene.heads[i]!, scene.standing, at, normal, scene.placesOn[j]!, found)
  return found
}

/** Where the light comes from: straight with its geometry taken apart, or by bounce alone. */
function arrivalTerms(plan: Plan, transport: Transport, i: number, j: number): Term[] {
  const { places, heads } = transport.scene
  const at = i * places.length + j
  const whole = transport.direct[at]!
  const byTable = tableLight(plan, transport, i, j)
  const all = whole > byTable.direct * (1 + UNSEEN) ? whole - byTable.direct : 0
  // Of a thick thing that glows through, what falls on it from before is taken apart.
  const thick = (places[j]!.exits?.length ?? 0) > 1
  const { direct, open } = thick
    ? fallingBefore(transport, i, j)
    : { direct: all, open: transport.open[at]! - byTable.open }
  const bounce = transport.bounce[at]!
  const { reflectors: names } = transport
  const parts = {
    ...Object.fromEntries(
      names
        .map((name, r) => [name, transport.bounceBy[at * names.length + r]!] as const)
        .filter(([, share]) => share > 0)
    ),
    // What of all that was thrown back more than once, as a share.
    later: bounce > 0 ? transport.later[at]! / bounce : 0
  }
  if (places[j]!.seen) return [term('seen', Math.log2(whole))]
  // Straight light that is nothing beside what bounces is none.
  if (whole <= UNSEEN * bounce)
    return [
      {
        ...term('bounceOnly', Math.log2(bounce), parts),
        shades: transport.open[at]! > 0 ? inTheWay(transport.scene, i, j) : []
      }
    ]
  if (direct <= 0)
    return [
      ...(all > 0 ? [term('glow', Math.log2(all))] : []),
      ...(whole > all ? [term('byTable', Math.log2(all > 0 ? whole / all : whole))] : []),
      ...(bounce > 0 ? [term('bounce', Math.log2(1 + bounce / whole), parts)] : [])
    ]
  const head = heads[i]!
  const place = places[j]!
  // From the lit face: at the back of a tube.
  const from = head.emitters[0].at
  const d = Math.max(
    0.5,
    Math.hypot(from[0] - place.at[0], from[1] - place.at[1], from[2] - place.at[2])
  )
  const towards = [0, 1, 2].map((k) => (from[k]! - place.at[k]!) / d) as [number, number, number]
  const cosOff = -(
    towards[0] * head.axis[0] +
    towards[1] * head.axis[1] +
    towards[2] * head.axis[2]
  )
  const facing =
    place.normal === null
      ? 1
      : towards[0] * place.normal[0] + towards[1] * place.normal[1] + towards[2] * place.normal[2]
  // On the back of something translucent.
  const through = thick ? 0 : (place.exits?.[0]?.through ?? 0)
  const behind = facing < 0 && through > 0
  const cosIn = behind ? -facing : facing
  const passed = behind ? Math.log2(through) : 0
  const round = Math.atan2(
    -(towards[0] * head.upward[0] + towards[1] * head.upward[1] + towards[2] * head.upward[2]),
    -(towards[0] * head.across[0] + towards[1] * head.across[1] + towards[2] * head.across[2])
  )
  const alpha = (Math.acos(Math.min(1, Math.max(-1, cosOff))) * 180) / Math.PI
  const onAxis = alpha <= 1e-4
  const beamThere = (): number => {
    if (onAxis) return 1
    const outside = cosOff <= 0 || (cosOff < head.limitCos && !head.emitters[0].tube)
    return outside ? LEAST : Math.max(LEAST, head.shape(cosOff, round))
  }
  const beam = beamThere()
  const tilt = Math.max(LEAST, cosIn)
  const terms = [term('distance', distanceStops(d), { d: d / 1000 })]
  const tube = tubeStops(transport, i, j)
  const near =
    Math.log2(open) -
    distanceStops(d) -
    Math.log2(tilt) -
    Math.log2(beam) -
    passed -
    (tube?.stops ?? 0)
  if (Math.abs(near) >= 0.0005) terms.push(term('finiteSource', near, { d: d / 1000 }))
  if (tilt < 1 - UNSEEN)
    terms.push(
      term('tilt', Math.log2(tilt), {
        θ: (Math.acos(Math.min(1, Math.max(-1, cosIn))) * 180) / Math.PI
      })
    )
  if (behind)
    terms.push(
      term('through', passed, {
        τ: through * place.reflectance,
        ρ: place.reflectance
      })
    )
  if (!onAxis && Math.abs(Math.log2(beam)) > UNSEEN)
    terms.push(term('beam', Math.log2(beam), { α: alpha, beam: head.beamDeg }))
  if (tube) terms.push(tube)
  const seen = direct / open
  if (seen < 1 - UNSEEN)
    terms.push({
      ...term('shadow', Math.log2(seen), { seen }),
      shades: inTheWay(transport.scene, i, j)
    })
  if (thick && all > direct) terms.push(term('glow', Math.log2(all / direct)))
  if (whole > all) terms.push(term('byTable', Math.log2(whole / all)))
  const gain = vapourGain(plan, transport.scene, i, j)
  if (gain !== 1) terms.push(term('phase', Math.log2(gain), { g: plan.subject.vapour.asymmetry }))
  const up = Math.log2(1 + bounce / (whole * gain))
  if (up > 0.0005) terms.push(term('bounce', up, parts))
  else if (up > 0)
    terms[terms.length - 1] = {
      ...terms[terms.length - 1]!,
      stops: terms[terms.length - 1]!.stops + up
    }
  if (Math.abs(near) < 0.0005) terms[0] = { ...terms[0]!, stops: terms[0]!.stops + near }
  return terms
}

/** What each modifier takes on the axis: its loss, what its spread thins out, or as measured. */
const modifierTerms = (light: Light, head: Head): Term[] =>
  light.modifiers.flatMap(({ name, lossStops, measured }, k) => {
    const stops = head.modifierStops[k]!
    if (stops === 0) return []
    const figures: Record<string, number> = measured.length
      ? { measured: measured[0]!.stops, held: stops - measured[0]!.stops }
      : { loss: lossStops, spread: stops + lossStops }
    return [term('modifier', stops, figures, name)]
  })

/** What the surface at a place makes of a light, by way of the water. */
function surfaceTerms(plan: Plan, transport: Transport, i: number, j: number): Term[] {
  const light = plan.lights[i]!
  const place = transport.scene.places[j]!
  const passed = passedOf(plan, transport, i, j)
  const hue = lightHueStops(plan, light, place, passed)
  return [
    term('surface', surfaceStops(place.reflectance), { ρ: place.reflectance }),
    ...(passed
      ? [term('water', lightWaterStops(plan, light, passed), waterFigures(transport, i, j))]
      : []),
    ...(hue !== 0 ? [term('hue', hue, { ρ: place.reflectance })] : [])
  ]
}

/** The lit water before a place; null where there is none of it. */
function veilTerm(plan: Plan, transport: Transport, i: number, j: number): Term | null {
  const { surface, veil } = partsAt(plan, transport, i, j)
  if (veil === 0 || plan.medium.kind === 'air') return null
  const stops = Math.log2(surface === 0 ? veil : 1 + veil / surface)
  const share = veil / (surface + veil)
  return term('veil', stops, { b: plan.medium.scatterPerM, share })
}

function lightTerms(plan: Plan, transport: Transport, i: number, j: number): Term[] {
  const light = plan.lights[i]!
  const at = i * transport.scene.places.length + j
  const lit = transport.direct[at]! + transport.bounce[at]! >= 2 ** -24
  if (!light.on || (!lit && partsAt(plan, transport, i, j).veil === 0)) return []
  const fired = firedStops(plan, light)
  const terms = [
    term('output', guideStops(guideNumberOf(plan, light)), { GN: guideNumberOf(plan, light) }),
    ...(light.units > 1 ? [term('units', unitsStops(light), { units: light.units })] : []),
    term('power', fired, {
      p: 2 ** fired,
      ...(fired > light.powerStops && { set: 2 ** light.powerStops })
    })
  ]
  const mark = markStops(light.strobe, fired)
  if (mark !== 0) terms.push(term('mark', mark, { p: 2 ** fired }))
  if (lit) terms.push(...arrivalTerms(plan, transport, i, j))
  terms.push(...modifierTerms(light, transport.scene.heads[i]!))
  if (lit) terms.push(...surfaceTerms(plan, transport, i, j))
  const veil = veilTerm(plan, transport, i, j)
  if (veil) terms.push(veil)
  terms.push(...filterTerms(plan, light, light.strobe.colour), ...cameraTerms(plan))
  const loss = shutterLoss(plan, light)
  const t = secondsAt(plan.settings.shutterStops)
  if (loss.kind === 'leafClip' || loss.kind === 'curtainClip')
    terms.push(
      term(loss.kind, loss.stops, {
        t,
        't0.1': flashSecondsOf(light),
        ...(loss.kind === 'curtainClip' && { Tc: curtainTravelS(plan) })
      })
    )
  if (loss.kind === 'highSpeedSync')
    terms.push(
      term('highSpeedSync', loss.stops, {
        t,
        Tc: secondsAt(plan.camera.syncStops),
        penalty: highSpeedPenalty(light.strobe, plan.settings.shutterStops)
      })
    )
  return terms
}

/**
 * @returns the terms of a cell in the order they are read; empty where no light arrives or nothing
 * is known
 */
export function cellTerms(plan: Plan, source: RowId, place: Place): Term[] {
  const transport = transportOf(plan)
  const j = transport.scene.places.findIndex((each) => each.id === place)
  if (j < 0) return []
  const i = plan.lights.findIndex((light) => light.id === source)
  const terms =
    source === 'ambient' || isAmbientPart(source)
      ? ambientTerms(plan, source, place)
      : i < 0
        ? []
        : lightTerms(plan, transport, i, j)
  // Frames teach of all ambient light together.
  const correction =
    terms.length === 0 || isAmbientPart(source) ? null : correctionFor(plan, source, place)
  return correction
    ? [...terms, term('correction', correction.stops, { uncertainty: correction.uncertaintyStops })]
    : terms
}
