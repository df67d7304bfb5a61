<script setup lang="ts">
/** The set from above, to scale: camera, subject, ground, the strobe with its beam. Lines and letters keep their size on screen. */
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { sensorToSubject } from '@core/optics/closeup'
import { sourceSizeMm } from '@core/ledger/flags'
import { usePlan } from '@/stores/plan'
import { mm, plain } from '@/words/format'

const props = defineProps<{ height: number }>()
const store = usePlan()
const plan = computed(() => store.plan!)
const box = useTemplateRef<HTMLElement>('box')
const { width: boxWidth } = useElementSize(box, { width: 600, height: 200 })

/** Drawn lengths are millimetres; x runs from the ground (left) to the camera (right), y across. */
const shape = computed(() => {
  const p = plan.value
  const light = p.lights[0]
  const tilt = (light.tiltDeg * Math.PI) / 180
  const camera = sensorToSubject(p.lens.focalMm, p.focus.magnification)
  const front = Math.max(0, camera - p.lens.sensorToFrontMm)
  const strobe = { x: light.distanceMm * Math.cos(tilt), y: light.distanceMm * Math.sin(tilt) }
  const left = -p.ground.distanceMm
  const right = Math.max(camera, strobe.x)
  const px = Math.max(100, boxWidth.value)
  // One millimetre scale both ways: the set must fit across, and the strobe below the axis.
  const rough = Math.max((right - left) / (px - 60), (strobe.y * 2) / (props.height - 50), 90 / props.height)
  // Room for the strobe's label beside it.
  const edgeRight = Math.max(camera + 14 * rough, strobe.x + 120 * rough)
  const perPx = Math.max(rough, (edgeRight - left) / (px - 25))
  const width = px * perPx
  const half = (props.height * perPx) / 2
  const middle = (left - 12 * perPx + edgeRight) / 2
  const beamDeg = light.modifier && light.modifier.beam.kind !== 'keep' ? light.modifier.beam.beamDeg : light.strobe.beamDeg
  const reach = width * 1.5
  const edge = (side: number) => {
    const angle = Math.atan2(-strobe.y, -strobe.x) + (side * Math.min(beamDeg, 170) * Math.PI) / 360
    return { x: strobe.x + reach * Math.cos(angle), y: strobe.y + reach * Math.sin(angle) }
  }
  const frameHalf = p.camera.sensorWidthMm / p.focus.magnification / 2
  const atGround = frameHalf * (1 + p.ground.distanceMm / (p.lens.focalMm * (1 + 1 / p.focus.magnification)))
  const grid = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000].find((step) => step / perPx >= 22) ?? 5000
  return {
    camera, front, strobe, left, from: middle - width / 2, width, half, edges: [edge(-1), edge(1)], frameHalf, atGround, px: perPx, grid, beamDeg,
    head: Math.max(sourceSizeMm(p), 12 * perPx)
  }
})
const points = (list: readonly { x: number; y: number }[]): string => list.map(({ x, y }) => `${x.toFixed(2)},${y.toFixed(2)}`).join(' ')
const words = computed(() => {
  const p = plan.value
  const light = p.lights[0]
  return `The set from above. The strobe stands ${mm(light.distanceMm)} from the subject, ${plain(light.tiltDeg)}° off the lens axis, with a beam of ${plain(shape.value.beamDeg)}°. The lens front is ${mm(shape.value.front)} from the subject, the ground ${mm(p.ground.distanceMm)} behind it.`
})
</script>

