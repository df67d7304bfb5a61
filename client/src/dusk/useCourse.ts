/** The course of the falling light of the plan in hand, by all that was read of it. */
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import { courseOf } from '@core/advise/course'
import { stepAt, stepsOf } from '@core/advise/courseSteps'
import { fallingReadings } from '@core/run/fallingReadings'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'

const SECOND = 1000

export function useCourse(interval = SECOND) {
  const store = usePlan()
  const frames = useFrames()
  const now = useNow({ interval })
  const falling = computed(() => store.plan?.falling ?? null)
  const course = computed(() => {
    if (!store.plan || !falling.value) return null
    const taken = frames.records.map(({ frame }) => frame)
    return courseOf(store.plan, falling.value, fallingReadings(store.plan, falling.value, taken))
  })
  const steps = computed(() => (course.value ? stepsOf(store.plan!, course.value) : []))
  const at = computed(() => now.value.getTime())
  const due = computed(() => stepAt(steps.value, at.value))
  return { falling, course, steps, at, due }
}
export type CourseInHand = ReturnType<typeof useCourse>
