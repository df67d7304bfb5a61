<script setup lang="ts">
/**
 * Frames that are not on the server: those that wait for it, those it will not take, and those it
 * has but cannot read. Of the open shoot, or of all.
 */
import { computed, onMounted, ref } from 'vue'
import type { Waiting } from '@/kept/outbox'
import { useFrames } from '@/stores/frames'
import { useNotices } from '@/stores/notices'

const props = defineProps<{ everywhere?: boolean }>()
const frames = useFrames()
const notices = useNotices()
const busy = ref(false)
onMounted(() => frames.start())

const waiting = computed(() => (props.everywhere ? frames.queued : frames.waiting))
const unreadable = computed(() => (props.everywhere ? [] : frames.unreadable))
const going = computed(() => waiting.value.filter((entry) => entry.refused === null))
const refused = computed(() => waiting.value.filter((entry) => entry.refused !== null))
const many = (count: number, rest: string): string =>
  `${count} ${count === 1 ? `frame is` : 'frames are'} ${rest}`

const sendNow = async (): Promise<void> => {
  busy.value = true
  const failure = await frames.sendWaiting(true)
  busy.value = false
  if (failure) notices.say(`Not sent: ${failure}`)
}
const discard = async (entry: Waiting): Promise<void> => {
  await frames.discard(entry)
  notices.say('What waited of that frame is given up', async () => {
    if (entry.frameWaits || entry.image) await frames.put(entry.shootId, entry.frame, entry.image)
    if (entry.raw) await frames.putRaw(entry.shootId, entry.frame, entry.raw)
  })
}
</script>

<template>
  <section v-if="going.length || refused.length || unreadable.length" class="waiting">
    <p v-if="going.length" role="status" class="near small">
      {{
        many(
          going.length,
          frames.keeping > 0 ? 'about to be kept here.' : 'kept here until the server answers.'
        )
      }}
      <template v-if="!frames.kept">
        This browser lets nothing be kept: leave this page open until then.
      </template>
      <button type="button" class="push" :disabled="busy" @click="sendNow">Send now</button>
    </p>
    <ul v-if="refused.length" role="alert">
      <li v-for="entry in refused" :key="entry.frame.id" class="miss small">
        A frame was not taken by the server and is kept here: {{ entry.refused }}
        <button type="button" class="push" :disabled="busy" @click="sendNow">Send again</button>
        <button type="button" class="push" @click="discard(entry)">Give up</button>
      </li>
    </ul>
    <p v-if="unreadable.length" class="near small">
      {{ many(unreadable.length, 'kept on the server but cannot be read:') }}
      {{ unreadable.map((each) => `${each.id} (${each.why})`).join('; ') }}
    </p>
  </section>
</template>

<style scoped>
.waiting {
  display: grid;
  gap: 0.5rem;
  padding-bottom: 0.6rem;
}
p,
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem;
}
</style>
