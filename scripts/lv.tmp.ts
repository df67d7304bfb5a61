
import { GROUPS, setOf } from '../core/truth/sets'
import { computeTransport } from '../core/set/transport'
import { placeShown, surfaceShown } from '../core/picture/atPlace'
import { FIRST_LIGHT, meanAt } from '../core/picture/testing'
import { tracerOf } from '../core/picture/trace'
import { worldOf } from '../core/picture/world'
function cellsOf(drawn: any, group: string, seed: number): any[] {
  const plan = { ...drawn, settings: { ...drawn.settings, apertureStops: 14 } }
  const world = worldOf(plan)
  const tracer = tracerOf(world)
  const { direct, bounce, scene } = computeTransport(plan)
  return scene.places.flatMap((place, j) => {
    const spot = placeShown(world, place)
    const wanted = ((direct[j]! + bounce[j]!) * place.reflectance) / 0.18
    if (!spot || wanted===0 || !place.through) return []
    const got = meanAt(tracer, FIRST_LIGHT, 6400, spot.x, spot.y, seed)
    return [{ what: `${group} ${seed} ${place.id}`, off: Math.log2(got.mean / wanted).toFixed(3), rel: Math.log2(wanted).toFixed(2), noise: (got.error / got.mean).toFixed(3), bounce: (bounce[j]!/(direct[j]!+bounce[j]!)).toFixed(2), id: surfaceShown(world, spot.x, spot.y)?.id }]
  })
}
/**
 * The same sets with a leaf, a wing or a sheet that light comes through, from behind and from before.
 * Nearly flat: what comes through one part onto another is not in the sum.
 */
const ofLeaves = GROUPS.flatMap((group, i) =>
  [0, 1].flatMap((seed) => {
    const plan = setOf(group, seed)
    const shape = (['leaf', 'wing', 'sheet'] as const)[(i + seed) % 3]!
    const subject = {
      ...plan.subject,
      shape,
      finish: 'translucent',
      depthMm: plan.subject.widthMm / 60,
      reflectance: 0.25,
      transmittance: 0.3
    } as const
    const [first] = plan.lights
    const at = { ...first!.at, azimuthDeg: seed === 0 ? 180 - first!.at.azimuthDeg : 20 }
    return cellsOf({ ...plan, subject, lights: [{ ...first!, at }] }, `${group} ${shape}`, seed)
  })
)

for (const c of ofLeaves) console.log(Object.values(c).join('\t'))
