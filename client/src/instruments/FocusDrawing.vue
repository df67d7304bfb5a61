<script setup lang="ts">
/**
 * Two drawings to scale: the lens and the subject, and under it the depth of field held against the
 * depth needed.
 */
import { computed } from 'vue'
import type { Port } from '@core/kit/housing'
import { poseOf } from '@core/set/camera'
import { depthOf, neededDepthMm, sensorInUse } from '@core/plan/lensInUse'
import { portGapMm } from '@core/plan/portInUse'
import { frontDiameterMm } from '@core/set/bodies'
import { usePlan } from '@/stores/plan'
import { mm, ratio } from '@/words/format'

const store = usePlan()
const plan = computed(() => store.plan!)
const W = 640
const H = 150

const overview = computed(() => {
  const p = plan.value
  const { sensorMm: total, frontMm } = poseOf(p)
  const needed = neededDepthMm(p)
  const body = 30
  const scale = (W - 60) / (total + body + needed)
  const x = (fromSubject: number) => 30 + (fromSubject + needed / 2) * scale
  const front = Math.max(frontMm, 0)
  const portHalf = Math.min(H / 2 - 4, Math.max(8, (frontDiameterMm(p) * scale) / 2))
  const half = (value: number) => Math.min(H / 2 - 6, Math.max(2, (value * scale) / 2))
  return {
    subject: x(0),
    subjectHalf: half(p.subject.widthMm),
    depth: Math.max(2, needed * scale),
    front: x(front),
    lensFront: x(front + portGapMm(p)),
    port: p.housing && portPath(x(front), portHalf, p.housing.port, scale),
    sensor: x(total),
    end: x(total + body),
    lensHalf: half(Math.min(80, p.lens.focalMm * 0.7 + 14)),
    bodyHalf: half(90),
    sensorHalf: half(sensorInUse(p).width),
    field: half(sensorInUse(p).width / p.focus.magnification),
    total,
    front0: front
  }
})

/** A flat port is a pane; a dome its arc, as far as its own diameter cuts it. */
function portPath(at: number, half: number, port: Port, scale: number): string {
  if (port.kind === 'flat') return `M ${at} ${-half} V ${half}`
  const radius = Math.max(half, port.radiusMm * scale)
  const back = radius - Math.sqrt(radius ** 2 - half ** 2)
  return `M ${at + back} ${-half} A ${radius} ${radius} 0 0 0 ${at + back} ${half}`
}

const loupe = computed(() => {
  const { nearMm, farMm } = depthOf(plan.value)
  const need = neededDepthMm(plan.value)
  const far = Number.isFinite(farMm) ? farMm : nearMm * 4
  const reach = Math.max(nearMm, far, need / 2) * 1.25
  const x = (value: number) => W / 2 + (value / reach) * (W / 2 - 20)
  const step =
    [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000].find(
      (each) => (reach * 2) / each <= 14
    ) ?? 5000
  const ticks = Array.from(
    { length: Math.floor((reach * 2) / step) + 1 },
    (_, i) => (i - Math.floor(reach / step)) * step
  ).filter((t) => Math.abs(t) <= reach)
  return {
    near: x(nearMm),
    far: x(-far),
    from: x(need / 2),
    to: x(-need / 2),
    middle: x(0),
    ticks: ticks.map((t) => ({
      at: x(t),
      label: step < 1 ? t.toFixed(2).replace(/0$/, '') : String(t)
    }))
  }
})
const words = computed(() => {
  const { nearMm, farMm, totalMm } = depthOf(plan.value)
  return (
    `Depth of field: sharp from ${mm(nearMm)} in front of the plane of focus to ` +
    `${mm(farMm)} behind it, ${mm(totalMm)} in all; ${mm(neededDepthMm(plan.value))} are ` +
    'needed.'
  )
})
</script>

