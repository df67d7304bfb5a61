/** The pages of the stages, each loaded when it is first gone to, or ahead. */
import type { Stage } from '@core/api/api'
import type { Component } from 'vue'

type Load = () => Promise<{ readonly default: Component }>

export const STAGE_PAGES: Readonly<Record<Stage, Load>> = {
  prepare: () => import('./PrepareStage.vue'),
  subject: () => import('./SubjectStage.vue'),
  focus: () => import('./FocusStage.vue'),
  dark: () => import('./DarkStage.vue'),
  freeze: () => import('./FreezeStage.vue'),
  light: () => import('./LightStage.vue'),
  colour: () => import('./ColourStage.vue'),
  ways: () => import('./WaysStage.vue'),
  run: () => import('./RunStage.vue')
}

/** The run in the hand. */
export const COMPANION_PAGE: Load = () => import('../companion/CompanionScreen.vue')

/** Falling light, gone to from Dark. */
export const DUSK_PAGE: Load = () => import('./DuskStage.vue')

let ahead = false
/** Whether pages are being loaded that nobody has asked for yet. */
export const isLoadingAhead = (): boolean => ahead

/**
 * Loads all of them, so that the work goes on when the server has gone away. One that cannot be had
 * now is asked for again when it is gone to.
 */
export async function loadStagesAhead(): Promise<void> {
  ahead = true
  await Promise.allSettled(
    [...Object.values(STAGE_PAGES), COMPANION_PAGE, DUSK_PAGE].map((load) => load())
  )
  ahead = false
}
