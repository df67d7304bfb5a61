/** What a course of falling light begins with: this day, the place it was used at last. */
import type { Falling } from '@core/plan/plan'
import { keep, readKept } from '@/kept/storage'

type Ground = Pick<Falling, 'latitudeDeg' | 'longitudeDeg'>
const KEY = 'fine-spark-ground'

export const keepGround = ({ latitudeDeg, longitudeDeg }: Ground): void =>
  void keep(KEY, `${latitudeDeg} ${longitudeDeg}`)

/** null: nobody said it in this browser */
function keptGround(): Ground | null {
  const [latitudeDeg, longitudeDeg] = (readKept(KEY) ?? '').split(' ').map(Number)
  return latitudeDeg !== undefined &&
    longitudeDeg !== undefined &&
    Math.abs(latitudeDeg) <= 90 &&
    Math.abs(longitudeDeg) <= 180
    ? { latitudeDeg, longitudeDeg }
    : null
}

const two = (value: number): string => String(value).padStart(2, '0')

/** @param now this moment; before noon it is the dawn one waits for */
export const newFalling = (now: Date): Falling => ({
  ...(keptGround() ?? { latitudeDeg: 50, longitudeDeg: 0 }),
  date: `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`,
  way: now.getHours() < 10 ? 'dawn' : 'dusk',
  lights: 'sky',
  levelStops: -1,
  bracketStops: 0,
  readings: [],
  dropped: []
})
