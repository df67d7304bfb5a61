<script setup lang="ts">
/** One drawing of the set, to scale: zoomed and panned, its things dragged, turned and nudged. */
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { depthOf } from '@core/plan/lensInUse'
import { addPlace } from '@core/plan/edit'
import { mirrorZones } from '@core/set/mirror'
import { transportOf } from '@core/set/remembered'
import { add, pointOf, scale, type Vec } from '@core/set/vec'
import { usePlan } from '@/stores/plan'
import { mm } from '@/words/format'
import {
  beamFan,
  cardOutline,
  fieldOf,
  fitOf,
  flatten,
  headOutline,
  hull,
  snapped,
  subjectPoints,
  unflatten,
  zoneOutline,
  type Flat,
  type View
} from './drawing'
import { positionOfThing, useMoving } from './moving'
import { useSelection, type Picked } from './selection'
import { useViewport } from './useViewport'
import { vDrag } from './useDrag'
import { thingWords, VIEW_NAMES } from './words'

const props = defineProps<{ view: View; height: number }>()
const store = usePlan()
const selection = useSelection()
const { moveTo, aimAt } = useMoving()
const plan = computed(() => store.plan!)
// Parts by themselves: a new aperture redraws the depth of field, not the lights.
const lights = computed(() => plan.value.lights)
const body = computed(() => plan.value.subject)
const backgroundMm = computed(() => plan.value.background.distanceMm)
const depth = computed(() => depthOf(plan.value))
const scene = computed(() => transportOf(plan.value).scene)
const box = useTemplateRef<HTMLElement>('box')
const svg = useTemplateRef<SVGSVGElement>('svg')
const { width } = useElementSize(box, { width: 480, height: 240 })
const height = computed(() => props.height)
const port = useViewport(svg, { width, height }, () => fitOf(props.view, plan.value, scene.value))
const at = (p: Vec): Flat => port.toScreen(flatten(props.view, p))
const path = (points: readonly Flat[]): string =>
  points
    .map((p) =>
      port
        .toScreen(p)
        .map((v) => v.toFixed(1))
        .join(',')
    )
    .join(' ')

const grid = computed(
  () =>
    [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000].find(
      (step) => step * port.scale.value >= 24
    ) ?? 5000
)
const origin = computed(() => port.toScreen([0, 0]))
const subject = computed(() =>
  path(hull(subjectPoints({ subject: body.value }).map((p) => flatten(props.view, p))))
)
const background = computed(() => path(cardOutline(props.view, scene.value, 'background') ?? []))
const table = computed(() => path(cardOutline(props.view, scene.value, 'table') ?? []))
const field = computed(() => {
  const { lines, band } = fieldOf(
    props.view,
    scene.value,
    backgroundMm.value,
    depth.value.nearMm,
    depth.value.farMm
  )
  return { lines: lines.map(path), band: path(band) }
})
/** A background outside the drawing is named at the edge it lies beyond. */
const backgroundAway = computed<Flat | null>(() => {
  const [x, y] = at(scene.value.background.at)
  return x >= 0 && x <= width.value && y >= 0 && y <= props.height
    ? null
    : [Math.min(width.value - 8, Math.max(8, x)), Math.min(props.height - 8, Math.max(16, y))]
})
const camera = computed(() => {
  const { pose } = scene.value
  const edge = (d: number, half: number, side: number): Flat =>
    flatten(
      props.view,
      add(
        scale(pose.toCamera, d),
        scale(props.view === 'above' ? pose.right : pose.up, half * side)
      )
    )
  const slab = (from: number, to: number, half: number) =>
    path([edge(from, half, 1), edge(from, half, -1), edge(to, half, -1), edge(to, half, 1)])
  return {
    lens: slab(pose.frontMm, pose.sensorMm - 12, 34),
    body: slab(pose.sensorMm - 14, pose.sensorMm + 26, props.view === 'above' ? 62 : 45)
  }
})
const zones = computed(() =>
  mirrorZones({ subject: body.value }, scene.value).map((zone) =>
    path(
      zoneOutline(
        props.view,
        zone,
        Math.max(...lights.value.map((light) => light.at.distanceMm)) * 1.5
      )
    )
  )
)
const heads = computed(() =>
  lights.value.map((light, i) => {
    const head = scene.value.heads[i]!
    const { face, body } = headOutline(props.view, head, 15 / port.scale.value)
    const fan = beamFan(props.view, head)
    const reach = Math.hypot(...head.at) * 1.9 * port.scale.value
    const [x, y] = at(head.at)
    const edge = (side: number) =>
      fan &&
      `${(x + reach * Math.cos(fan.axisRad + side * fan.halfRad)).toFixed(1)},${(y + reach * Math.sin(fan.axisRad + side * fan.halfRad)).toFixed(1)}`
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
      hull([
        ...(cardOutline(props.view, scene.value, card.id) ?? [
          flatten(props.view, pointOf(card.at))
        ])
      ])
    )
  }))
)
const places = computed(() =>
  scene.value.places.map((place) => ({ place, at: at(place.at), own: /^P\d$/.test(place.id) }))
)

