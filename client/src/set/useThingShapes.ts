/**
 * What can be picked and moved in a drawing of the set, in pixels: heads with their beams, cards,
 * places, props.
 */
import { computed, type Ref } from 'vue'
import type { Plan } from '@core/plan/plan'
import { propStanding } from '@core/set/props'
import type { Scene } from '@core/set/scene'
import { add, pointOf, scale } from '@core/set/vec'
import { beamFan, cardOutline, flatten, headOutline, hull, outlinePath, type View } from './drawing'
import { propParts } from './subjectParts'
import type { Screen } from './useScreen'

export const useThingShapes = (
  view: View,
  plan: Readonly<Ref<Plan>>,
  scene: Readonly<Ref<Scene>>,
  { port, at, path }: Screen
) => {
  const lights = computed(() => plan.value.lights)
  const heads = computed(() =>
    lights.value.map((light, i) => {
      const head = scene.value.heads[i]!
      const { face, body } = headOutline(view, head, 15 / port.scale.value)
      const fan = beamFan(view, head)
      const reach = Math.hypot(...head.at) * 1.9 * port.scale.value
      const [x, y] = at(head.at)
      const edge = (side: number) => {
        if (!fan) return null
        const angle = fan.axisRad + side * fan.halfRad
        return [x + reach * Math.cos(angle), y + reach * Math.sin(angle)]
          .map((each) => each.toFixed(1))
          .join(',')
      }
      const ends = (() => {
        if (!fan) return [`${x},${y}`]
        const across = face
          .map((p) => port.toScreen(p))
          .map(([px, py]) => ({
            p: `${px.toFixed(1)},${py.toFixed(1)}`,
            side: -(px - x) * Math.sin(fan.axisRad) + (py - y) * Math.cos(fan.axisRad)
          }))
        const order = across.sort((a, b) => a.side - b.side)
        return [order[0]!.p, order[order.length - 1]!.p]
      })()
      const look = add(
        head.at,
        scale(head.axis, Math.min(Math.hypot(...head.at) * 0.5, 46 / port.scale.value))
      )
      return {
        light,
        x,
        y,
        reach,
        face: path(face),
        body: path(body),
        fan: fan ? `${ends[0]} ${edge(-1)} ${edge(1)} ${ends[1]}` : '',
        look: at(look),
        lookAt: look
      }
    })
  )
  const cards = computed(() =>
    plan.value.cards.map((card) => ({
      card,
      at: at(pointOf(card.at)),
      outline: path(
        hull([...(cardOutline(view, scene.value, card.id) ?? [flatten(view, pointOf(card.at))])])
      )
    }))
  )
  const places = computed(() =>
    scene.value.places.map((place) => ({ place, at: at(place.at), own: /^P\d$/.test(place.id) }))
  )

  // Parts by themselves: a light that moves draws no prop anew.
  const subject = computed(() => plan.value.subject)
  const table = computed(() => plan.value.table)
  const bodies = computed(() => plan.value.props)
  const props = computed(() => {
    const standing = { subject: subject.value, table: table.value }
    return bodies.value.map((prop) => ({
      prop,
      at: at(propStanding(standing, prop).at),
      outline: outlinePath(
        propParts(standing, prop).map((part) => part.map((p) => port.toScreen(flatten(view, p))))
      )
    }))
  })

  return { heads, cards, places, props }
}
export type ThingShapes = ReturnType<typeof useThingShapes>
