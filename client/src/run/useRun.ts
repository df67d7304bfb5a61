/** The run of the open shoot: the next move, logging frames, taking readings in. */
import { useNow } from '@vueuse/core'
import { nanoid } from 'nanoid'
import { computed } from 'vue'
import { stillAsRead } from '@core/plan/age'
import { settingsFromExif, takenAtFromExif } from '@core/measure/exif'
import { accept } from '@core/run/accept'
import { askedBy, planAsked } from '@core/run/asked'
import { fileStem } from '@core/measure/rawFile'
import { applyCalibration, calibrate, type Calibration } from '@core/run/calibrate'
import type { Explanation } from '@core/run/explain'
import { logFrame, type Evidence, type Frame, type FrameMark } from '@core/run/frame'
import { lessonsOf, withLessons, withoutLessons } from '@core/run/lessons'
import { ALL_DONE, frameMove, runSteps, stepNow } from '@core/run/steps'
import { shorten } from '@core/text'
import type { ApiProblem } from '@/api/client'
import { useFrames } from '@/stores/frames'
import { useNotices } from '@/stores/notices'
import { usePlan } from '@/stores/plan'
import { useTicks } from '@/stores/ticks'
import { causeWords } from '@/words/causes'
import { calibrationWords, settingsDiffer } from '@/words/run'
import type { FrameReading } from '@/workers/frame.worker'

/** Readings a frame keeps. */
const MOST_EVIDENCE = 8

