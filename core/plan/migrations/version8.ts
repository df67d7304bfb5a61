/**
 * Version 8 to 9: modifiers are worked out from their geometry, with measured figures over it;
 * lenses say how wide their front is, heads zoom, several may fire as one. What a spreading modifier
 * took was a figure on the axis: it stays one, as measured there. Tubes were black.
 */
import { isObject, type Loose } from './loose'

function modifierFromVersion8(modifier: Loose): Loose {
  if (!isObject(modifier.beam) || modifier.measured !== undefined) return modifier
  const { kind } = modifier.beam
  if (kind === 'spread')
    return {
      ...modifier,
      lossStops: 0,
      measured:
        typeof modifier.lossStops === 'number' ? [{ deg: 0, stops: 0 - modifier.lossStops }] : []
    }
  return {
    ...modifier,
    measured: [],
    beam: kind === 'snoot' ? { innerReflectance: 0, ...modifier.beam } : modifier.beam
  }
}

/** A kit item as version 9 writes it. */
export function kitItemFromVersion8(item: unknown): unknown {
  if (!isObject(item)) return item
  switch (item.kind) {
    case 'modifier':
      return modifierFromVersion8(item)
    case 'strobe':
      return { zoom: [], ...item }
    case 'camera':
      return { bodyWidthMm: null, bodyHeightMm: null, ...item }
    case 'lens':
      return { frontDiameterMm: null, ...item }
    default:
      return item
  }
}

const kitList = (list: unknown): unknown =>
  Array.isArray(list) ? list.map(kitItemFromVersion8) : list

const lightFromVersion8 = (light: unknown): unknown =>
  isObject(light)
    ? {
        zoomMm: null,
        units: 1,
        ...light,
        strobe: kitItemFromVersion8(light.strobe),
        modifiers: kitList(light.modifiers)
      }
    : light

/** Where a correction holds: no head zoomed. */
const correctionFromVersion8 = (correction: unknown): unknown =>
  isObject(correction) && isObject(correction.geometry)
    ? { ...correction, geometry: { zoomMm: null, ...correction.geometry } }
    : correction

/** A plan as version 9 writes it. */
export const planFromVersion8 = (plan: Loose): Loose => ({
  ...plan,
  version: 9,
  camera: kitItemFromVersion8(plan.camera),
  lens: kitItemFromVersion8(plan.lens),
  lights: Array.isArray(plan.lights) ? plan.lights.map(lightFromVersion8) : plan.lights,
  corrections: Array.isArray(plan.corrections)
    ? plan.corrections.map(correctionFromVersion8)
    : plan.corrections,
  bag: isObject(plan.bag) ? { ...plan.bag, modifiers: kitList(plan.bag.modifiers) } : plan.bag
})
