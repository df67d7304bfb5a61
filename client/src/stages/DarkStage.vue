<script setup lang="ts">
/**
 * Where the ambient light falls, and what each control would take from it at what cost to the
 * strobe.
 */
import { computed } from 'vue'
import { darkMoves, darkReserve, ND_STEP, type DarkMove } from '@core/advise/darken'
import { backgroundSpan } from '@core/advise/backgroundSpan'
import { canShade } from '@core/plan/ambient'
import { shutterOf } from '@core/plan/shutterInUse'
import AmbientSources from '@/ambient/AmbientSources.vue'
import LampSpans from '@/ambient/LampSpans.vue'
import LeftOver from '@/ambient/LeftOver.vue'
import AmbientAge from '@/instruments/AmbientAge.vue'
import AmbientChart from '@/instruments/AmbientChart.vue'
import BlackScale from '@/instruments/BlackScale.vue'
import LockButton from '@/instruments/LockButton.vue'
import ShutterPick from '@/instruments/ShutterPick.vue'
import StepField from '@/instruments/StepField.vue'
import SyncFinder from '@/instruments/SyncFinder.vue'
import DarkPictures from '@/picture/DarkPictures.vue'
import { usePlan } from '@/stores/plan'
import { controlValue } from '@/words/changes'
import { backgroundSpanWords } from '@/words/goals'
import { mm, stopCount, stops } from '@/words/format'
import { CONTROL_NAMES } from '@/words/names'

const store = usePlan()
const plan = computed(() => store.plan!)
const ledger = computed(() => store.evaluation!.ledger)
const shutter = computed(() => shutterOf(plan.value))
const moves = computed(() => darkMoves(plan.value))
const unread = computed(() =>
  (['subject', 'background'] as const).filter(
    (place) => ledger.value.ambient[place]!.state === 'unknown'
  )
)
const noHighSpeedSync = computed(
  () =>
    !shutter.value.highSpeedSync || !plan.value.lights.some((light) => light.strobe.highSpeedSync)
)
const reserveWords = computed(() => {
  const { stops: left, backgroundStops, light } = darkReserve(plan.value)
  const weakest = plan.value.lights.length > 1 ? `${light} has least: ` : ''
  if (left < 0.05)
    return (
      `Reserve: none. ${plan.value.lights.length > 1 ? `${light} is` : 'The strobe is'} at ` +
      'full power; closing the camera further darkens the subject too.'
    )
  return (
    `Reserve: ${weakest}${stopCount(left)} of power left. With the strobes raised by ` +
    'that and the camera closed by as much, ambient at the background would be ' +
    `${Number.isFinite(backgroundStops) ? stops(backgroundStops) : 'that much darker'}, ` +
    'the subject the same.'
  )
})
const spanWords = computed(() => {
  const { ambient } = ledger.value
  return ambient.background!.state === 'unknown'
    ? ''
    : backgroundSpanWords(plan.value, backgroundSpan(plan.value))
})
const noGain = (move: DarkMove): boolean =>
  Math.abs(move.from - move.to) < 1e-6 || (move.control === 'shutter' && move.to < move.from)

const label = (move: DarkMove): string =>
  move.control === 'shutter'
    ? move.to > shutter.value.syncStops + 1e-6 || shutter.value.curtain === 'leaf'
      ? 'Shutter, to its fastest'
      : 'Shutter, to sync'
    : move.control === 'aperture'
      ? 'Aperture, to the narrowest'
      : move.control === 'iso'
        ? 'ISO, to the lowest'
        : `ND filter, ${ND_STEP} stops more`
/**
 * Ambient falls by the same amount wherever it is known; unread places are counted from the control
 * itself.
 */
const buys = (move: DarkMove): number =>
  move.price.ambientBackground || move.price.ambientSubject || -Math.abs(move.to - move.from)
const side = (move: DarkMove): string =>
  move.control === 'aperture' && move.price.depthMm !== 0
    ? `depth ${move.price.depthMm > 0 ? '+' : '−'}${mm(Math.abs(move.price.depthMm))}, ` +
      'more diffraction'
    : move.control === 'shutter'
      ? move.price.strobeSubject >= -0.05
        ? 'nothing else changes'
        : move.to > shutter.value.syncStops + 1e-6
          ? 'from the strobes too; depth stays'
          : 'the second curtain cuts the flash’s tail'
      : move.control === 'iso'
        ? 'less noise'
        : 'darker viewfinder'
const enough = (move: DarkMove): boolean => move.powerNeededStops <= move.powerLeftStops + 1e-6
</script>

