/** Measures what the numbers in a camera's files mean, by a frame of the run, and adopts it. */
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import type { CameraFiles } from '@core/kit/cameraFiles'
import { curveFromPair, type PairSpot } from '@core/measure/curveFromPair'
import { curveFromSteps } from '@core/measure/curveFromSteps'
import type { Learned } from '@core/measure/curvePoints'
import type { PatchLevel } from '@core/measure/patch'
import { greyFromCard } from '@core/measure/rawPatch'
import { near } from '@core/plan/sameLight'
import type { Frame } from '@core/run/frame'
import { ladderOf } from '@core/run/knownStep'
import type { ApiProblem } from '@/api/client'
import { useFrames } from '@/stores/frames'
import { useKit } from '@/stores/kit'
import { useNotices } from '@/stores/notices'
import { usePlan } from '@/stores/plan'
import { NO_CURVE } from '@/words/readings'
import type { Patch } from '@/workers/frame.worker'
import { Cancelled } from '@/workers/workerHost'
import { pictureBytes, rawBytes } from './frameBytes'
import { readSpots } from './frameReader'
import { readPair } from './rawReader'
import type { Reading } from './useReading'

/** A card's reflectance, its evenness, and the meter's own step. */
const CARD_UNCERTAINTY = 0.08
/** Hot pixels of a card clip whatever the light. */
const MOST_CLIPPED = 0.01
/** Where a JPEG shows mid-grey a camera puts it to this; common practice, no source. */
const PAIR_UNCERTAINTY = 0.12

/** More pairs tell no more, and take a second each. */
const MOST_PAIRS = 8

export interface Proposal {
  readonly files: CameraFiles
  /** the patch as it is read now, and as it would be */
  readonly now: PatchLevel
  readonly then: PatchLevel
}

export function useCameraFiles(frame: () => Frame, reading: Reading, spot: () => Patch) {
  const store = usePlan()
  const frames = useFrames()
  const kit = useKit()
  const notices = useNotices()
  const proposal = shallowRef<Proposal | null>(null)
  const failure = ref('')
  const busy = ref(false)
  let work = new AbortController()

  /** Frames of this set at other exposures, with pictures. */
  const ladder = computed(() => {
    const pictures = frames.records.filter((each) => each.hasImage).map((each) => each.frame)
    return ladderOf(frame(), pictures)
  })
  /** Frames with a raw file at this one's ISO: together they reach farther from dark to bright. */
  const pairs = computed(() => {
    const { camera: body, settings } = frame().plan
    return frames.records
      .filter(({ hasImage, hasRaw, frame: { plan: then } }) => {
        const alike = then.camera.id === body.id && near(then.settings.isoStops, settings.isoStops)
        return hasImage && hasRaw && alike
      })
      .slice(-MOST_PAIRS)
      .map((each) => each.frame)
  })
  const camera = computed(() => store.plan!.camera)
  /** What was measured of another camera is none of this one's. */
  const isOurs = computed(() => camera.value.id === frame().plan.camera.id)

  /** With a mid-grey in place of the one known at this ISO. */
  const withGrey = (files: CameraFiles, stops: number, uncertaintyStops: number): CameraFiles => {
    const { isoStops } = frame().plan.settings
    const others = files.rawGrey.filter((each) => Math.abs(each.isoStops - isoStops) >= 0.1)
    return { ...files, rawGrey: [...others, { isoStops, stops, uncertaintyStops }] }
  }

  const propose = async (find: (signal: AbortSignal) => Promise<CameraFiles>): Promise<void> => {
    work.abort()
    work = new AbortController()
    const { signal } = work
    busy.value = true
    failure.value = ''
    proposal.value = null
    try {
      const files = await find(signal)
      const at = [spot()]
      const [[now], [then]] = await Promise.all([reading.levels(at), reading.levelsBy(files, at)])
      if (!signal.aborted) proposal.value = { files, now: now!, then: then! }
    } catch (error) {
      if (!(error instanceof Cancelled)) failure.value = (error as Error).message
    } finally {
      if (work.signal === signal) busy.value = false
    }
  }
  const curveOf = (learned: Learned): CameraFiles['toneCurve'] => {
    if (!learned.ok) throw new Error(NO_CURVE[learned.why])
    return [...learned.curve]
  }

  const fromPairs = (): Promise<void> =>
    propose(async (signal) => {
      const { from, stops } = reading.grey.value
      const spots: PairSpot[] = []
      for (const { id } of pairs.value) {
        const [raw, jpeg] = await Promise.all([rawBytes(frames, id), pictureBytes(frames, id)])
        spots.push(...(await readPair(id, raw, jpeg, signal)))
      }
      const known = from === 'measured' ? stops : null
      const { learned, rawGrey } = curveFromPair(spots, known)
      const files = { ...reading.files.value, toneCurve: curveOf(learned) }
      return known === null ? withGrey(files, rawGrey!, PAIR_UNCERTAINTY) : files
    })

  const fromSteps = (): Promise<void> =>
    propose(async (signal) => {
      const rungs = []
      for (const { frame: each, exposureStops } of ladder.value) {
        const { spots } = await readSpots(await pictureBytes(frames, each.id), signal)
        rungs.push({
          exposureStops,
          shown: spots.map(({ shownStops, grey }) => (grey ? shownStops : NaN))
        })
      }
      const learned = curveFromSteps(rungs)
      return { ...reading.files.value, toneCurve: curveOf(learned) }
    })

  const fromCard = (offStops: number): Promise<void> =>
    propose(async () => {
      const [patch] = await reading.rawPatches([spot()])
      if (patch!.clippedShare > MOST_CLIPPED)
        throw new Error('The card is clipped in the raw file. Less light, then measure again.')
      if (patch!.noise) throw new Error('The patch is as good as black: it is no grey card.')
      return withGrey(reading.files.value, greyFromCard(patch!, offStops), CARD_UNCERTAINTY)
    })

  /** In the kit too, where the camera is still there: the next shoot begins with it. */
  const intoKit = async (files: CameraFiles): Promise<void> => {
    try {
      await kit.load()
      const record = kit.records?.find(({ item }) => item.id === camera.value.id)
      if (record?.item.kind === 'camera') await kit.save({ ...record.item, files }, record.version)
    } catch (error) {
      notices.say(`The kit keeps its old figures: ${(error as ApiProblem).message}`)
    }
  }
  const adopt = async (files: CameraFiles, label = 'camera measured'): Promise<void> => {
    const plan = store.plan!
    const before = plan.camera.files
    const faults = store.replace({ ...plan, camera: { ...plan.camera, files } }, label, '', {
      undo: () => void intoKit(before),
      redo: () => void intoKit(files)
    })
    if (faults.length > 0) return
    proposal.value = null
    await intoKit(files)
  }
  const cancel = (): void => {
    work.abort()
    busy.value = false
    proposal.value = null
  }
  onBeforeUnmount(() => work.abort())

  return {
    ladder,
    pairs,
    camera,
    isOurs,
    proposal,
    failure,
    busy,
    fromPairs,
    fromSteps,
    fromCard,
    adopt,
    cancel
  }
}
