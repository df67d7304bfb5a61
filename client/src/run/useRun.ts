/** The run of the open shoot: the next move, logging frames, taking readings in. */
import { computed } from 'vue'
import { settingsFromExif } from '@core/measure/exif'
import { snapshotOf, type Evidence, type Frame } from '@core/run/frame'
import { nextMove } from '@core/run/nextMove'
import { applyCalibration, calibrate, placeOf, type Calibration } from '@core/run/calibrate'
import { type ApiProblem } from '@/api/client'
import { useFrames } from '@/stores/frames'
import { useNotices } from '@/stores/notices'
import { usePlan } from '@/stores/plan'
import { calibrationWords, settingsDiffer } from '@/words/run'
import type { FrameReading } from '@/workers/frame.worker'

export function useRun() {
  const store = usePlan()
  const frames = useFrames()
  const notices = useNotices()

  const move = computed(() => nextMove(store.plan!, frames.frames))

  const send = async (frame: Frame): Promise<void> => {
    try {
      if (!(await frames.put(frame)))
        notices.say(
          'The server cannot be reached. The frame is kept here and will be sent when it answers.'
        )
    } catch (error) {
      notices.say((error as ApiProblem).message)
    }
  }

  /**
   * Logs a frame with the settings in the plan, or with those the file names where it names any.
   */
  const log = async (
    kind: Frame['kind'],
    file: File | null,
    reading: FrameReading | null
  ): Promise<Frame> => {
    const plan = store.plan!
    // A frame asked for with one light alone is logged so, whatever is on in the plan.
    const asked = move.value.kind === 'take-lit' && kind === 'lit' ? move.value.lights : undefined
    const snapshot = snapshotOf(plan, kind === 'black' ? [] : asked)
    if (reading) {
      const named = settingsFromExif(reading.exif, plan.camera.step)
      const differs = settingsDiffer(plan, named)
      Object.assign(
        snapshot,
        Object.fromEntries(Object.entries(named).filter(([, value]) => value !== null))
      )
      if (differs) notices.say(differs)
    }
    const frame: Frame = {
      id: crypto.randomUUID(),
      kind,
      takenAt: new Date().toISOString(),
      snapshot,
      fileName: file?.name.slice(0, 200) ?? null,
      analysis: reading?.analysis ?? null,
      evidence: [],
      note: ''
    }
    await send(frame)
    if (file)
      await frames
        .attach(frame.id, file)
        .catch((error: ApiProblem) =>
          notices.say(`The picture itself was not kept: ${error.message}`)
        )
    return frame
  }

  /** Notes what a frame showed and corrects the plan by it, in one undoable step. */
  const judge = async (frame: Frame, evidence: Evidence): Promise<Calibration> => {
    const calibration = calibrate(store.plan!, frame, evidence, crypto.randomUUID())
    const kept = frame.evidence.filter((each) => placeOf(each) !== placeOf(evidence))
    if (calibration.kind !== 'nothing')
      store.replace(applyCalibration(store.plan!, calibration), 'your reading')
    notices.say(calibrationWords(calibration))
    await send({ ...frame, evidence: [...kept, evidence] })
    return calibration
  }

  const remove = async (frame: Frame): Promise<void> => {
    try {
      const undo = await frames.remove(frame.id)
      notices.say('Frame deleted', undo)
    } catch (error) {
      notices.say((error as ApiProblem).message)
    }
  }

  return { store, frames, move, log, judge, remove }
}
