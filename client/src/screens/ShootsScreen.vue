<script setup lang="ts">
/** Home: the shoots, newest change first, and new ones from a look. */
import { defineAsyncComponent, onMounted, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import type { Look } from '@core/plan/plan'
import type { ShootSummary } from '@core/api/api'
import { api, type ApiProblem } from '@/api/client'
import { looseDrafts } from '@/kept/draftKeys'
import { isOutboxEmpty } from '@/kept/outboxStore'
import { useNotices } from '@/stores/notices'
import { LOOK_NAMES } from '@/words/names'
import HomeHeader from './HomeHeader.vue'
import ShootRow from './ShootRow.vue'

/** Brings the run's own code along, so only where something waits. */
const WaitingFrames = defineAsyncComponent(() => import('@/run/WaitingFrames.vue'))

const router = useRouter()
const notices = useNotices()
const shoots = shallowRef<readonly ShootSummary[] | null>(null)
const failure = ref('')
const title = ref('')
const titleError = ref('')
const importErrors = shallowRef<readonly string[]>([])

/** Below this a shoot's pictures may soon find no room. */
const LITTLE_ROOM_MB = 500
const freeMb = ref<number | null>(null)
/** Shoots with changes that are only in this browser. */
const unsaved = shallowRef<ReadonlySet<string>>(new Set())

let asked = 0
/** The newest list counts, in whatever order answers come. */
const load = async (): Promise<void> => {
  failure.value = ''
  const own = ++asked
  try {
    const list = await api.shoots()
    if (own !== asked) return
    shoots.value = list
    unsaved.value = new Set((await looseDrafts()).map((draft) => draft.shootId))
    freeMb.value = Math.floor((await api.health()).freeBytes / 2 ** 20)
  } catch (error) {
    failure.value = (error as ApiProblem).message
  }
}
const waits = ref(false)
onMounted(async () => {
  await load()
  waits.value = !(await isOutboxEmpty())
})

/** Runs a change and shows what came of it. */
const attempt = async (work: () => Promise<unknown>): Promise<void> => {
  try {
    await work()
    await load()
  } catch (error) {
    notices.say((error as ApiProblem).message)
  }
}

const create = async (look: Look): Promise<void> => {
  titleError.value = title.value.trim() === '' ? 'Give the shoot a name first' : ''
  if (titleError.value) return
  await attempt(async () => {
    const shoot = await api.createShoot(title.value.trim(), look)
    await router.push({ name: 'subject', params: { id: shoot.id } })
  })
}

const rename = (shoot: ShootSummary, to: string) =>
  attempt(() => api.rename(shoot.id, shoot.version, to))
const duplicate = (shoot: ShootSummary) => attempt(() => api.duplicate(shoot.id))
const remove = (shoot: ShootSummary) =>
  attempt(async () => {
    await api.deleteShoot(shoot.id)
    notices.say(`“${shoot.title}” deleted`, () => attempt(() => api.restoreShoot(shoot.id)))
  })

const importFile = async (event: Event): Promise<void> => {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  importErrors.value = []
  let plan: unknown
  try {
    plan = JSON.parse(await file.text())
  } catch {
    importErrors.value = [`${file.name} is not a JSON file.`]
    return
  }
  try {
    const shoot = await api.importPlan(plan)
    await router.push({ name: 'subject', params: { id: shoot.id } })
  } catch (error) {
    const problem = error as ApiProblem
    importErrors.value = problem.errors.length
      ? problem.errors.map(({ path, message }) => `${path || 'document'}: ${message}`)
      : [problem.message]
  }
}
</script>

<template>
  <HomeHeader />
  <main>
    <section class="list" aria-labelledby="shoots-title">
      <h1 id="shoots-title">Shoots</h1>
      <WaitingFrames v-if="waits" everywhere />
      <p v-if="failure" role="alert" class="miss">
        {{ failure }} <button type="button" class="push" @click="load">Try again</button>
      </p>
      <p v-if="freeMb !== null && freeMb < LITTLE_ROOM_MB" role="status" class="near small">
        Only {{ freeMb }} MB are free on the disk: pictures may soon find no room.
      </p>
      <v-progress-linear
        v-if="shoots === null && !failure"
        indeterminate
        color="primary"
        aria-label="Loading shoots"
      />
      <p v-else-if="shoots?.length === 0" class="lead">
        No shoots yet. Name one and pick its look: it starts with settings that fit your kit.
      </p>
      <table v-else-if="shoots">
        <thead>
          <tr>
            <th><span class="hidden-label">Last picture</span></th>
            <th>Name</th>
            <th class="wide">Look</th>
            <th class="roomy">Stage reached</th>
            <th class="wide">Frames</th>
            <th class="roomy">Last change</th>
            <th><span class="hidden-label">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          <ShootRow
            v-for="shoot in shoots"
            :key="shoot.id"
            :shoot="shoot"
            :unsaved="unsaved.has(shoot.id)"
            @rename="(to) => rename(shoot, to)"
            @duplicate="duplicate(shoot)"
            @remove="remove(shoot)"
          />
        </tbody>
      </table>
    </section>

    <section class="new" aria-labelledby="new-title">
      <h2 id="new-title">New shoot</h2>
      <v-text-field
        v-model="title"
        label="Name"
        maxlength="120"
        :error-messages="titleError"
        @update:model-value="titleError = ''"
      />
      <h3>From a look</h3>
      <ul class="looks">
        <li v-for="(look, key) in LOOK_NAMES" :key="key">
          <button type="button" class="look" @click="create(key)">
            <span class="name">{{ look.name }}</span><span class="small muted">{{
              look.about
            }}</span>
          </button>
        </li>
      </ul>
      <h3>From a plan file</h3>
      <label class="push file"
        >Import a plan<input
          type="file"
          accept=".json,application/json"
          class="hidden-label"
          @change="importFile"
      /></label>
      <ul v-if="importErrors.length" role="alert" class="miss small">
        <li v-for="line in importErrors.slice(0, 8)" :key="line">{{ line }}</li>
      </ul>
    </section>
  </main>
</template>

<style scoped>
main {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: 2.5rem;
  padding: 1.5rem 1.25rem 3rem;
  max-width: 1400px;
}
h1 {
  font: 500 1.5rem var(--sans);
  color: var(--bright);
  padding-bottom: 0.8rem;
}
table {
  width: 100%;
}
thead th {
  color: var(--muted);
  font-size: 0.8125rem;
  padding: 0.4rem 0.8rem 0.4rem 0;
  border-bottom: 1px solid var(--rule);
}
.new {
  display: grid;
  gap: 0.9rem;
  align-content: start;
  padding-top: 0.35rem;
}
.new h3 {
  color: var(--muted);
  margin-top: 0.4rem;
}
.looks {
  display: grid;
}
.look {
  display: grid;
  gap: 0.15rem;
  text-align: left;
  width: 100%;
  padding: 0.65rem 0.7rem;
  border-left: 2px solid var(--line);
}
.look:hover {
  border-left-color: var(--accent);
  background: var(--surface);
}
.look .name {
  color: var(--bright);
}
.file {
  cursor: pointer;
  justify-self: start;
}
.file:focus-within {
  outline: 2px solid var(--accent);
  outline-offset: 2px;
}
@media (max-width: 900px) {
  main {
    grid-template-columns: minmax(0, 1fr);
    gap: 2rem;
    padding: 1rem 0.9rem 2rem;
  }
  .wide {
    display: none;
  }
}
@media (max-width: 600px) {
  .roomy {
    display: none;
  }
  /* Names need no heading there. */
  thead th {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
}
</style>
