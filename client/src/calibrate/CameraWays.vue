<script setup lang="ts">
/** A camera is measured where its frames are: what of it, and in which shoots it is at hand. */
import { computed } from 'vue'
import { nameOf } from '@core/scales/marks'
import { useKit } from '@/stores/kit'
import { filesWords } from '@/words/readings'

const props = defineProps<{ id: string }>()
const kit = useKit()
const record = computed(() => kit.records?.find(({ item }) => item.id === props.id))
const camera = computed(() => (record.value?.item.kind === 'camera' ? record.value.item : null))
const uses = computed(() => record.value?.uses ?? [])
</script>

<template>
  <div v-if="camera" class="ways">
    <dl>
      <dt>Sync speed</dt>
      <dd>
        {{ nameOf('shutter', camera.syncStops) }}. Found by frames with and without a band: in a
        shoot’s <b>Dark</b>, “Measure the real sync speed”.
      </dd>
      <dt>Tone curve and mid-grey of its files</dt>
      <dd>
        {{ filesWords(camera.files) || 'Not measured yet' }}. From a grey card, from frames at known
        steps or from raw and JPEG pairs: in a shoot’s <b>Run</b>, under a frame, “What its files
        mean”.
      </dd>
    </dl>
    <p v-if="uses.length === 0" class="muted">
      No shoot uses it yet: begin one with it, then measure it there.
    </p>
    <ul v-else>
      <li v-for="use in uses" :key="use.shootId">
        {{ use.title }}: <router-link :to="`/shoots/${use.shootId}/dark`">Dark</router-link>,
        <router-link :to="`/shoots/${use.shootId}/run`">Run</router-link>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.ways {
  display: grid;
  gap: 1rem;
  max-width: 48rem;
}
dt {
  color: var(--bright);
}
dd {
  padding-bottom: 0.7rem;
}
li {
  padding: 0.35rem 0;
  border-bottom: 1px solid var(--line);
}
</style>
