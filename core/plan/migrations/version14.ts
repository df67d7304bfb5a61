/** Version 14 to 15: light has colours, and filters, may fall, and vapour has a direction;
 * before it all light was white. */
import { isObject, number, type Loose } from './loose'

const WHITE = { kind: 'daylight', kelvin: 5500 }
const lit = (light: unknown): unknown =>
  isObject(light) ? { ...light, filters: [], strobe: kitItemFromVersion14(light.strobe) } : light

/** A strobe as version 15 writes it. */
export const kitItemFromVersion14 = (item: unknown): unknown =>
  isObject(item) && item.kind === 'strobe' ? { colour: WHITE, kelvinByPower: [], ...item } : item

/** Vapour scattered alike to all sides, by its reflectance: L = E·τ/(4π), τ = 4ρ. */
const subjectFromVersion14 = (subject: Loose): Loose => ({
  ...subject,
  vapour: {
    opticalDepth: subject.shape === 'plume' ? 4 * number(subject.reflectance, 0.015) : 0.145,
    asymmetry: subject.shape === 'plume' ? 0 : 0.6,
    uncertaintyStops: null
  }
})

/** A plan as version 15 writes it. */
export const planFromVersion14 = (plan: Loose): Loose => ({
  ...plan,
  version: 15,
  balance: { kind: 'preset', preset: 'daylight' },
  lensFilters: [],
  falling: null,
  ...(isObject(plan.subject) && { subject: subjectFromVersion14(plan.subject) }),
  ...(isObject(plan.ambient) && {
    ambient: { ...plan.ambient, colour: { subject: WHITE, background: WHITE } }
  }),
  ...(isObject(plan.bag) && { bag: { ...plan.bag, filters: [] } }),
  ...(isObject(plan.goals) && {
    goals: { ...plan.goals, neutralStops: null, cast: null, alike: null }
  }),
  ...(Array.isArray(plan.lights) && { lights: plan.lights.map(lit) })
})