const drag = (thing: Picked) => ({
  at: () => at(positionOfThing(plan.value, thing) ?? [0, 0, 0]),
  move: (x: number, y: number, free: boolean, key: string) => {
    const now = positionOfThing(plan.value, thing)
    if (!now) return
    const to = unflatten(props.view, port.toPlane([x, y]), now)
    moveTo(thing, free || thing.kind === 'place' ? to : snapped(to, 1.5), key)
  }
})
const turn = (id: string) => ({
  at: () => heads.value.find((each) => each.light.id === id)!.look,
  move: (x: number, y: number, _free: boolean, key: string) =>
    aimAt(
      { kind: 'light', id },
      unflatten(
        props.view,
        port.toPlane([x, y]),
        heads.value.find((each) => each.light.id === id)!.lookAt
      ),
      key
    )
})
const NUDGES: Record<string, Flat> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1]
}
const nudge = (event: KeyboardEvent, thing: Picked): void => {
  const by = NUDGES[event.key]
  const now = by && positionOfThing(plan.value, thing)
  if (!by || !now) return
  event.preventDefault()
  event.stopPropagation()
  const size = event.shiftKey ? 10 : 1
  const [h, v] = flatten(props.view, now)
  moveTo(
    thing,
    unflatten(props.view, [h + by[0] * size, v + by[1] * size], now),
    `nudge ${thing.id}`
  )
}
/** A double click on an empty spot puts a place there; what the view does not show stays level with the focus point. */
const placeHere = (event: MouseEvent): void => {
  if ((event.target as Element).closest('[data-thing]')) return
  const area = svg.value!.getBoundingClientRect()
  const [x, y, z] = unflatten(
    props.view,
    port.toPlane([event.clientX - area.left, event.clientY - area.top]),
    [0, 0, 0]
  )
  const next = addPlace(plan.value, Math.round(x), Math.round(y), Math.round(z))
  if (next === plan.value) return
  store.replace(next, 'add a place')
  selection.pick('place', next.places[next.places.length - 1]!.id)
}
const onKey = (event: KeyboardEvent): void => {
  const by = NUDGES[event.key]
  if (event.key === '+' || event.key === '=') port.zoomBy(1.25)
  else if (event.key === '-') port.zoomBy(0.8)
  else if (event.key === '0') port.refit()
  else if (by) port.panBy(-by[0] * 40, -by[1] * 40)
  else return
  event.preventDefault()
}
defineExpose({ svg, refit: port.refit, zoomBy: port.zoomBy })
</script>

