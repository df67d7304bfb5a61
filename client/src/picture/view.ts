/** How the picture is looked at: the same wherever it stands, no part of the plan. */
import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { Spot } from '@core/picture/loupe'
import type { Shown } from '@core/picture/sources'
import type { Curve } from '@core/picture/tone'
import type { Drawn } from './draw'

export const usePictureView = defineStore('pictureView', () => ({
  shown: ref<Shown>('together'),
  drawn: ref<Drawn>('photograph'),
  curve: ref<Curve>('plain'),
  /** black and clipped marked */
  marks: ref(false),
  /** as traced, with its noise; what is noisy or guessed marked */
  raw: ref(false),
  /** the sensor's noise, where it shows */
  noise: ref(true),
  /** where the loupe looks, −1 to 1, + right and up; null: put away */
  loupe: ref<Spot | null>(null),
  /** width of the print the loupe shows a part of, mm; null: real pixels */
  printMm: ref<number | null>(null),
  /** whether it fills the window */
  whole: ref(false)
}))
