/** How the picture is looked at: the same wherever it stands, no part of the plan. */
import { defineStore } from 'pinia'
import { ref } from 'vue'
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
  /** whether it fills the window */
  whole: ref(false)
}))
