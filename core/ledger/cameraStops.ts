/** The camera's side of every sum. */
import { hiddenCloseUpLoss } from '../plan/lensInUse'
import type { Plan } from '../plan/plan'

/** Aperture, close-up loss, ISO, ND; stops. */
export const cameraStops = (plan: Plan): number =>
  -plan.settings.apertureStops -
  hiddenCloseUpLoss(plan) +
  plan.settings.isoStops -
  plan.settings.ndStops
