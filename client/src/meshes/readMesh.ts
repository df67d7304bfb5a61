/** A mesh from a file: OBJ, STL or binary glTF. The readers are fetched when they are needed. */
import type { RawMesh } from '@core/model/own'

/** Larger files are refused. */
const MOST_BYTES = 40e6
export const MESH_TYPES = '.obj,.stl,.glb'

/** Three numbers a point, triangle by triangle, as triangles of points. */
const inTurn = (points: ArrayLike<number>): RawMesh => ({
  points,
  corners: Array.from({ length: Math.floor(points.length / 9) * 3 }, (_, i) => i)
})

/** Whether bytes are a binary STL of the length it says it has. */
function isBinaryStl(bytes: Uint8Array): boolean {
  if (bytes.length < 84) return false
  const count = new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true)
  return bytes.length === 84 + 50 * count
}

async function fromStl(bytes: Uint8Array<ArrayBuffer>): Promise<RawMesh> {
  const text = new TextDecoder().decode(bytes.subarray(0, 512))
  if (!isBinaryStl(bytes) && !/^\s*solid/.test(text)) throw new Error('this is no whole STL file')
  const { STLLoader } = await import('three/examples/jsm/loaders/STLLoader.js')
  return inTurn(new STLLoader().parse(bytes.slice().buffer).getAttribute('position').array)
}

async function fromObj(bytes: Uint8Array): Promise<RawMesh> {
  const { OBJLoader } = await import('three/examples/jsm/loaders/OBJLoader.js')
  const points: number[] = []
  // A line among an object's faces would make lines of it all.
  const text = new TextDecoder().decode(bytes).replace(/^\s*[lp]\s.*$/gm, '')
  new OBJLoader().parse(text).traverse((each) => {
    const { geometry } = each as unknown as {
      geometry?: { getAttribute(name: string): { array: ArrayLike<number> } | undefined }
    }
    if (!('isMesh' in each) || !geometry) return
    const own = geometry.getAttribute('position')?.array ?? []
    for (let i = 0; i < own.length; i++) points.push(own[i]!)
  })
  return inTurn(points)
}

async function fromGlb(bytes: Uint8Array): Promise<RawMesh> {
  const { WebIO, Primitive } = await import('@gltf-transform/core')
  const read = await new WebIO().readBinary(bytes)
  const points: number[] = []
  const corners: number[] = []
  for (const node of read.getRoot().listNodes()) {
    const m = node.getWorldMatrix()
    for (const part of node.getMesh()?.listPrimitives() ?? []) {
      const place = part.getAttribute('POSITION')
      if (!place || part.getMode() !== Primitive.Mode.TRIANGLES) continue
      const from = points.length / 3
      for (let i = 0; i < place.getCount(); i++) {
        const [x, y, z] = place.getElement<[number, number, number]>(i, [0, 0, 0])
        for (let k = 0; k < 3; k++)
          points.push(m[k]! * x + m[4 + k]! * y + m[8 + k]! * z + m[12 + k]!)
      }
      const order = part.getIndices()?.getArray()
      const many = order ? order.length : place.getCount()
      for (let i = 0; i + 2 < many; i += 3)
        for (let k = 0; k < 3; k++) corners.push(from + (order ? order[i + k]! : i + k))
    }
  }
  return { points, corners }
}

const READERS: Readonly<Record<string, (bytes: Uint8Array<ArrayBuffer>) => Promise<RawMesh>>> = {
  stl: fromStl,
  obj: fromObj,
  glb: fromGlb
}

/**
 * @param name of the file: its ending says what it is
 * @throws Error saying what is wrong with the file
 */
export async function readMesh(name: string, bytes: Uint8Array<ArrayBuffer>): Promise<RawMesh> {
  const read = READERS[name.split('.').at(-1)!.toLowerCase()]
  if (!read) throw new Error('read are OBJ, STL and binary glTF (.glb) files')
  if (bytes.length > MOST_BYTES) throw new Error('the file is larger than 40 MB')
  const mesh = await read(bytes)
  const points = mesh.points.length / 3
  for (let i = 0; i < mesh.corners.length; i++)
    if (!(mesh.corners[i]! < points))
      throw new Error('a triangle of it has a corner that is not there')
  return mesh
}
