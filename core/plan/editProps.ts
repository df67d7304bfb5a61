/** Props added to a plan and taken out. Both return a new plan. */
import { PLAIN, type Body } from './body'
import { locksWithout } from './path'
import type { Plan } from './plan'
import { MOST_PROPS, type Prop } from './prop'

const tidy = (value: number): number => Number(value.toPrecision(3))

/** A third of the subject's size, beside it. */
function beside({ subject, props }: Plan): Omit<Prop, 'id' | 'name'> {
  const size = tidy(Math.max(0.5, Math.min(subject.widthMm, subject.heightMm) / 3))
  const side = props.length % 2 === 0 ? 1 : -1
  return {
    shape: 'ellipsoid',
    finish: 'matt',
    widthMm: size,
    heightMm: size,
    depthMm: size,
    rotationDeg: 0,
    reflectance: 0.3,
    ...PLAIN,
    rests: 'table',
    xMm: tidy(side * (subject.widthMm / 2 + size * (0.8 + 0.6 * Math.floor(props.length / 2)))),
    yMm: 0,
    zMm: 0
  }
}

/** What goes into a vessel with something in it: a clear piece afloat. */
const afloat = (given: Omit<Prop, 'id' | 'name'>, vessel: Body, turns: number) => ({
  ...given,
  shape: 'box' as const,
  finish: 'clear' as const,
  rests: 'afloat' as const,
  rotationDeg: (turns * 50) % 90,
  xMm: tidy((vessel.widthMm / 6) * [0, 1, -1][turns % 3]!),
  zMm: tidy((vessel.depthMm / 6) * [1, -1, -1][turns % 3]!)
})

/**
 * @param floats whether it goes into what is in the subject
 * @returns the same plan when there are six already
 */
export function addProp(plan: Plan, floats: boolean): Plan {
  const number = [1, 2, 3, 4, 5, 6].find((n) => !plan.props.some(({ id }) => id === `T${n}`))
  if (number === undefined || plan.props.length >= MOST_PROPS) return plan
  const start = beside(plan)
  const prop: Prop = {
    ...(floats ? afloat(start, plan.subject, plan.props.length) : start),
    id: `T${number}`,
    name: `Prop ${number}`
  }
  return { ...plan, props: [...plan.props, prop] }
}

export function removeProp(plan: Plan, id: string): Plan {
  if (!plan.props.some((prop) => prop.id === id)) return plan
  return {
    ...plan,
    props: plan.props.filter((prop) => prop.id !== id),
    locks: locksWithout(plan.locks, `props.${id}`)
  }
}
