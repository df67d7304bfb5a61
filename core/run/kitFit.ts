/**
 * What frames say of the kit's own figures. Each reading of a light is its figures' sum, off by what
 * they are off: the head's output, the mark on its dial, each modifier's loss, the subject's
 * reflectance. Those are told apart by least squares, held back by how far each is off as a rule and
 * by how sure each reading is. Readings that stray count for less, and are shown.
 * Source: linear regression with Gaussian priors (e.g. Bishop, Pattern Recognition and Machine
 * Learning, 3.3); weights of Student's t with four degrees of freedom (Lange, Little and Taylor
 * 1989); both from memory.
 */
import { inverse, Matrix } from 'ml-matrix'
import type { KitItem } from '../kit/kit'
import type { Plan } from '../plan/plan'
import { calibrate } from './calibrate'
import { litIds, type Frame } from './frame'

/** How far off a figure is as a rule, one standard deviation, stops. Common practice, no source. */
export const USUALLY_OFF = {
  output: 0.35,
  mark: 0.15,
  loss: 0.5,
  subject: 0.3,
  pulses: 0.4
} as const
/** Degrees of freedom of Student's t. */
const FREEDOM = 4
const ROUNDS = 30
/** Off by more than so many standard deviations a reading strays. */
const STRAYS = 3

/** One reading of one light. */
export interface Sighting {
  readonly shootId: string
  readonly frameId: string
  /** found minus what the kit's figures say, stops */
  readonly offStops: number
  readonly uncertaintyStops: number
  readonly strobeId: string
  readonly powerStops: number
  readonly modifierIds: readonly string[]
  readonly highSpeedSync: boolean
}

const figuresNow = (plan: Plan, kit: ReadonlyMap<string, KitItem>): Plan => ({
  ...plan,
  corrections: [],
  lights: plan.lights.map((light) => {
    const strobe = kit.get(light.strobe.id)
    return {
      ...light,
      strobe: strobe?.kind === 'strobe' ? strobe : light.strobe,
      modifiers: light.modifiers.map((each) => {
        const now = kit.get(each.id)
        return now?.kind === 'modifier' ? now : each
      })
    }
  })
})

/** On these the subject's reflectance is in what was found. */
const ON_SUBJECT = /^(subject|shadow|top|front)$/

/**
 * What a frame says of a light: one that was lit by that light alone, read on the subject, and not
 * clipped.
 * @param kit the kit's figures now, by id: the frame is held against them
 */
export function sightingsOf(
  shootId: string,
  frame: Frame,
  kit: ReadonlyMap<string, KitItem>
): Sighting[] {
  const [id, ...others] = litIds(frame)
  const light = frame.plan.lights.find((each) => each.id === id)
  if (frame.kind !== 'lit' || !light || others.length > 0) return []
  const plan = figuresNow(frame.plan, kit)
  return frame.evidence.flatMap((evidence): Sighting[] => {
    if (!ON_SUBJECT.test(evidence.place)) return []
    const found = calibrate(plan, { ...frame, plan }, evidence, 'fit')
    if (found.kind !== 'correction' || found.correction.limit !== 'exact') return []
    const { stops, uncertaintyStops, highSpeedSync, modifierIds, source } = found.correction
    if (source !== light.id) return []
    return [
      {
        shootId,
        frameId: frame.id,
        offStops: stops,
        uncertaintyStops,
        strobeId: light.strobe.id,
        powerStops: light.powerStops,
        modifierIds,
        highSpeedSync: highSpeedSync === true
      }
    ]
  })
}

type Term = keyof typeof USUALLY_OFF

/** What a sighting is the sum of, by name; a loss takes away. */
const termsOf = (each: Sighting): [name: string, term: Term, share: 1 | -1][] => [
  [`output ${each.strobeId}`, 'output', 1],
  [`mark ${each.strobeId} ${each.powerStops.toFixed(2)}`, 'mark', 1],
  ...(each.highSpeedSync ? [[`pulses ${each.strobeId}`, 'pulses', 1] as [string, Term, 1]] : []),
  ...each.modifierIds.map((id): [string, Term, -1] => [`loss ${id}`, 'loss', -1]),
  [`subject ${each.shootId}`, 'subject', 1]
]