<template>
  <div class="stage dark-stage">
    <h1 class="hidden-label">Dark</h1>
    <section class="group" aria-labelledby="falls-title">
      <h2 id="falls-title">Ambient levels, strobes off</h2>
      <BlackScale />
      <p v-if="spanWords" class="small" data-span>{{ spanWords }}</p>
      <AmbientAge />
      <p class="small">
        <router-link :to="{ name: 'dusk', params: $route.params }">{{
          plan.falling ? 'Dusk: the shutter by the minute' : 'At dusk or dawn?'
        }}</router-link>
      </p>
      <p v-if="unread.length" class="lead small">
        Not read yet at the {{ unread.join(' and the ') }}: enter a reading under
        <router-link :to="{ name: 'subject', params: $route.params }">Subject</router-link> or take
        the black frame in
        <router-link :to="{ name: 'run', params: $route.params }">Run</router-link>.
      </p>
    </section>

    <AmbientSources />

    <LampSpans />

    <LeftOver />

    <DarkPictures />

    <AmbientChart />

    <section class="group" aria-labelledby="buys-title">
      <h2 id="buys-title">What each control gains and costs</h2>
      <div class="scroll" tabindex="0" role="group" aria-label="Gain and cost of each control">
        <table>
          <thead>
            <tr>
              <th>Control</th>
              <th>From</th>
              <th>To</th>
              <th class="right">Ambient</th>
              <th class="right">Extra power needed</th>
              <th>Besides</th>
              <th><span class="hidden-label">Apply</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="move in moves" :key="move.control" :data-control="move.control">
              <th scope="row">{{ label(move) }}</th>
              <td class="num">{{ controlValue(plan, move.control, move.from) }}</td>
              <template v-if="noGain(move)"
                ><td colspan="5" class="muted">
                  {{
                    move.control === 'shutter' && move.to < move.from - 1e-6
                      ? 'already faster than sync'
                      : 'already there'
                  }}
                </td></template
              >
              <template v-else>
                <td class="num">{{ controlValue(plan, move.control, move.to) }}</td>
                <td class="num right bright">{{ stops(buys(move)) }}</td>
                <td class="num right" :class="{ near: !enough(move) }">
                  {{ move.powerNeededStops < 0.05 ? '0' : stops(move.powerNeededStops)
                  }}<span v-if="!enough(move)" class="small">
                    of {{ move.powerLeftStops.toFixed(1) }} left</span
                  >
                </td>
                <td class="small muted">{{ side(move) }}</td>
                <td>
                  <button
                    type="button"
                    class="push"
                    :disabled="move.locked"
                    :aria-label="`Set ${CONTROL_NAMES[move.control]} to ${controlValue(plan, move.control, move.to)}`"
                    @click="store.replace(move.after, CONTROL_NAMES[move.control].toLowerCase())"
                  >
                    {{ move.locked ? 'Locked' : 'Set' }}
                  </button>
                </td>
              </template>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="reserve" data-reserve>{{ reserveWords }}</p>
      <p class="lead small">
        Only the shutter, up to the sync speed, darkens ambient light alone. Aperture, ISO and ND
        take from both, and the strobe has to make it up.
      </p>
    </section>

    <section class="two">
      <div class="group">
        <h2>{{ canShade(plan) ? 'Shade, filter and sync' : 'Filter and sync' }}</h2>
        <ShutterPick />
        <StepField
          v-if="canShade(plan) || plan.ambient.shadeStops > 0"
          path="ambient.shadeStops"
          kind="filter"
          label="Shaded by"
          help="Curtains drawn, lamps off or a hood since the ambient was read, in stops. It costs the strobe nothing."
        />
        <StepField
          path="settings.ndStops"
          kind="filter"
          label="ND filter"
          what-if
          help="Neutral density, in stops. It darkens ambient and strobe alike."
        />
        <v-switch
          v-if="shutter.curtain !== 'leaf'"
          :model-value="plan.settings.highSpeedSync"
          label="High-speed sync"
          :disabled="noHighSpeedSync"
          :messages="
            noHighSpeedSync
              ? 'This camera or these strobes have none.'
              : 'Faster than the sync speed the strobe then loses about a stop per stop, as ambient does, after a first penalty.'
          "
          @update:model-value="
            store.set('settings.highSpeedSync', Boolean($event), 'high-speed sync')
          "
        >
          <template #append
            ><LockButton
              :locked="store.isLocked('settings.highSpeedSync')"
              label="high-speed sync"
              @toggle="store.toggleLock('settings.highSpeedSync')"
          /></template>
        </v-switch>
      </div>
      <SyncFinder v-if="plan.shutterIn === 'body'" />
    </section>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
}
thead th {
  color: var(--muted);
  font-size: 0.8125rem;
}
th,
td {
  padding: 0.4rem 1rem 0.4rem 0;
  border-bottom: 1px solid var(--line);
  white-space: nowrap;
}
.right {
  text-align: right;
}
.reserve {
  padding-top: 0.6rem;
  color: var(--bright);
  max-width: 90ch;
}
.two {
  display: grid;
  grid-template-columns: minmax(280px, 24rem) minmax(0, 1fr);
  gap: 1.2rem 2.2rem;
}
.dark-stage {
  gap: 1.1rem;
}
.lead {
  padding-top: 0.5rem;
  max-width: 110ch;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 760px) {
  thead {
    display: none;
  }
  tr {
    display: grid;
    grid-template-columns: 1fr auto auto;
    gap: 0 0.8rem;
    border-bottom: 1px solid var(--line);
    padding: 0.4rem 0;
    align-items: center;
  }
  th,
  td {
    border: 0;
    padding: 0.15rem 0;
    white-space: normal;
  }
  tr th {
    grid-column: 1 / -1;
    color: var(--bright);
  }
  td:nth-child(3)::before {
    content: '→ ';
  }
  td:nth-child(5)::before {
    content: 'strobe ';
    color: var(--muted);
    font-family: var(--sans);
  }
  td:nth-child(6) {
    grid-column: 2;
  }
  td:nth-child(5) {
    grid-column: 1;
    text-align: left;
  }
  td:nth-child(7) {
    grid-column: 3;
  }
}
</style>
