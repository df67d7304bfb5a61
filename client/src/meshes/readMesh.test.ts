/** Files made by hand, by their published descriptions: Wavefront OBJ, STL, glTF 2.0 in its binary form. */
import { afterEach, beforeEach, describe, expect, it, jest, test } from '@jest/globals'
import fc from 'fast-check'
import { ownMesh, packed, spanOfRaw } from '@core/model/own'
import { volumeOf } from '@core/model/testing'
import { readMesh } from './readMesh'

// The readers say on the console what they do not know.
beforeEach(() => void jest.spyOn(console, 'warn').mockImplementation(() => undefined))
afterEach(() => void jest.restoreAllMocks())

const bytes = (text: string): Uint8Array<ArrayBuffer> => new TextEncoder().encode(text)

/** A wedge: corners, and its four faces. */
const SPOTS = [
  [0, 0, 0],
  [30, 0, 0],
  [0, 20, 0],
  [0, 0, 10]
] as const
const FACES = [
  [0, 2, 1],
  [0, 1, 3],
  [0, 3, 2],
  [1, 2, 3]
] as const
/** Of its box: a sixth of it. */
const VOLUME = 8 / 6

const obj = (): string =>
  [
    '# a wedge',
    'o wedge',
    ...SPOTS.map((spot) => `v ${spot.join(' ')}`),
    'vn 0 0 1',
    ...FACES.map((face) => `f ${face.map((i) => `${i + 1}//1`).join(' ')}`),
    'l 1 2'
  ].join('\n')
const ascii = (): string =>
  [
    'solid wedge',
    ...FACES.flatMap((face) => [
      'facet normal 0 0 0',
      'outer loop',
      ...face.map((i) => `vertex ${SPOTS[i]!.join(' ')}`),
      'endloop',
      'endfacet'
    ]),
    'endsolid wedge'
  ].join('\n')
function binary(count: number = FACES.length): Uint8Array<ArrayBuffer> {
  const made = new Uint8Array(84 + 50 * FACES.length)
  const view = new DataView(made.buffer)
  view.setUint32(80, count, true)
  FACES.forEach((face, i) =>
    face.forEach((corner, k) =>
      SPOTS[corner]!.forEach((value, axis) =>
        view.setFloat32(84 + 50 * i + 12 + 12 * k + 4 * axis, value, true)
      )
    )
  )
  return made
}
function glb(indices = FACES.flat() as readonly number[]): Uint8Array<ArrayBuffer> {
  const body = new Uint8Array(48 + 24)
  const view = new DataView(body.buffer)
  SPOTS.flat().forEach((value, i) => view.setFloat32(4 * i, value, true))
  indices.forEach((value, i) => view.setUint16(48 + 2 * i, value, true))
  const text = JSON.stringify({
    asset: { version: '2.0' },
    scenes: [{ nodes: [0] }],
    nodes: [
      { children: [1], scale: [2, 2, 2] },
      { mesh: 0, translation: [5, 0, 0] }
    ],
    meshes: [{ primitives: [{ attributes: { POSITION: 0 }, indices: 1 }] }],
    accessors: [
      {
        bufferView: 0,
        componentType: 5126,
        count: 4,
        type: 'VEC3',
        min: [0, 0, 0],
        max: [30, 20, 10]
      },
      { bufferView: 1, componentType: 5123, count: 12, type: 'SCALAR' }
    ],
    bufferViews: [
      { buffer: 0, byteOffset: 0, byteLength: 48 },
      { buffer: 0, byteOffset: 48, byteLength: 24 }
    ],
    buffers: [{ byteLength: 72 }]
  })
  const json = bytes(text.padEnd(Math.ceil(text.length / 4) * 4))
  const made = new Uint8Array(12 + 8 + json.length + 8 + body.length)
  const out = new DataView(made.buffer)
  const put = (at: number, ...values: number[]): void =>
    values.forEach((value, i) => out.setUint32(at + 4 * i, value, true))
  put(0, 0x46546c67, 2, made.length, json.length, 0x4e4f534a)
  made.set(json, 20)
  put(20 + json.length, body.length, 0x004e4942)
  made.set(body, 28 + json.length)
  return made
}

describe('a wedge read from a file', () => {
  it.each([
    ['wedge.obj', bytes(obj()), 1],
    ['Wedge.STL', bytes(ascii()), 1],
    ['wedge.stl', binary(), 1],
    ['wedge.glb', glb(), 2]
  ])('%s: its size and its volume', async (name, file, scale) => {
    const raw = await readMesh(name, file)
    expect(spanOfRaw(raw).size).toEqual([30 * scale, 20 * scale, 10 * scale])
    expect(volumeOf(ownMesh(packed(raw)))).toBeCloseTo(VOLUME, 4)
  })

  it('of an OBJ with four corners a face too', async () => {
    const square = 'v 0 0 0\nv 1 0 0\nv 1 1 0\nv 0 1 0\nf 1 2 3 4\n'
    expect((await readMesh('a.obj', bytes(square))).corners).toHaveLength(6)
  })
})

describe('a file that is none', () => {
  it.each([
    ['wedge.ply', bytes('ply'), 'read are OBJ, STL and binary glTF'],
    ['wedge', bytes(''), 'read are OBJ'],
    ['short.stl', binary().slice(0, 200), 'no whole STL'],
    ['much.stl', binary(4_000_000_000), 'no whole STL'],
    ['wrong.glb', glb([0, 1, 2, 9, 9, 9, 0, 1, 2, 0, 1, 2]), 'corner that is not there']
  ])('%s is refused by name', async (name, file, reason) => {
    await expect(readMesh(name, file)).rejects.toThrow(reason)
  })

  it('is refused when it is large, or holds no triangle', async () => {
    await expect(readMesh('a.obj', new Uint8Array(41e6))).rejects.toThrow('larger than 40 MB')
    const lines = await readMesh('a.obj', bytes('v 0 0 0\nv 1 1 1\nl 1 2\n'))
    expect(() => packed(lines)).toThrow('there is no triangle')
  })

  const ENDINGS = ['obj', 'stl', 'glb'] as const
  const files = { obj: bytes(obj()), stl: binary(), glb: glb() }
  test('property: bent files give a mesh or a reason, whatever is wrong in them', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...ENDINGS),
        fc.array(fc.tuple(fc.nat(2000), fc.nat(255)), { minLength: 1, maxLength: 6 }),
        fc.nat(300),
        async (ending, bends, cut) => {
          const file = files[ending].slice(0, Math.max(0, files[ending].length - (cut % 5) * 7))
          for (const [at, value] of bends) if (file.length > 0) file[at % file.length] = value
          try {
            const raw = await readMesh(`a.${ending}`, file)
            packed(raw)
          } catch (error) {
            expect((error as Error).message.length).toBeGreaterThan(3)
          }
        }
      ),
      { numRuns: 150 }
    )
  })
})
