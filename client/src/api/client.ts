/**
 * Calls to the server. Failures come out as ApiProblem with the server's words, or as "not
 * reachable".
 */
import type { KitItem } from '@core/kit/kit'
import type { Look, Plan } from '@core/plan/plan'
import type { Frame } from '@core/run/frame'
import type { Tick } from '@core/run/tick'
import type {
  CalibrationRecord,
  FrameRecord,
  Health,
  KeptPicture,
  KitRecord,
  KitVersion,
  Problem,
  RunFrames,
  Shoot,
  ShootSummary,
  Stage,
  UnreadableItem
} from '@core/api/api'
import type { Answer, Command, Device, HeldFiles } from '@core/api/devices'
import type { Folder } from '@core/api/folder'
import type { Pairing } from '@core/api/pairing'
import type { PictureFileQuery } from '@core/api/pictureFile'
import { makeOnce } from './repeat'

export class ApiProblem extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly errors: readonly { path: string; message: string }[] = []
  ) {
    super(message)
  }
  get unreachable(): boolean {
    return this.status === 0
  }
  /** Asked again later the answer may be another. */
  get passing(): boolean {
    return this.status === 0 || this.status === 429 || this.status >= 500
  }
}

async function toProblem(response: Response): Promise<ApiProblem> {
  try {
    const problem = (await response.json()) as Problem
    return new ApiProblem(problem.detail, response.status, problem.errors)
  } catch {
    return new ApiProblem(`The server answered ${response.status}.`, response.status)
  }
}

async function call(
  method: string,
  path: string,
  body?: unknown,
  options: RequestInit = {}
): Promise<Response> {
  const init: RequestInit = { method, ...options }
  if (body instanceof Blob) init.body = body
  else if (body !== undefined) {
    init.body = JSON.stringify(body)
    init.headers = { 'content-type': 'application/json' }
  }
  let response: Response
  try {
    response = await fetch(`/api${path}`, init)
  } catch (error) {
    if (options.signal?.aborted) throw error
    throw new ApiProblem(
      'The server cannot be reached. What you did is kept here and will be sent when it answers.',
      0
    )
  }
  if (!response.ok) throw await toProblem(response)
  return response
}

const json = async <T>(response: Promise<Response>): Promise<T> =>
  (await (await response).json()) as T
const done = async (response: Promise<Response>): Promise<void> => void (await response)

