<script setup lang="ts">
/** What the subject looks like: colour, polish, texture; what is clear of it, and its outline. */
import { computed } from 'vue'
import { isMeshed } from '@core/set/subjectMesh'
import ColourField from '@/instruments/ColourField.vue'
import ReliefPick from '@/instruments/ReliefPick.vue'
import OwnMeshPick from '@/meshes/OwnMeshPick.vue'
import StepField from '@/instruments/StepField.vue'
import { usePlan } from '@/stores/plan'

const store = usePlan()
const subject = computed(() => store.plan!.subject)
const clear = computed(() => subject.value.finish === 'clear')
const shiny = computed(() => subject.value.finish === 'gloss' || subject.value.finish === 'metal')
const fill = (filled: boolean): void =>
  void store.set(
    'subject.liquid',
    filled ? { level: 0.6, colour: '#d98f3a', throughMm: 20 } : null,
    'liquid'
  )
</script>

<template>
  <section v-if="subject.shape !== 'plume'" class="look group" aria-labelledby="look-title">
    <h2 id="look-title">What it looks like</h2>
    <v-switch
      v-if="isMeshed(subject)"
      :model-value="subject.lying"
      label="Lies on its back"
      messages="What would face the lens faces up, its top points away."
      @update:model-value="store.set('subject.lying', Boolean($event), 'lying')"
    />
    <template v-if="!clear">
      <ColourField
        path="subject.colour"
        label="Colour"
        optional
        help="Its hue only. How light it is follows from its reflectance, as the sum counts it."
      />
      <StepField
        v-if="shiny"
        path="subject.roughness"
        kind="share"
        label="Roughness"
        help="How blurred a light shows in it: 0 % mirrors sharply, 10 % is polished, 30 % satin."
      />
      <StepField
        path="subject.texture"
        kind="share"
        label="Texture"
        help="A fine mottle, so that it reads as a surface. On the mean it throws back as much light."
      />
    </template>
    <template v-if="clear && subject.shape !== 'sheet'">
      <StepField
        v-if="subject.shape === 'vessel'"
        path="subject.glass.wallMm"
        kind="length"
        label="Wall"
      />
      <ColourField
        path="subject.glass.colour"
        label="Tint"
        help="The colour white light takes on through so much of it as the next line says."
      />
      <StepField
        path="subject.glass.throughMm"
        kind="length"
        label="Tinted so through"
        help="A thinner layer is paler, a thicker one darker."
      />
    </template>
    <template v-if="clear && subject.shape === 'vessel'">
      <v-switch
        :model-value="subject.liquid !== null"
        label="Something in it"
        :disabled="subject.lying"
        :messages="subject.lying ? 'Not while it lies: it would run out.' : ''"
        @update:model-value="fill(Boolean($event))"
      />
      <template v-if="subject.liquid && !subject.lying">
        <StepField path="subject.liquid.level" kind="share" label="Filled" />
        <ColourField
          path="subject.liquid.colour"
          label="Liquid"
          help="The colour white light takes on through so much of it as the next line says."
        />
        <StepField path="subject.liquid.throughMm" kind="length" label="Coloured so through" />
      </template>
    </template>
    <OwnMeshPick v-if="subject.shape === 'own'" />
    <ReliefPick v-if="subject.shape === 'coin'" />
  </section>
</template>

<style scoped>
.look {
  padding-top: 1.1rem;
}
</style>
