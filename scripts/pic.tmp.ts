import sharp from 'sharp'
import { worldOf } from '../core/picture/world'
import { tracerOf } from '../core/picture/trace'
import { newFilm } from '../core/picture/film'
import { traceFilm } from '../core/picture/render'
import { factorsOf } from '../core/picture/sources'
import { mixed, developed } from '../core/picture/mix'
import { denoised } from '../core/picture/denoise'
import { demoPlans } from './demo.tmp'
const W = Number(process.argv[2] ?? 240), N = Number(process.argv[3] ?? 8), only = process.argv[4]
const exp = Number(process.argv[5] ?? 0)
for (const [name, plan] of demoPlans()) {
  if (only && only !== 'all' && !name.includes(only)) continue
  const t0 = performance.now()
  const world = worldOf(plan)
  const tracer = tracerOf(world)
  const H = Math.round(W * world.scene.pose.halfHeightMm / world.scene.pose.halfWidthMm)
  const film = newFilm(W, H, tracer.sources)
  traceFilm(tracer, film, N)
  const t1 = performance.now()
  const f = factorsOf(plan, plan)
  const save = async (light: Float32Array, tag: string) => {
    const lin = new Float32Array(W * H * 3)
    mixed(light, f.map(v => v * 2 ** exp), lin)
    const rgba = new Uint8ClampedArray(W * H * 4)
    developed(lin, rgba)
    await sharp(rgba, { raw: { width: W, height: H, channels: 4 } }).png().toFile(`/tmp/pics/${name}${tag}.png`)
  }
  const raw = film.light.map(v => v / film.samples)
  await save(raw, '-raw')
  const t2 = performance.now()
  const d = denoised(film)
  const t3 = performance.now()
  await save(d.light, '')
  console.log(name, plan.subject.shape, plan.subject.finish, plan.lights.length, W, H, 'trace', (t1 - t0).toFixed(0), 'denoise', (t3 - t2).toFixed(0), 'factors', [...f].map(v => Math.log2(v).toFixed(1)).join(' '))
}
