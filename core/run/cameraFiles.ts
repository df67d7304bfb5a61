/** What is known now of the files of the camera a frame was taken with. */
import type { CameraFiles } from '../kit/cameraFiles'
import type { Plan } from '../plan/plan'
import type { Frame } from './frame'

export const cameraFilesOf = ({ plan: then }: Pick<Frame, 'plan'>, now: Plan): CameraFiles =>
  now.camera.id === then.camera.id ? now.camera.files : then.camera.files