export function useRun() {
  const store = usePlan()
  const frames = useFrames()
  const notices = useNotices()
  const ticks = useTicks()

  const now = useNow({ interval: 20_000 })
  const steps = computed(() =>
    runSteps({
      plan: store.plan!,
      frames: frames.frames,
      notes: ticks.notes,
      nowMs: now.value.getTime()
    })
  )
  /** null when all is done */
  const step = computed(() => stepNow(steps.value))
  const move = computed(() => step.value?.move ?? ALL_DONE)
  /** what a frame taken now is meant to show */
  const asked = computed(() => askedBy(frameMove(steps.value)))

  /** What cannot be sent now waits here, and is said to. */
  const sent = async (what: string, work: Promise<void>): Promise<void> => {
    try {
      await work
    } catch (error) {
      const problem = error as ApiProblem
      notices.say(
        problem.unreachable
          ? `The server cannot be reached. The ${what} is kept here and will be sent when it answers.`
          : `The server did not take the ${what}: ${problem.message} It is kept here.`
      )
    }
  }
  const send = (shoot: string, frame: Frame, image: Blob | null = null): Promise<void> =>
    sent('frame', frames.put(shoot, frame, image))

  /**
   * Logs a frame with the plan as it stands; what the file says of settings and time stands over
   * it.
   */
  const log = async (
    kind: Frame['kind'],
    file: File | null,
    reading: FrameReading | null
  ): Promise<Frame | null> => {
    const plan = store.plan!
    const named = reading ? settingsFromExif(reading.exif, plan.camera.step) : null
    // A frame asked for with one light alone is logged so, whatever is on in the plan.
    const meant = kind === asked.value.kind ? asked.value : { kind, fired: undefined }
    const at = new Date()
    const said = reading && takenAtFromExif(reading.exif, at)
    const before = frames.frames.findIndex(
      ({ fileName, takenAt }) => file?.name === fileName && takenAt === said?.toISOString()
    )
    if (file && before >= 0) {
      notices.say(`${file.name} is there already, as frame ${before + 1}.`)
      return null
    }
    const frame = logFrame(planAsked(plan, meant), {
      id: nanoid(),
      kind,
      takenAt: (said ?? at).toISOString(),
      fired: meant.fired,
      named,
      fileName: file ? shorten(file.name, 200) : null,
      analysis: reading?.analysis ?? null
    })
    const differs = named && settingsDiffer(plan, named)
    if (differs) notices.say(differs)
    await send(frames.shootId, frame, file)
    return frame
  }

  /**
   * Puts a raw file beside the newest frame whose picture bears its name.
   * @returns false where there is none
   */
  const addRaw = async (file: File): Promise<boolean> => {
    const frame = frames.frames.findLast(
      ({ fileName }) => fileName && fileStem(fileName) === fileStem(file.name)
    )
    if (!frame) return false
    await sent('raw file', frames.putRaw(frames.shootId, frame, file))
    return true
  }

  /**
   * Notes what a frame showed and corrects the plan by it, in one step: undone, neither stays.
   */
  const judge = async (frame: Frame, evidence: Evidence): Promise<Calibration> => {
    const shoot = frames.shootId
    const calibration = calibrate(store.plan!, frame, evidence, nanoid())
    const before = frame.evidence.filter((each) => each.place === evidence.place)
    /** What is said of that place of the frame, whatever else was noted of it meanwhile. */
    const say = async (said: readonly Evidence[]): Promise<void> => {
      const now = frames.frames.find((each) => each.id === frame.id)
      if (!now || frames.shootId !== shoot) return
      const others = now.evidence.filter((each) => each.place !== evidence.place)
      await send(shoot, { ...now, evidence: [...others, ...said].slice(-MOST_EVIDENCE) })
    }
    const along = { undo: () => void say(before), redo: () => void say([evidence]) }
    const applied = applyCalibration(store.plan!, calibration)
    // A frame without flash that was looked at is the ambient read again.
    const after = frame.kind === 'black' ? stillAsRead(applied, frame.takenAt) : applied
    if (after === store.plan!) notices.say(calibrationWords(calibration), along.undo)
    else {
      if (store.replace(after, 'your reading', '', along).length > 0) return calibration
      notices.say(calibrationWords(calibration))
    }
    await say([evidence])
    return calibration
  }

  const keepMarks = (frame: Frame, marks: readonly FrameMark[]): Promise<void> =>
    send(frames.shootId, { ...frame, marks: [...marks] })

  /**
   * Takes an explanation for true: the frame becomes what it really was, or the plan learns; undone,
   * both are as before.
   * @param said what the frame showed, noted where the plan learned from it
   */
  const explain = async (
    frame: Frame,
    explanation: Explanation,
    said: Evidence | null
  ): Promise<void> => {
    const shoot = frames.shootId
    const { plan, frame: then } = accept(store.plan!, frame, explanation, nanoid())
    const learned = plan !== store.plan!
    const others = then.evidence.filter((each) => each.place !== said?.place)
    // Of a frame that shows another set than was thought, nothing is said yet.
    const noted = learned && said && then.plan === frame.plan
    const after = noted ? { ...then, evidence: [...others, said].slice(-MOST_EVIDENCE) } : then
    const put = (which: Frame) => void (frames.shootId === shoot && send(shoot, which))
    const along = { undo: () => put(frame), redo: () => put(after) }
    if (learned) {
      if (store.replace(plan, 'what explains a frame', '', along).length > 0) return
      notices.say(`${causeWords(frame.plan, explanation.cause)}: the plan is corrected.`)
    } else notices.say(`${causeWords(frame.plan, explanation.cause)}: logged so.`, along.undo)
    await send(shoot, after)
  }

  /** A deleted frame takes along what it taught; both come back together. */
  const remove = async (frame: Frame): Promise<void> => {
    const shoot = frames.shootId
    const lessons = lessonsOf(store.plan!, frame.id)
    const trouble = (error: unknown): void => notices.say((error as ApiProblem).message)
    const gone = () => void frames.remove(frame).catch(trouble)
    const back = () => void frames.restore(shoot, frame.id).catch(trouble)
    try {
      await frames.remove(frame)
    } catch (error) {
      return trouble(error)
    }
    if (frames.shootId !== shoot) return
    const before = store.plan!
    const after = withoutLessons(before, frame.id)
    const taught = after !== before
    if (taught) store.replace(after, 'frame deleted', '', { undo: back, redo: gone })
    notices.say('Frame deleted', async () => {
      await frames.restore(shoot, frame.id)
      if (taught && frames.shootId === shoot)
        store.replace(withLessons(store.plan!, lessons), 'frame restored', '', {
          undo: gone,
          redo: back
        })
    })
  }

  return { store, frames, steps, step, move, asked, log, addRaw, judge, explain, keepMarks, remove }
}
