/**
 * The meshes of subjects that are more than a simple body, built once for each shape. A mesh fills
 * its box, so that size and rotation build nothing anew.
 */
import { beetle } from '../model/beetle'
import { bvhOf, type Bvh } from '../model/bvh'
import { coin } from '../model/coin'
import { crab } from '../model/crab'
import { crystal } from '../model/crystal'
import { curved } from '../model/curved'
import { lathe } from '../model/lathe'
import { leaf, wing } from '../model/leaf'
import { laid, newMesh, type Mesh } from '../model/mesh'
import { movement } from '../model/movement'
import { ownMesh } from '../model/own'
import { prism } from '../model/solids'
import { vessel, type VesselShape } from '../model/vessel'
import type { Body } from '../plan/body'

/** Shapes that are no meshes. */
const SIMPLE = ['sheet', 'ellipsoid', 'box', 'cylinder', 'plume'] as const
type Meshed = Body & { readonly shape: Exclude<Body['shape'], (typeof SIMPLE)[number]> }

export const isMeshed = (body: Body): body is Meshed =>
  !(SIMPLE as readonly string[]).includes(body.shape)

/** Things built last, by what they were built from. */
const KEPT = 32
const kept = new Map<string, unknown>()
function once<T>(key: string, make: () => T): T {
  const known = kept.get(key) as T | undefined
  const made = known ?? make()
  kept.delete(key)
  kept.set(key, made)
  if (kept.size > KEPT) kept.delete(kept.keys().next().value!)
  return made
}

/** Browsers and Node alike have it. */
declare const atob: (base64: string) => string
/** A relief's greys from base64. */
const greys = (relief: string): Uint8Array =>
  Uint8Array.from(atob(relief), (letter: string) => letter.charCodeAt(0))

/** A wall may take up this much of half the width, and of the height. */
const MOST_WALL = 0.45

/** Shares are rounded to a hundredth, so that a vessel that is sized is seldom built anew. */
const rounded = (share: number): number => Math.max(0.01, Math.round(share * 100) / 100)

function vesselShape({ profile, glass, liquid, lying, ...size }: Body): VesselShape {
  const { widthMm, depthMm, heightMm } = size
  return {
    profile,
    wallOut: Math.min(MOST_WALL, rounded(glass.wallMm / (Math.min(widthMm, depthMm) / 2))),
    wallUp: Math.min(MOST_WALL, rounded(glass.wallMm / heightMm)),
    // What lies has run out.
    filled: lying || !liquid ? 0 : rounded(liquid.level)
  }
}

/** A plain box: what stands for a mesh that was not read yet. */
function block(): Mesh {
  const round = (z: number) =>
    (
      [
        [-1, -1],
        [1, -1],
        [1, 1],
        [-1, 1]
      ] as const
    ).map(([x, y]) => [x, y, z] as const)
  const mesh = newMesh()
  mesh.facets(prism(round(-1), round(1)))
  return mesh.done()
}

function build(subject: Meshed): Mesh {
  switch (subject.shape) {
    case 'lathe':
      return lathe(subject.profile)
    case 'vessel':
      return vessel(vesselShape({ ...subject, liquid: null })).dry
    case 'coin':
      return coin(subject.relief === null ? null : greys(subject.relief))
    case 'crystal':
      return crystal()
    case 'beetle':
      return beetle()
    case 'crab':
      return crab()
    case 'movement':
      return movement()
    case 'leaf':
      return leaf()
    case 'wing':
      return wing()
    case 'curved':
      return curved()
    case 'own':
      return subject.own ? ownMesh(subject.own) : block()
  }
}

function keyOf(subject: Meshed): string {
  const { shape, profile, relief, own } = subject
  const from =
    shape === 'lathe'
      ? [profile]
      : shape === 'vessel'
        ? [vesselShape({ ...subject, liquid: null })]
        : shape === 'coin'
          ? [relief]
          : shape === 'own'
            ? [own]
            : []
  return JSON.stringify([shape, subject.lying, ...from])
}

const stood = (mesh: Mesh, { lying }: Body): Bvh => bvhOf(lying ? laid(mesh) : mesh)

/** The mesh of a subject, stood or laid as the plan says. */
export const subjectMesh = (subject: Meshed): Bvh =>
  once(keyOf(subject), () => stood(build(subject), subject))

export interface VesselMeshes {
  readonly dry: Bvh
  readonly wet: Bvh | null
  readonly level: Bvh | null
  /** how high that is in its box, −1 to 1 */
  readonly levelAt: number | null
}
/** The parts of a clear vessel. */
export function vesselMeshes(subject: Body): VesselMeshes {
  const shape = vesselShape(subject)
  return once(JSON.stringify(['parts', subject.lying, shape]), () => {
    const parts = vessel(shape)
    const ready = (mesh: Mesh | null): Bvh | null => mesh && stood(mesh, subject)
    return {
      dry: ready(parts.dry)!,
      wet: ready(parts.wet),
      level: ready(parts.level),
      levelAt: parts.levelAt
    }
  })
}