<template>
  <figure>
    <svg
      :viewBox="`0 0 ${W} ${H}`"
      role="img"
      :aria-label="`Lens and subject to scale at ${ratio(plan.focus.magnification)}: ${mm(overview.front0)} from ${plan.housing ? 'port' : 'lens front'} to subject, ${mm(overview.total)} from sensor to subject.`"
    >
      <g :transform="`translate(0 ${H / 2})`">
        <path
          :d="`M ${overview.sensor} 0 L ${overview.subject} ${-overview.field} M ${overview.sensor} 0 L ${overview.subject} ${overview.field}`"
          class="ray"
        />
        <rect
          :x="overview.sensor - 8"
          :y="-overview.bodyHalf"
          :width="overview.end - overview.sensor + 8"
          :height="overview.bodyHalf * 2"
          rx="4"
          class="gear"
        />
        <rect
          :x="overview.lensFront"
          :y="-overview.lensHalf"
          :width="Math.max(0, overview.sensor - overview.lensFront - 8)"
          :height="overview.lensHalf * 2"
          class="gear"
        />
        <path v-if="overview.port" :d="overview.port" class="port" />
        <line
          :x1="overview.sensor"
          :x2="overview.sensor"
          :y1="-overview.sensorHalf"
          :y2="overview.sensorHalf"
          class="sensor"
        />
        <ellipse
          :cx="overview.subject"
          cy="0"
          :rx="overview.depth / 2"
          :ry="overview.subjectHalf"
          class="thing"
        />
        <path :d="`M ${overview.subject} ${H / 2 - 12} H ${overview.front}`" class="measure" />
        <text
          :x="(overview.subject + overview.front) / 2"
          :y="H / 2 - 16"
          text-anchor="middle"
          font-size="12"
        >
          {{ mm(overview.front0) }}
        </text>
      </g>
    </svg>
    <svg :viewBox="`0 0 ${W} 96`" role="img" :aria-label="words">
      <rect :x="loupe.far" y="18" :width="loupe.near - loupe.far" height="44" class="sharp" />
      <rect
        :x="loupe.to"
        y="28"
        :width="Math.max(1, loupe.from - loupe.to)"
        height="24"
        class="needed"
      />
      <line :x1="loupe.middle" :x2="loupe.middle" y1="10" y2="70" class="plane" />
      <line
        v-for="tick in loupe.ticks"
        :key="tick.at"
        :x1="tick.at"
        :x2="tick.at"
        y1="70"
        y2="75"
        class="tick"
      />
      <text
        v-for="tick in loupe.ticks"
        :key="`t${tick.at}`"
        :x="tick.at"
        y="88"
        text-anchor="middle"
        font-size="11"
      >
        {{ tick.label }}
      </text>
      <text x="4" y="12" font-size="11">behind</text>
      <text :x="W - 4" y="12" font-size="11" text-anchor="end">toward the lens, mm</text>
    </svg>
    <figcaption class="small muted">
      <span class="key sharp-key" /> sharp <span class="key needed-key" /> must be sharp
      <span class="key plane-key" /> plane of focus
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  display: grid;
  gap: 0.4rem;
  padding-top: 0.5rem;
}
svg {
  width: 100%;
  background: var(--well);
  display: block;
}
.ray {
  stroke: var(--drawn);
  stroke-dasharray: 2 5;
}
.gear {
  fill: var(--raised);
  stroke: var(--muted);
}
.port {
  fill: none;
  stroke: var(--accent);
  stroke-width: 2.5;
}
.sensor {
  stroke: var(--bright);
  stroke-width: 2.5;
}
.thing,
.needed {
  fill: var(--bright);
}
.needed {
  fill-opacity: 0.82;
}
.measure {
  stroke: var(--muted);
}
.sharp {
  fill: var(--accent);
  fill-opacity: 0.28;
  stroke: var(--accent);
}
.plane {
  stroke: var(--accent);
  stroke-width: 1.6;
  stroke-dasharray: 4 3;
}
.tick {
  stroke: var(--muted);
}
.key {
  display: inline-block;
  width: 14px;
  height: 10px;
  margin: 0 0.3rem 0 0.8rem;
}
.key:first-child {
  margin-left: 0;
}
.sharp-key {
  background: color-mix(in srgb, var(--accent) 28%, transparent);
  border: 1px solid var(--accent);
}
.needed-key {
  background: var(--bright);
  opacity: 0.82;
}
.plane-key {
  border-left: 2px dashed var(--accent);
  width: 2px;
  height: 14px;
  vertical-align: -3px;
}
</style>