export const api = {
  health: () => json<Health>(call('GET', '/health')),
  shoots: () => json<ShootSummary[]>(call('GET', '/shoots')),
  shoot: (id: string) => json<Shoot>(call('GET', `/shoots/${id}`)),
  createShoot: (title: string, look: Look) =>
    makeOnce(`new ${look} ${title}`, (id) =>
      json<Shoot>(call('POST', '/shoots', { id, title, look }))
    ),
  importPlan: (plan: unknown) =>
    makeOnce(`import ${JSON.stringify(plan)}`, (id) =>
      json<Shoot>(call('POST', `/shoots/import?id=${id}`, plan))
    ),
  savePlan: (id: string, version: number, plan: Plan, write: string, leaving = false) =>
    json<Shoot>(call('PUT', `/shoots/${id}`, { version, plan, write }, { keepalive: leaving })),
  rename: (id: string, version: number, title: string) =>
    json<Shoot>(call('PATCH', `/shoots/${id}`, { version, title })),
  reach: (id: string, stage: Stage) => done(call('PUT', `/shoots/${id}/stage`, { stage })),
  duplicate: (of: string) =>
    makeOnce(`copy ${of}`, (id) => json<Shoot>(call('POST', `/shoots/${of}/duplicate?id=${id}`))),
  deleteShoot: (id: string) => done(call('DELETE', `/shoots/${id}`)),
  restoreShoot: (id: string) => done(call('POST', `/shoots/${id}/restore`)),
  planUrl: (id: string) => `/api/shoots/${id}/plan`,

  pictureFile: async (pixels: Blob, query: PictureFileQuery): Promise<Blob> => {
    const asked = new URLSearchParams(Object.entries(query).map(([k, v]) => [k, String(v)]))
    return (await call('POST', `/pictures?${asked.toString()}`, pixels)).blob()
  },

  kit: () => json<KitRecord[]>(call('GET', '/kit')),
  saveKit: (item: KitItem, version: number | null) =>
    json<KitRecord>(call('PUT', `/kit/${item.id}`, { item, version })),
  kitHistory: (id: string) => json<KitVersion[]>(call('GET', `/kit/${id}/history`)),
  keepKitPicture: (picture: Blob) => json<KeptPicture>(call('POST', '/kit-pictures', picture)),
  kitPictureUrl: (name: string, size: 'whole' | 'small') =>
    `/api/kit-pictures/${name}?size=${size}`,
  unreadableKit: () => json<UnreadableItem[]>(call('GET', '/kit/unreadable')),
  kitItemUrl: (id: string) => `/api/kit/${id}`,
  deleteKit: (id: string) => done(call('DELETE', `/kit/${id}`)),
  restoreKit: (id: string) => done(call('POST', `/kit/${id}/restore`)),
  calibrations: () => json<CalibrationRecord[]>(call('GET', '/calibrations')),
  saveCalibration: (
    { id, kitId, calibration }: Omit<CalibrationRecord, 'version'>,
    version: number | null
  ) => json<CalibrationRecord>(call('PUT', `/calibrations/${id}`, { version, kitId, calibration })),
  deleteCalibration: (id: string) => done(call('DELETE', `/calibrations/${id}`)),
  restoreCalibration: (id: string) => done(call('POST', `/calibrations/${id}/restore`)),

  pairing: () => json<Pairing | null>(call('GET', '/pairing')),
  letIn: (secure: boolean) => json<Pairing>(call('PUT', '/pairing', { secure })),
  shutOut: () => done(call('DELETE', '/pairing')),
  devices: () => json<Device[]>(call('GET', '/devices')),
  /** @param id names the command: sent again, it is done once */
  ask: (
    device: string,
    id: string,
    shootId: string | null,
    command: Command,
    signal: AbortSignal
  ) =>
    json<Answer>(call('POST', `/devices/${device}/commands`, { id, shootId, command }, { signal })),
  /** What a command that belongs to no shoot has brought; the server keeps it no longer. */
  heldFiles: async (device: string, command: string, signal: AbortSignal): Promise<File[]> => {
    const path = `/devices/${device}/commands/${command}/files`
    const list = await json<HeldFiles>(call('GET', path, undefined, { signal }))
    const files = await Promise.all(
      list.map(async ({ name }, i) => {
        const response = await call('GET', `${path}/${i}`, undefined, { signal })
        return new File([await response.blob()], name)
      })
    )
    await call('DELETE', path)
    return files
  },
  startBench: (kitId: string, seed?: number) =>
    json<Device>(call('PUT', `/kit/${kitId}/practice`, { seed })),
  stopBench: (kitId: string) => done(call('DELETE', `/kit/${kitId}/practice`)),
  startPractice: (shootId: string, seed?: number) =>
    json<Device>(call('PUT', `/shoots/${shootId}/practice`, { seed })),
  folder: (shootId: string) => json<Folder | null>(call('GET', `/shoots/${shootId}/folder`)),
  /** @param all also what lies there already */
  watchFolder: (shootId: string, path: string, all: boolean) =>
    json<Folder>(call('PUT', `/shoots/${shootId}/folder`, { path, all })),
  unwatchFolder: (shootId: string) => done(call('DELETE', `/shoots/${shootId}/folder`)),
  stopPractice: (shootId: string) => done(call('DELETE', `/shoots/${shootId}/practice`)),

  ticks: (shootId: string) => json<Tick[]>(call('GET', `/shoots/${shootId}/ticks`)),
  putTick: (shootId: string, tick: Tick) =>
    done(call('PUT', `/shoots/${shootId}/ticks/${tick.id}`, tick)),

  frames: (shootId: string) => json<RunFrames>(call('GET', `/shoots/${shootId}/frames`)),
  putFrame: (shootId: string, frame: Frame, version: number | null) =>
    json<FrameRecord>(call('PUT', `/shoots/${shootId}/frames/${frame.id}`, { version, frame })),
  putImage: (shootId: string, frameId: string, image: Blob) =>
    done(call('PUT', `/shoots/${shootId}/frames/${frameId}/image`, image)),
  putRaw: (shootId: string, frameId: string, raw: Blob) =>
    done(call('PUT', `/shoots/${shootId}/frames/${frameId}/raw`, raw)),
  deleteFrame: (shootId: string, frameId: string) =>
    done(call('DELETE', `/shoots/${shootId}/frames/${frameId}`)),
  restoreFrame: (shootId: string, frameId: string) =>
    done(call('POST', `/shoots/${shootId}/frames/${frameId}/restore`)),
  imageUrl: (shootId: string, frameId: string, size: 'whole' | 'small' = 'whole') =>
    `/api/shoots/${shootId}/frames/${frameId}/image${size === 'small' ? '?size=small' : ''}`,
  rawUrl: (shootId: string, frameId: string) => `/api/shoots/${shootId}/frames/${frameId}/raw`
}
