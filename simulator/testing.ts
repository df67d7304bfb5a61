/** A studio on a clock of its own, for tests: small frames, no workers. */
import type { Command } from '../core/api/devices'
import type { Plan } from '../core/plan/plan'
import { tracedBy } from './camera'
import { studioOf, type CameraFile } from './studio'
import { traceHere } from './tracing'

export function testStudio(plan: Plan, seed: number, size = { width: 90, height: 60, samples: 8 }) {
  let time = Date.UTC(2026, 10, 20, 9, 0, 0)
  const trace = traceHere(size)
  let traced = 0
  const studio = studioOf({
    seed,
    plan: () => Promise.resolve(JSON.parse(JSON.stringify(plan)) as Plan),
    camera: tracedBy((of, progress) => {
      traced++
      return trace(of, progress)
    }),
    now: () => time
  })
  return {
    traced: () => traced,
    pass: (seconds: number): void => void (time += seconds * 1000),
    state: studio.state,
    obey: async (command: Command) => {
      const files: CameraFile[] = []
      const answer = await studio.obey(
        command,
        () => {},
        (file) => Promise.resolve(void files.push(file))
      )
      return { answer, files }
    }
  }
}
