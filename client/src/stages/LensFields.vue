<script setup lang="ts">
/**
 * Camera, lens and what is screwed to it; frame width, magnification and working distance, any of
 * which may be typed.
 */
import { computed, ref, toRaw } from 'vue'
import type { Camera, KitItem, Lens } from '@core/kit/kit'
import { fitsMount } from '@core/kit/mount'
import type { Fault } from '@core/plan/open'
import type { Plan } from '@core/plan/plan'
import { poseOf } from '@core/set/camera'
import { sensorInUse } from '@core/plan/lensInUse'
import { heldMagnification, magnificationAtFront, magnificationsOf } from '@core/plan/portInUse'
import KitPick from '@/instruments/KitPick.vue'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { mm, plain, ratio } from '@/words/format'

const store = usePlan()
const plan = computed(() => store.plan!)
const frame = computed(() => sensorInUse(plan.value))
const range = computed(() => magnificationsOf(plan.value))
const working = computed(() => poseOf(plan.value).workingMm)

/** The three say the same thing; whichever is typed, what the lens can focus is kept and said. */
const held = ref('')
const setMagnification = (wanted: number): readonly Fault[] => {
  const [least, most] = range.value
  const to = heldMagnification(plan.value, wanted)
  held.value =
    wanted > most * 1.0001
      ? `Held at ${ratio(most)}, the most this lens does.`
      : wanted < least * 0.9999
        ? `Held at ${ratio(least)}, the least it does with this in the way.`
        : ''
  return store.update(
    'magnification',
    (draft) => {
      draft.focus.magnification = to
    },
    'focus.magnification'
  )
}
const setWidth = (width: number): readonly Fault[] =>
  width > 0
    ? setMagnification(frame.value.width / width)
    : [{ path: '', message: 'must be above 0 mm' }]
const setWorking = (distance: number): readonly Fault[] =>
  setMagnification(magnificationAtFront(plan.value, distance))
/**
 * With something else in the way the old magnification may no longer focus: it goes to the nearest
 * that does.
 */
const within = (draft: Plan): void => {
  draft.focus.magnification = Math.min(
    20,
    Math.max(0.001, heldMagnification(draft, draft.focus.magnification))
  )
}
const attach =
  (key: 'extensionMm' | 'dioptres' | 'wetDioptres' | 'teleconverter') =>
  (value: number): readonly Fault[] =>
    store.update(
      'on the lens',
      (draft) => {
        draft.focus[key] = value
        // What cannot be is left to the schema to refuse.
        if (value >= (key === 'teleconverter' ? 1 : 0)) within(draft)
      },
      `focus.${key}`
    )
const pick = (kind: 'camera' | 'lens', item: Camera | Lens): void => {
  store.update(kind, (draft) => {
    if (item.kind === 'camera') draft.camera = structuredClone(item)
    else {
      draft.lens = structuredClone(item)
      within(draft)
    }
  })
}
const mountRemark = (item: KitItem): string =>
  item.kind === 'lens' && !fitsMount(item, plan.value.camera) ? 'another mount' : ''
const wet = computed(() => plan.value.medium.kind !== 'air')
const pickHousing = (item: KitItem | null): void =>
  void store.update('housing', (draft) => {
    draft.housing = item?.kind === 'housing' ? structuredClone(toRaw(item)) : null
    within(draft)
  })
const reaches = computed(
  () =>
    `Focuses from ${range.value[0] < 0.001 ? 'infinity' : ratio(range.value[0])} to ` +
    `${ratio(range.value[1])}.`
)
</script>

<template>
  <section class="group" aria-labelledby="gear-title">
    <h2 id="gear-title">Camera and lens</h2>
    <KitPick kind="camera" :item="plan.camera" @pick="pick('camera', $event as Camera)" />
    <StepField
      path="focus.crop"
      kind="factor"
      label="Crop"
      :note="plan.focus.crop > 1 ? `${plain(frame.width)} × ${plain(frame.height)} mm in use` : ''"
      help="When only the middle of the sensor is used: its width over the width in use."
      no-lock
    />
    <KitPick
      kind="lens"
      :item="plan.lens"
      :remark="mountRemark"
      @pick="pick('lens', $event as Lens)"
    />
    <p v-if="!fitsMount(plan.lens, plan.camera)" class="small" data-mount>
      ▲ Its mount is {{ plan.lens.mount }}, the camera’s {{ plan.camera.mount }}: an adapter it
      would need moves the figures, and is not in them.
    </p>
    <StepField
      path="focus.extensionMm"
      kind="tube"
      label="Extension tubes"
      :set="attach('extensionMm')"
      help="All tubes together. They let the lens come closer, and take infinity away."
      no-lock
    />
    <StepField
      path="focus.dioptres"
      kind="dioptres"
      label="Close-up lens"
      :set="attach('dioptres')"
      help="Its power in dioptres. It costs no light, only some sharpness at the edges, which is not in the model."
      no-lock
    />
    <StepField
      path="focus.teleconverter"
      kind="factor"
      label="Teleconverter"
      :set="attach('teleconverter')"
      help="Multiplies magnification and f-number. The aperture on the strip is the one with the converter, as most bodies show it. Its own thickness is left out."
      no-lock
    />
    <template v-if="wet || plan.housing">
      <KitPick
        kind="housing"
        :item="plan.housing"
        :optional="wet ? 'A flat port right before the lens' : 'None'"
        @pick="pickHousing"
      />
      <StepField
        v-if="wet"
        path="focus.wetDioptres"
        kind="dioptres"
        label="Wet close-up lens"
        :set="attach('wetDioptres')"
        help="Before the port, its power in water as its maker states it."
        no-lock
      />
    </template>
    <p class="small muted" data-range>{{ reaches }}</p>
    <h2>Magnification and distance</h2>
    <StepField
      kind="length"
      label="Field width"
      :value="frame.width / plan.focus.magnification"
      :set="setWidth"
      no-lock
    />
    <StepField
      path="focus.magnification"
      kind="magnification"
      label="Magnification"
      :set="setMagnification"
      :note="held"
      help="Size on the sensor against size in life. 1 : 1 draws a 20 mm beetle 20 mm long."
    />
    <StepField
      kind="length"
      :label="plan.housing || wet ? 'Port to subject' : 'Lens front to subject'"
      :value="Math.max(0, working)"
      :set="setWorking"
      no-lock
      :note="
        working <= 0
          ? 'By these kit figures the subject would touch the lens: check the sensor-to-front length.'
          : `${mm(frame.height / plan.focus.magnification)} high in the field`
      "
      help="Working distance, from a thin lens of this focal length; real lenses that shorten when focused close stand nearer."
    />
    <slot />
  </section>
</template>

<style scoped>
.group h2:not(:first-child) {
  margin-top: 1rem;
}
</style>
