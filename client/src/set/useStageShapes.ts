/**
 * What stands still in a drawing of the set, in pixels: grid, room, background, table, field of
 * view, camera, mirror zones, subject.
 */
import { computed, type Ref } from 'vue'
import { depthOf } from '@core/plan/lensInUse'
import type { Plan } from '@core/plan/plan'
import { mirrorZones } from '@core/set/mirror'
import type { Scene } from '@core/set/scene'
import { isSheet } from '@core/set/surface'
import {
  cardOutline,
  fieldOf,
  flatten,
  outlinePath,
  roomOutline,
  solidOutline,
  waterOf,
  zoneOutline,
  type Flat,
  type View
} from './drawing'
import { subjectParts } from './subjectParts'
import type { Screen } from './useScreen'

export const useStageShapes = (
  view: View,
  plan: Readonly<Ref<Plan>>,
  scene: Readonly<Ref<Scene>>,
  { port, at, path, size }: Screen
) => {
  // Parts by themselves: a new aperture redraws the depth of field, not the lights.
  const lights = computed(() => plan.value.lights)
  const body = computed(() => plan.value.subject)
  const backgroundMm = computed(() => plan.value.background.distanceMm)
  const depth = computed(() => depthOf(plan.value))

  const grid = computed(
    () =>
      [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000].find(
        (step) => step * port.scale.value >= 24
      ) ?? 5000
  )
  const origin = computed(() => port.toScreen([0, 0]))
  const parts = computed(() => subjectParts({ subject: body.value }))
  const subject = computed(() =>
    outlinePath(parts.value.map((part) => part.map((p) => port.toScreen(flatten(view, p)))))
  )
  const background = computed(() => path(cardOutline(view, scene.value, 'background') ?? []))
  const table = computed(() => path(cardOutline(view, scene.value, 'table') ?? []))
  const field = computed(() => {
    const { lines, band } = fieldOf(
      view,
      scene.value,
      backgroundMm.value,
      depth.value.nearMm,
      depth.value.farMm
    )
    return { lines: lines.map(path), band: path(band) }
  })
  /** Where a strobe lights particles before the subject; null in air. */
  const water = computed(() =>
    plan.value.medium.kind === 'air' || plan.value.medium.scatterPerM === 0
      ? null
      : path(waterOf(view, scene.value))
  )
  /** A background outside the drawing is named at the edge it lies beyond. */
  const backgroundAway = computed<Flat | null>(() => {
    const [x, y] = at(scene.value.background.at)
    const { width, height } = { width: size.width.value, height: size.height.value }
    if (x >= 0 && x <= width && y >= 0 && y <= height) return null
    // In a corner, clear of the subject and of what stands on the lens axis.
    if (y >= 0 && y <= height) return [x < 0 ? 8 : width - 8, height - 8]
    return [8, y < 0 ? 16 : height - 8]
  })
  const camera = computed(() =>
    scene.value.cameraBodies.flatMap((body) =>
      isSheet(body) ? [] : [path(solidOutline(view, body))]
    )
  )
  const room = computed(() => plan.value.room && path(roomOutline(view, plan.value.room)))
  const zones = computed(() =>
    mirrorZones({ subject: body.value }, scene.value).map((zone) =>
      path(
        zoneOutline(view, zone, Math.max(...lights.value.map((light) => light.at.distanceMm)) * 1.5)
      )
    )
  )

  return {
    grid,
    origin,
    subject,
    background,
    table,
    field,
    water,
    backgroundMm,
    backgroundAway,
    camera,
    room,
    zones
  }
}
export type StageShapes = ReturnType<typeof useStageShapes>
