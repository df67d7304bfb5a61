/** The subject to scale, in mm: as the frame sees it, and from above along the lens axis. */
import { computed, type ComputedRef } from 'vue'
import { levelTo8Bit } from '@core/ambient/blackScale'
import { depthOf, neededDepthMm } from '@core/plan/lensInUse'
import { withValueAt, type PlanPath } from '@core/plan/path'
import type { Plan } from '@core/plan/plan'
import { poseOf, project } from '@core/set/camera'
import type { Vec } from '@core/set/vec'
import { outlinePath, type Flat } from '@/set/drawing'
import { propParts, subjectParts } from '@/set/subjectParts'
import { usePlan } from '@/stores/plan'
import { mm } from '@/words/format'

export interface Handle {
  readonly id: string
  readonly label: string
  readonly says: string
  readonly at: Flat
  readonly value: number
  /** value where the handle is put */
  readonly from: (x: number, y: number) => number
  /** value an arrow key leads to */
  readonly step: (by: number) => number
  readonly path: PlanPath
}

const tone = (level: number): string => {
  const v = levelTo8Bit(level)
  return `rgb(${v},${v},${v})`
}
const tidy = (value: number, least: number): number =>
  Number(Math.max(least, value).toPrecision(value < 10 ? 2 : 3))

/** A length dragged by half of it, stepped by a twentieth. */
const length = (
  plan: Plan,
  id: 'widthMm' | 'heightMm' | 'depthMm' | 'sharpDepthMm',
  label: string,
  at: Flat,
  half: (x: number, y: number) => number
): Handle => {
  const value = plan.subject[id]
  return {
    id,
    label,
    says: mm(value),
    at,
    value,
    from: (x, y) => tidy(2 * Math.abs(half(x, y)), 0.1),
    step: (by) => tidy(value * 1.05 ** by, 0.1),
    path: `subject.${id}`
  }
}

export function useSubjectDrawing() {
  const store = usePlan()
  const plan = computed(() => store.plan!)
  const parts = computed(() => subjectParts({ subject: plan.value.subject }))
  const beside = computed(() => plan.value.props.flatMap((prop) => propParts(plan.value, prop)))
  const totals = computed(() => store.evaluation!.ledger.totals)
  const tones = computed(() => ({
    subject: tone(totals.value.subject!),
    background: tone(totals.value.background!)
  }))

  const front = computed(() => {
    const { subject } = plan.value
    const pose = poseOf(plan.value)
    const [w, h] = [pose.halfWidthMm, pose.halfHeightMm]
    const asSeen = (part: readonly Vec[]): Flat[] =>
      part.flatMap((p): Flat[] => {
        const spot = project(pose, p)
        return spot ? [[spot.x * w, -spot.y * h]] : []
      })
    const [a, b] = [
      Math.max(w, subject.widthMm / 2) * 1.12,
      Math.max(h, subject.heightMm / 2) * 1.12
    ]
    const turned = (subject.rotationDeg / 180) * a * 0.8
    const handles: Handle[] = [
      length(plan.value, 'widthMm', 'Width', [subject.widthMm / 2, 0], (x) => x),
      length(plan.value, 'heightMm', 'Height', [0, -subject.heightMm / 2], (_, y) => y),
      {
        id: 'rotationDeg',
        label: 'Rotation',
        says: `${Math.round(subject.rotationDeg)}°`,
        at: [turned, b * 0.94],
        value: subject.rotationDeg,
        from: (x) => Math.round(Math.max(-180, Math.min(180, (x / (a * 0.8)) * 180))),
        step: (by) => Math.max(-180, Math.min(180, subject.rotationDeg + 5 * by)),
        path: 'subject.rotationDeg'
      }
    ]
    return {
      box: [-a, -b, 2 * a, 2 * b] as const,
      frame: { x: -w, y: -h, width: 2 * w, height: 2 * h },
      outline: outlinePath(parts.value.map(asSeen)),
      beside: outlinePath(beside.value.map(asSeen)),
      // Vapour has no side to turn.
      handles: subject.shape === 'plume' ? handles.slice(0, 2) : handles,
      unit: a / 60
    }
  })

  const above = computed(() => {
    const { subject } = plan.value
    const { nearMm, farMm } = depthOf(plan.value)
    const asFlat = (part: readonly Vec[]): Flat[] => part.map(([x, , z]): Flat => [x, z])
    const a = front.value.box[2] / 2
    const deep = Math.max(subject.depthMm, subject.sharpDepthMm, subject.widthMm * 0.4)
    const b = deep * 0.75
    const need = neededDepthMm(plan.value)
    const handles: Handle[] = [
      ...(subject.shape === 'sheet'
        ? []
        : [length(plan.value, 'depthMm', 'Front to back', [0, -subject.depthMm / 2], (_, y) => y)]),
      length(plan.value, 'sharpDepthMm', 'Depth needed', [a * 0.8, need / 2], (_, y) => y)
    ]
    const within = (z: number): number => Math.max(-b, Math.min(b, z))
    return {
      box: [-a, -b, 2 * a, 2 * b] as const,
      outline: outlinePath(parts.value.map(asFlat)),
      beside: outlinePath(beside.value.map(asFlat)),
      need: { y: -need / 2, height: need },
      sharp: { y: within(-farMm), height: within(nearMm) - within(-farMm) },
      handles,
      unit: a / 60
    }
  })

  /** One drag, or keys in a row, is one step to undo. */
  const put = (handle: Handle, value: number, key: string): void => {
    if (value === handle.value || store.isLocked(handle.path)) return
    store.replace(
      withValueAt(store.plan!, handle.path, value),
      handle.label.toLowerCase(),
      key || handle.path
    )
  }
  const words: ComputedRef<string> = computed(() => {
    const { subject } = plan.value
    const { frame } = front.value
    const share = Math.round((subject.widthMm / frame.width) * 100)
    return (
      `The subject in its frame: ${mm(subject.widthMm)} wide, ${mm(subject.heightMm)} high, ` +
      `${share} % of the width`
    )
  })
  return { plan, tones, front, above, put, words }
}
