<script setup lang="ts">
/** The picture of a step: small beside it, large when it is tapped; gone where it cannot be had. */
import { ref } from 'vue'
import { api } from '@/api/client'

defineProps<{ name: string; what: string }>()
const large = ref(false)
const missing = ref(false)
</script>

<template>
  <span v-if="missing" class="small muted">picture not at hand</span>
  <template v-else>
    <button type="button" :aria-label="`Picture: ${what}`" @click="large = true">
      <img :src="api.kitPictureUrl(name, 'small')" alt="" @error="missing = true" />
    </button>
    <v-dialog v-model="large" max-width="960" :aria-label="what">
      <figure>
        <img :src="api.kitPictureUrl(name, 'whole')" :alt="what" />
        <figcaption>{{ what }}</figcaption>
        <button type="button" class="push" @click="large = false">Close</button>
      </figure>
    </v-dialog>
  </template>
</template>

<style scoped>
button > img {
  width: 72px;
  height: 56px;
  object-fit: cover;
  border: 1px solid var(--line);
  display: block;
}
figure {
  margin: 0;
  padding: 0.8rem;
  background: var(--raised);
  border: 1px solid var(--rule);
  display: grid;
  gap: 0.6rem;
  justify-items: start;
}
figure img {
  max-width: 100%;
  max-height: 74dvh;
}
figure .push {
  min-height: 56px;
}
</style>
