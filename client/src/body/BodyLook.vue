<script setup lang="ts">
/** What the subject or a prop looks like: colour, polish, texture; what is clear of it. */
import { computed } from 'vue'
import { isMeshed } from '@core/set/subjectMesh'
import MeasuredColour from '@/colour/MeasuredColour.vue'
import ColourField from '@/instruments/ColourField.vue'
import ReliefPick from '@/instruments/ReliefPick.vue'
import OwnMeshPick from '@/meshes/OwnMeshPick.vue'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'
import { useBody, type BodyPath } from './useBody'

const props = defineProps<{ path: BodyPath; about?: string }>()
const store = usePlan()
const { body } = useBody(() => props.path)
const clear = computed(() => body.value.finish === 'clear')
const shiny = computed(() => body.value.finish === 'gloss' || body.value.finish === 'metal')
const fill = (filled: boolean): void =>
  void store.set(
    `${props.path}.liquid`,
    filled ? { level: 0.6, colour: '#d98f3a', throughMm: 20 } : null,
    'liquid'
  )
</script>

<template>
  <div v-if="body.shape !== 'plume'">
    <v-switch
      v-if="isMeshed(body)"
      :model-value="body.lying"
      label="Lies on its back"
      messages="What would face the lens faces up, its top points away."
      @update:model-value="store.set(`${path}.lying`, Boolean($event), 'lying')"
    />
    <template v-if="!clear">
      <ColourField
        v-if="!body.measured"
        :about="about"
        :path="`${path}.colour`"
        label="Colour"
        optional
        help="Its hue only. How light it is follows from its reflectance, as the sum counts it."
      />
      <MeasuredColour :path="path" :about="about ?? 'the subject'" />
      <StepField
        v-if="shiny"
        :about="about"
        :path="`${path}.roughness`"
        kind="share"
        label="Roughness"
        help="How blurred a light shows in it: 0 % mirrors sharply, 10 % is polished, 30 % satin."
      />
      <StepField
        :about="about"
        :path="`${path}.texture`"
        kind="share"
        label="Texture"
        help="A fine mottle, so that it reads as a surface. On the mean it throws back as much light."
      />
    </template>
    <template v-if="clear && body.shape !== 'sheet'">
      <StepField
        :about="about"
        :path="`${path}.roughness`"
        kind="share"
        label="Roughness"
        help="0 % is polished, 15 % etched, 40 % ground: what lies behind blurs."
      />
      <StepField
        v-if="body.shape === 'vessel'"
        :about="about"
        :path="`${path}.glass.wallMm`"
        kind="length"
        label="Wall"
      />
      <ColourField
        :about="about"
        :path="`${path}.glass.colour`"
        label="Tint"
        help="The colour white light takes on through so much of it as the next line says."
      />
      <StepField
        :about="about"
        :path="`${path}.glass.throughMm`"
        kind="length"
        label="Tinted so through"
        help="A thinner layer is paler, a thicker one darker."
      />
    </template>
    <template v-if="clear && body.shape === 'vessel'">
      <v-switch
        :model-value="body.liquid !== null"
        label="Something in it"
        :disabled="body.lying"
        :messages="body.lying ? 'Not while it lies: it would run out.' : ''"
        @update:model-value="fill(Boolean($event))"
      />
      <template v-if="body.liquid && !body.lying">
        <StepField :about="about" :path="`${path}.liquid.level`" kind="share" label="Filled" />
        <ColourField
          :about="about"
          :path="`${path}.liquid.colour`"
          label="Liquid"
          help="The colour white light takes on through so much of it as the next line says."
        />
        <StepField
          :about="about"
          :path="`${path}.liquid.throughMm`"
          kind="length"
          label="Coloured so through"
        />
      </template>
    </template>
    <OwnMeshPick v-if="body.shape === 'own'" />
    <ReliefPick v-if="body.shape === 'coin'" :path="path" />
  </div>
</template>
