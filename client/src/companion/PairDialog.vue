<script setup lang="ts">
/** Lets a phone in: the code it scans, what it can do there, and how to get the rest. */
import { useIntervalFn } from '@vueuse/core'
import { create } from 'qrcode'
import { computed, onMounted, ref, shallowRef } from 'vue'
import type { Pairing } from '@core/api/pairing'
import { api, type ApiProblem } from '@/api/client'
import { useFrames } from '@/stores/frames'

const emit = defineEmits<{ close: [] }>()
const frames = useFrames()
const pairing = shallowRef<Pairing | null>(null)
const busy = ref(false)
const failure = ref('')
/** which of the machine's addresses the code leads to */
const chosen = ref(0)

const doing = async (work: () => Promise<Pairing | null>): Promise<void> => {
  busy.value = true
  failure.value = ''
  try {
    pairing.value = await work()
    chosen.value = Math.min(chosen.value, (pairing.value?.addresses.length ?? 1) - 1)
  } catch (error) {
    failure.value = (error as ApiProblem).message
  }
  busy.value = false
}
const letIn = (secure: boolean) => doing(() => api.letIn(secure))
const shutOut = () => doing(async () => (await api.shutOut(), null))
onMounted(() => doing(api.pairing))
/** Phones come in meanwhile. */
useIntervalFn(async () => {
  if (!busy.value && pairing.value) pairing.value = await api.pairing().catch(() => pairing.value)
}, 3000)

const address = computed(() => {
  const at = pairing.value?.addresses[chosen.value]
  return at ? `${at}pair/${pairing.value!.code}?shoot=${frames.shootId}` : null
})
/** The code as squares of a drawing, a quiet zone of four round it (ISO/IEC 18004). */
const QUIET = 4
const qr = computed(() => {
  if (!address.value) return null
  const { modules } = create(address.value, { errorCorrectionLevel: 'M' })
  const { size, data } = modules
  let path = ''
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++)
      if (data[y * size + x]) path += `M${x + QUIET} ${y + QUIET}h1v1h-1z`
  return { path, size: size + 2 * QUIET }
})
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="620"
    aria-labelledby="pair-title"
    @update:model-value="emit('close')"
  >
    <div class="dialog-panel">
      <h2 id="pair-title">A phone at the set</h2>
      <template v-if="pairing">
        <div class="code">
          <svg
            v-if="qr"
            :viewBox="`0 0 ${qr.size} ${qr.size}`"
            role="img"
            aria-label="Code to scan"
          >
            <rect :width="qr.size" :height="qr.size" class="paper" />
            <path :d="qr.path" class="ink" shape-rendering="crispEdges" />
          </svg>
          <div class="how">
            <p v-if="address">
              Scan this with the phone’s camera; both must be in the same network. It opens this
              shoot’s companion, and both screens show the same from then on.
            </p>
            <p v-else class="near">This machine is in no network a phone could reach it by.</p>
            <p v-if="address" class="small num address" data-pair-address>{{ address }}</p>
            <p class="small" role="status" data-phones>
              {{
                pairing.phones === 0
                  ? 'No phone has come in yet.'
                  : `${pairing.phones} ${pairing.phones === 1 ? 'phone has' : 'phones have'} come in.`
              }}
            </p>
            <label v-if="pairing.addresses.length > 1" class="small"
              >By the address
              <select v-model="chosen">
                <option v-for="(each, i) in pairing.addresses" :key="each" :value="i">
                  {{ each }}
                </option>
              </select></label
            >
          </div>
        </div>
        <p v-if="!pairing.secure" class="small muted">
          By plain http a phone’s browser does not keep its screen on, and neither does it keep
          anybody else on this network from reading along. Steps, frames, voice and keys work; what
          the network swallows waits on the phone and arrives once.
        </p>
        <div v-else class="small">
          <p>
            By https nobody reads along, and the screen may stay on. The phone warns first, for it
            does not know this machine: either go on past the warning, or have it trust this
            machine’s own certificate:
          </p>
          <ol>
            <li>
              On the phone open <span class="num">{{ pairing.certificate }}</span> and keep the
              file.
            </li>
            <li>
              In its settings, under security, install it as a certificate authority; some phones
              ask besides to trust it fully. Do so only with a machine of your own.
            </li>
            <li>Take it out there again when you no longer need it.</li>
          </ol>
        </div>
        <div class="dialog-acts">
          <button type="button" class="push" :disabled="busy" @click="letIn(!pairing.secure)">
            {{ pairing.secure ? 'Plain http, new code' : 'Use https, new code' }}
          </button>
          <button type="button" class="push" :disabled="busy" @click="shutOut">
            Shut phones out
          </button>
          <button type="button" class="push main" @click="emit('close')">Done</button>
        </div>
      </template>
      <template v-else>
        <p>
          A phone in the same network can be the companion: the step in large type, two targets
          under the thumb. It comes in by a code; without it nobody on the network does.
        </p>
        <div class="dialog-acts">
          <button type="button" class="push main" :disabled="busy" @click="letIn(false)">
            Show a code
          </button>
          <button type="button" class="push" :disabled="busy" @click="letIn(true)">
            By https, with this machine’s certificate
          </button>
        </div>
      </template>
      <p v-if="failure" role="alert" class="miss">{{ failure }}</p>
    </div>
  </v-dialog>
</template>

<style scoped>
.code {
  display: grid;
  grid-template-columns: 13rem minmax(0, 1fr);
  gap: 1.1rem;
}
svg {
  width: 100%;
}
/* Light enough to be scanned, no lighter. */
.paper {
  fill: #9a9488;
}
.v-theme--light .paper {
  fill: #fff;
}
.ink {
  fill: #000;
}
.how {
  display: grid;
  gap: 0.6rem;
  align-content: start;
}
.address {
  overflow-wrap: anywhere;
  color: var(--bright);
}
ol {
  list-style: decimal;
  padding: 0.4rem 0 0 1.2rem;
  display: grid;
  gap: 0.3rem;
}
@media (max-width: 600px) {
  .code {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