export interface Estimate {
  /** what the figure is off, stops */
  readonly stops: number
  /** ± one standard deviation, stops */
  readonly uncertaintyStops: number
  /** readings that speak of it, those that stray too */
  readonly sightings: number
  /** shoots they were taken in */
  readonly shoots: number
}

export interface KitFit {
  /** by strobe: how much more it gives than its guide number says */
  readonly outputs: ReadonlyMap<string, Estimate>
  /** by modifier: how much more it takes than its figure says */
  readonly losses: ReadonlyMap<string, Estimate>
  /** readings that fit nothing else that was read */
  readonly straying: readonly Sighting[]
}

/** @returns null where nothing was read */
export function fitKit(sightings: readonly Sighting[]): KitFit | null {
  if (sightings.length === 0) return null
  const columns = new Map<string, number>()
  const priors: number[] = []
  const rows = sightings.map((each) =>
    termsOf(each).map(([name, term, share]) => {
      if (!columns.has(name)) {
        columns.set(name, columns.size)
        priors.push(1 / USUALLY_OFF[term] ** 2)
      }
      return [columns.get(name)!, share] as const
    })
  )
  const size = columns.size
  let weights = sightings.map(() => 1)
  let at: number[] = []
  let spread: Matrix = Matrix.eye(size)
  const offOf = (i: number): number =>
    sightings[i]!.offStops - rows[i]!.reduce((sum, [k, share]) => sum + share * at[k]!, 0)
  for (let round = 0; round < ROUNDS; round++) {
    const normal = Matrix.diag(priors)
    const right = new Float64Array(size)
    rows.forEach((row, i) => {
      const weight = weights[i]! / sightings[i]!.uncertaintyStops ** 2
      for (const [k, share] of row) {
        right[k]! += weight * share * sightings[i]!.offStops
        for (const [l, other] of row) normal.set(k, l, normal.get(k, l) + weight * share * other)
      }
    })
    spread = inverse(normal)
    at = spread.mmul(Matrix.columnVector([...right])).getColumn(0)
    weights = sightings.map(
      ({ uncertaintyStops }, i) => FREEDOM / (FREEDOM + (offOf(i) / uncertaintyStops) ** 2)
    )
  }
  const estimates = (kind: 'output' | 'loss', idsOf: (each: Sighting) => readonly string[]) => {
    const ids = [...new Set(sightings.flatMap(idsOf))]
    return new Map(
      ids.map((id): [string, Estimate] => {
        const k = columns.get(`${kind} ${id}`)!
        const own = sightings.filter((each) => idsOf(each).includes(id))
        return [
          id,
          {
            stops: at[k]!,
            uncertaintyStops: Math.sqrt(spread.get(k, k)),
            sightings: own.length,
            shoots: new Set(own.map(({ shootId }) => shootId)).size
          }
        ]
      })
    )
  }
  return {
    outputs: estimates('output', ({ strobeId }) => [strobeId]),
    losses: estimates('loss', ({ modifierIds }) => modifierIds),
    straying: sightings.filter(
      ({ uncertaintyStops }, i) => Math.abs(offOf(i)) > STRAYS * uncertaintyStops
    )
  }
}

const MOST_LOSS = 8

/** An item with its figure put right by an estimate; the same item where it has no such figure. */
export function corrected(item: KitItem, { stops }: Estimate): KitItem {
  if (item.kind === 'modifier')
    return { ...item, lossStops: Math.min(MOST_LOSS, Math.max(0, item.lossStops + stops)) }
  if (item.kind !== 'strobe') return item
  // Twice the light carries √2 as far.
  const factor = 2 ** (stops / 2)
  const scaled = (metres: number): number => Number((metres * factor).toPrecision(4))
  return {
    ...item,
    guideNumberM: scaled(item.guideNumberM),
    guideNumberWaterM: item.guideNumberWaterM && scaled(item.guideNumberWaterM),
    zoom: item.zoom.map((row) => ({ ...row, guideNumberM: scaled(row.guideNumberM) }))
  }
}

/** As much as this must a figure be off, and by more than its ±, to be worth putting right, stops. */
const WORTH = 0.1
export const isTold = ({ stops, uncertaintyStops }: Estimate): boolean =>
  Math.abs(stops) >= WORTH && Math.abs(stops) > uncertaintyStops