<template>
  <figure ref="box">
    <figcaption class="small muted">
      <slot /><span class="num" title="Side of one square of the grid">□ {{ mm(grid) }}</span>
    </figcaption>
    <svg
      ref="svg"
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      tabindex="0"
      role="group"
      :data-view="view"
      :aria-label="`The set ${VIEW_NAMES[view].toLowerCase()}. Plus, minus and 0 zoom, arrow keys pan; Tab reaches its things, arrow keys nudge them by 1 mm, with shift by 10.`"
      @keydown="onKey"
      @dblclick="placeHere"
    >
      <defs>
        <pattern
          :id="`grid-${view}`"
          :x="origin[0]"
          :y="origin[1]"
          :width="grid * port.scale.value"
          :height="grid * port.scale.value"
          patternUnits="userSpaceOnUse"
        >
          <path
            :d="`M ${grid * port.scale.value} 0 H 0 V ${grid * port.scale.value}`"
            class="grid"
          />
        </pattern>
        <pattern
          :id="`zone-${view}`"
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(40)"
        >
          <line x1="0" y1="0" x2="0" y2="7" class="hatch" />
        </pattern>
        <radialGradient
          v-for="head in heads"
          :id="`beam-${view}-${head.light.id}`"
          :key="head.light.id"
          gradientUnits="userSpaceOnUse"
          :cx="head.x"
          :cy="head.y"
          :r="Math.max(1, head.reach)"
          :class="`hue-${head.light.id}`"
        >
          <stop offset="0" class="glow" stop-opacity="0.4" />
          <stop offset="0.5" class="glow" stop-opacity="0.13" />
          <stop offset="1" class="glow" stop-opacity="0" />
        </radialGradient>
      </defs>
      <rect :width="width" :height="height" :fill="`url(#grid-${view})`" />
      <polygon v-if="background" :points="background" class="background" />
      <polygon v-if="table" :points="table" class="table" />
      <polygon
        v-for="(zone, i) in zones"
        :key="`z${i}`"
        :points="zone"
        class="zone"
        :fill="`url(#zone-${view})`"
        data-zone
      />
      <template v-for="head in heads" :key="`f${head.light.id}`">
        <polygon
          v-if="head.light.on && head.fan"
          :points="head.fan"
          :fill="`url(#beam-${view}-${head.light.id})`"
          :class="['fan', `hue-${head.light.id}`]"
        />
        <circle
          v-else-if="head.light.on"
          :cx="head.x"
          :cy="head.y"
          :r="Math.max(1, head.reach * 0.6)"
          :fill="`url(#beam-${view}-${head.light.id})`"
        />
      </template>
      <polyline v-for="(line, i) in field.lines" :key="`l${i}`" :points="line" class="field" />
      <polygon :points="field.band" class="depth" />
      <text
        v-if="backgroundAway"
        :x="backgroundAway[0]"
        :y="backgroundAway[1]"
        :text-anchor="
          backgroundAway[0] < 20 ? 'start' : backgroundAway[0] > width - 20 ? 'end' : 'middle'
        "
      >
        background {{ mm(backgroundMm) }} {{ view === 'above' ? '↑' : view === 'left' ? '←' : '→' }}
      </text>
      <polygon :points="camera.lens" class="gear" />
      <polygon :points="camera.body" class="gear" />
      <polygon :points="subject" class="subject" />
      <g v-for="{ place, at: [x, y], own } in places" :key="place.id">
        <rect
          v-if="!own"
          :x="x - 2"
          :y="y - 2"
          width="4"
          height="4"
          :transform="`rotate(45 ${x} ${y})`"
          class="spot"
        />
        <g
          v-else
          v-drag="drag({ kind: 'place', id: place.id })"
          data-thing
          class="thing"
          :class="{ picked: selection.is('place', place.id) }"
          tabindex="0"
          role="button"
          :aria-label="thingWords(store.plan!, { kind: 'place', id: place.id })"
          @focus="selection.pick('place', place.id)"
          @pointerdown="selection.pick('place', place.id)"
          @keydown="nudge($event, { kind: 'place', id: place.id })"
        >
          <circle :cx="x" :cy="y" r="14" class="hit" />
          <path :d="`M ${x - 5} ${y} H ${x + 5} M ${x} ${y - 5} V ${y + 5}`" class="cross" />
          <text :x="x + 8" :y="y - 6">{{ place.id }}</text>
        </g>
      </g>
      <g
        v-for="{ card, at: [x, y], outline } in cards"
        :key="card.id"
        v-drag="drag({ kind: 'card', id: card.id })"
        data-thing
        class="thing card"
        :class="[card.kind, { picked: selection.is('card', card.id), off: !card.on }]"
        tabindex="0"
        role="button"
        :aria-label="thingWords(store.plan!, { kind: 'card', id: card.id })"
        @focus="selection.pick('card', card.id)"
        @pointerdown="selection.pick('card', card.id)"
        @keydown="nudge($event, { kind: 'card', id: card.id })"
      >
        <circle :cx="x" :cy="y" r="18" class="hit" />
        <polygon :points="outline" class="sheet" />
        <text :x="x + 9" :y="y + 14">{{ card.id }}</text>
      </g>
      <g
        v-for="head in heads"
        :key="head.light.id"
        :class="[
          `hue-${head.light.id}`,
          'thing',
          { picked: selection.is('light', head.light.id), off: !head.light.on }
        ]"
      >
        <line :x1="head.x" :y1="head.y" :x2="head.look[0]" :y2="head.look[1]" class="look" />
        <circle
          v-if="selection.is('light', head.light.id) && head.light.mount === 'stand'"
          v-drag="turn(head.light.id)"
          data-thing
          :cx="head.look[0]"
          :cy="head.look[1]"
          r="6"
          class="turn"
        >
          <title>Drag to turn {{ head.light.id }}</title>
        </circle>
        <g
          v-drag="drag({ kind: 'light', id: head.light.id })"
          data-thing
          :data-light="head.light.id"
          tabindex="0"
          role="button"
          :aria-label="thingWords(store.plan!, { kind: 'light', id: head.light.id })"
          @focus="selection.pick('light', head.light.id)"
          @pointerdown="selection.pick('light', head.light.id)"
          @keydown="nudge($event, { kind: 'light', id: head.light.id })"
        >
          <circle :cx="head.x" :cy="head.y" r="20" class="hit" />
          <polygon :points="head.body" class="body" />
          <polygon :points="head.face" class="face" />
          <text :x="head.x + 14" :y="head.y - 10" class="letter">{{ head.light.id }}</text>
        </g>
      </g>
    </svg>
  </figure>
</template>

<style scoped src="./set-view.css" />