<template>
  <figure ref="box">
    <figcaption class="small muted"><span>The set from above, to scale</span><span class="num">1 square = {{ mm(shape.grid) }}</span></figcaption>
    <svg :viewBox="`${shape.from} ${-shape.half} ${shape.width} ${shape.half * 2}`" :height="height" role="img" :aria-label="words">
      <defs>
        <pattern id="sketch-grid" :width="shape.grid" :height="shape.grid" patternUnits="userSpaceOnUse"><path :d="`M ${shape.grid} 0 H 0 V ${shape.grid}`" class="grid" :stroke-width="shape.px" /></pattern>
        <radialGradient id="sketch-beam" gradientUnits="userSpaceOnUse" :cx="shape.strobe.x" :cy="shape.strobe.y" :r="shape.width * 0.6">
          <stop offset="0" class="glow" stop-opacity="0.45" /><stop offset="0.45" class="glow" stop-opacity="0.12" /><stop offset="1" class="glow" stop-opacity="0" />
        </radialGradient>
      </defs>
      <rect :x="shape.from" :y="-shape.half" :width="shape.width" :height="shape.half * 2" fill="url(#sketch-grid)" />
      <polygon :points="points([shape.strobe, ...shape.edges])" fill="url(#sketch-beam)" />
      <path :d="`M ${shape.front} 0 L 0 ${shape.frameHalf} L ${shape.left} ${shape.atGround} M ${shape.front} 0 L 0 ${-shape.frameHalf} L ${shape.left} ${-shape.atGround}`" class="field" :stroke-width="shape.px * 1.2" :stroke-dasharray="`${shape.px * 2} ${shape.px * 5}`" />
      <line :x1="shape.left" :x2="shape.left" :y1="-shape.half * 0.92" :y2="shape.half * 0.92" class="ground" :stroke-width="shape.px * 5" />
      <rect :x="shape.front" :y="-shape.px * 9" :width="Math.max(0, shape.camera - shape.front)" :height="shape.px * 18" class="gear" :stroke-width="shape.px * 1.2" />
      <rect :x="shape.camera - shape.px * 8" :y="-shape.px * 15" :width="shape.px * 17" :height="shape.px * 30" :rx="shape.px * 3" class="gear" :stroke-width="shape.px * 1.2" />
      <ellipse cx="0" cy="0" :rx="Math.max(plan.subject.sharpDepthMm / 2, shape.px * 2.2)" :ry="Math.max(plan.subject.widthMm / 2, shape.px * 4)" class="thing" />
      <line x1="0" y1="0" :x2="shape.strobe.x" :y2="shape.strobe.y" class="aim" :stroke-width="shape.px" />
      <rect :transform="`translate(${shape.strobe.x} ${shape.strobe.y}) rotate(${plan.lights[0].tiltDeg})`" :x="0" :y="-shape.head / 2" :width="Math.max(shape.head * 0.8, shape.px * 16)" :height="shape.head" class="strobe" :stroke-width="shape.px * 1.8" />
      <text :x="shape.strobe.x + shape.px * 26" :y="shape.strobe.y + shape.px * 3" class="letter" :font-size="shape.px * 16">A</text>
      <text :x="shape.strobe.x + shape.px * 40" :y="shape.strobe.y + shape.px * 2" :font-size="shape.px * 11.5">{{ mm(plan.lights[0].distanceMm) }} · {{ plain(plan.lights[0].tiltDeg) }}°</text>
      <text :x="shape.left + shape.px * 7" :y="-shape.half + shape.px * 15" :font-size="shape.px * 11.5">ground {{ mm(plan.ground.distanceMm) }}</text>
    </svg>
  </figure>
</template>

<style scoped>
figure { display: grid; gap: 0.3rem; min-width: 0; }
figcaption { display: flex; justify-content: space-between; }
svg { background: var(--well); width: 100%; display: block; }
.grid { fill: none; stroke: var(--line); }
.glow { stop-color: var(--source-a); }
.field { fill: none; stroke: var(--drawn); }
.ground { stroke: var(--drawn); }
.gear { fill: var(--raised); stroke: var(--muted); }
.thing { fill: var(--bright); }
.aim { stroke: var(--source-a); stroke-opacity: 0.55; }
.strobe { fill: var(--well); stroke: var(--source-a); }
.letter { fill: var(--source-a); font-weight: 600; }
</style>
