<script setup lang="ts">
/** A mesh of the user's: read from a file, turned, scaled by one measured length. */
import { computed, ref } from 'vue'
import { MOST_TRIANGLES } from '@core/model/own'
import StepField from '@/instruments/StepField.vue'
import { MESH_TYPES } from './readMesh'
import { useOwnMesh, type Length } from './useOwnMesh'

const { subject, busy, failure, read, cancel, scaleBy, turn } = useOwnMesh()
const LENGTHS: readonly { readonly value: Length; readonly title: string }[] = [
  { value: 'widthMm', title: 'Width' },
  { value: 'heightMm', title: 'Height' },
  { value: 'depthMm', title: 'Front to back' }
]
const length = ref<Length>('heightMm')
/** Three numbers of two bytes in eight letters. */
const triangles = computed(() =>
  Math.floor(((subject.value.own?.corners.replace(/=+$/, '').length ?? 0) * 6) / 8 / 6)
)
const pick = (event: Event): void => {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file) void read(file)
}
</script>

<template>
  <div class="own">
    <p class="small muted" data-own>
      <template v-if="subject.own"
        >{{ subject.own.name }}, {{ triangles.toLocaleString('en') }} triangles.</template
      >
      <template v-else>A box stands for it until a file is read.</template>
      OBJ, STL or binary glTF, {{ MOST_TRIANGLES.toLocaleString('en') }} triangles at most; its
      shape only, its colour is chosen here.
    </p>
    <p class="acts">
      <label class="push" :class="{ busy }"
        >{{ subject.own ? 'Another file' : 'Read a mesh'
        }}<input
          type="file"
          :accept="MESH_TYPES"
          class="hidden-label"
          :disabled="busy"
          @change="pick"
      /></label>
      <template v-if="subject.own && !busy">
        <button type="button" class="push" @click="turn('level')">Tip it forward</button>
        <button type="button" class="push" @click="turn('upright')">Turn a quarter</button>
      </template>
      <button v-if="busy" type="button" class="push bare" @click="cancel">Cancel</button>
    </p>
    <p v-if="busy" role="status" class="small muted">Reading the mesh …</p>
    <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
    <template v-if="subject.own">
      <v-select
        v-model="length"
        :items="LENGTHS"
        item-value="value"
        item-title="title"
        label="Measured on the thing"
      />
      <StepField
        kind="length"
        label="Measured length"
        :value="subject[length]"
        :set="(mm) => scaleBy(length, mm)"
        help="The other two follow, so that it keeps its shape."
      />
    </template>
  </div>
</template>

<style scoped>
.own {
  display: grid;
  gap: 0.3rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
}
</style>
