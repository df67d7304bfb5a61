/** Speeds of triangles: building their tree, asking it, and against a package on the same ones. */
import { BufferAttribute, BufferGeometry, DoubleSide, Ray, Vector3 } from 'three'
import { MeshBVH } from 'three-mesh-bvh'
import { beetle } from '../core/model/beetle'
import { bvhOf } from '../core/model/bvh'
import { coin } from '../core/model/coin'
import type { Mesh } from '../core/model/mesh'
import { movement } from '../core/model/movement'
import { newFilm } from '../core/picture/film'
import { traceFilm } from '../core/picture/render'
import { tracerOf } from '../core/picture/trace'
import { worldOf } from '../core/picture/world'
import { median, type Figure } from './figures'
import { analyticSet, counting } from './picture'

const RAYS = 200_000
/** [ray × 6] start and direction: from the lens line by line, then off every which way. */
function raysAt(): Float64Array {
  const rays = new Float64Array(RAYS * 6)
  const side = Math.floor(Math.sqrt(RAYS / 2))
  for (let i = 0; i < RAYS; i++) {
    const [u, v] = [((i % side) / side) * 2 - 1, ((Math.floor(i / side) % side) / side) * 2 - 1]
    const fromLens = i < RAYS / 2
    const z = 2 * ((i * 0.754877) % 1) - 1
    const round = 2 * Math.PI * ((i * 0.56984) % 1)
    const level = Math.sqrt(1 - z * z)
    rays.set(
      fromLens
        ? [0, 0, 6, u / 4, v / 4, -1]
        : [u * 0.7, v * 0.7, 1.1, level * Math.cos(round), level * Math.sin(round), z],
      i * 6
    )
  }
  return rays
}

const timed = (work: () => void): number => {
  const began = performance.now()
  work()
  return performance.now() - began
}

/** ms for all rays by our tree and by the package's, and to build either. */
function against(mesh: Mesh, rays: Float64Array) {
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(mesh.points.slice(), 3))
  geometry.setIndex(new BufferAttribute(mesh.corners.slice(), 1))
  let theirs!: MeshBVH
  let ours!: ReturnType<typeof bvhOf>
  const builds = {
    theirs: timed(() => (theirs = new MeshBVH(geometry))),
    ours: timed(() => (ours = bvhOf(mesh)))
  }
  const row = new Float64Array(8)
  const spot = new Float64Array(2)
  const ray = new Ray(new Vector3(), new Vector3())
  let [our, their] = [0, 0]
  const askOurs = (): void => {
    our = 0
    for (let i = 0; i < RAYS; i++) {
      for (let k = 0; k < 6; k++) row[k] = rays[i * 6 + k]!
      row[6] = 1e-6
      row[7] = 1e9
      if (ours.nearest(row, spot) >= 0) our++
    }
  }
  const askTheirs = (): void => {
    their = 0
    for (let i = 0; i < RAYS; i++) {
      ray.origin.set(rays[i * 6]!, rays[i * 6 + 1]!, rays[i * 6 + 2]!)
      ray.direction.set(rays[i * 6 + 3]!, rays[i * 6 + 4]!, rays[i * 6 + 5]!)
      if (theirs.raycastFirst(ray, DoubleSide)) their++
    }
  }
  askOurs()
  askTheirs()
  const rounds = [0, 1, 2].map(() => [timed(askOurs), timed(askTheirs)] as const)
  if (Math.abs(our - their) > RAYS / 1000) throw new Error(`not the same hits: ${our}, ${their}`)
  return {
    builds,
    ours: median(rounds.map(([ms]) => ms)),
    theirs: median(rounds.map(([, ms]) => ms)),
    triangles: ours.triangles
  }
}

/** The bench's set with a beetle in place of its ball. */
const beetleSet = () => {
  const plan = analyticSet()
  return { ...plan, subject: { ...plan.subject, shape: 'beetle' as const, lying: true } }
}

function tracedRays(): readonly [perSecond: number, perSample: number] {
  const { world, count } = counting(worldOf(beetleSet()))
  traceFilm(tracerOf(world), newFilm(120, 80, tracerOf(world).sources), 4)
  const perSample = count() / (120 * 80 * 4)
  const tracer = tracerOf(worldOf(beetleSet()))
  const rounds = [0, 1, 2, 3].map(() =>
    timed(() => traceFilm(tracer, newFilm(240, 160, tracer.sources), 6))
  )
  return [(240 * 160 * 6 * perSample) / (median(rounds.slice(1)) / 1000), perSample]
}

export function meshes(): Promise<Figure[]> {
  const rays = raysAt()
  const all = [beetle(), coin(null), movement()].map((mesh) => against(mesh, rays))
  const sum = (of: (each: (typeof all)[number]) => number): number =>
    all.reduce((total, each) => total + of(each), 0)
  const [perSecond, perSample] = tracedRays()
  const triangles = sum((each) => each.triangles)
  return Promise.resolve([
    {
      key: 'picture.versusPackage',
      value: Number((sum((each) => each.theirs) / sum((each) => each.ours)).toFixed(2)),
      aim: '≥ 1.5',
      about: `rays a second against three-mesh-bvh, beetle, coin and movement, ${triangles} triangles`
    },
    {
      key: 'picture.meshRaysPerSecond',
      value: Math.round(perSecond),
      aim: '',
      about: `one core, a beetle in the bench's set, ${perSample.toFixed(1)} rays a sample`
    },
    {
      key: 'mesh.buildMs',
      value: Math.round(sum((each) => each.builds.ours)),
      aim: '',
      about: `trees of all three; the package ${Math.round(sum((each) => each.builds.theirs))} ms`
    }
  ])
}
