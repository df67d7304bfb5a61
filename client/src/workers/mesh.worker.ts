/** Reads a mesh from a file, away from the page: large ones take a while. */
import * as Comlink from 'comlink'
import { packed, spanOfRaw, type OwnMesh } from '@core/model/own'
import { readMesh } from '@/meshes/readMesh'

export interface ReadMesh {
  readonly mesh: OwnMesh
  /** along x, y and z, in the file's own unit */
  readonly size: readonly number[]
}

const api = {
  async read(name: string, bytes: Uint8Array<ArrayBuffer>): Promise<ReadMesh> {
    const raw = await readMesh(name, bytes)
    return { mesh: packed(raw), size: spanOfRaw(raw).size }
  }
}
export type MeshApi = typeof api
Comlink.expose(api)
