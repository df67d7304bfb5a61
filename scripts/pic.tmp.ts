import sharp from 'sharp'
import { readFileSync } from 'node:fs'
import { demoShoots } from '../server/demo/shoots/index'
import { demoItem } from '../server/demo/kit'
import { newFilm, WHOLE } from '../core/picture/film'
import { pictureOf } from '../core/picture/picture'
import { traceFilm } from '../core/picture/render'
import { tracerOf } from '../core/picture/trace'
import { worldOf } from '../core/picture/world'
import { factorsOf } from '../core/picture/sources'
import { mixed, developed } from '../core/picture/mix'
import { evaluate } from '../core/ledger/evaluate'
const [id, width, samples, out, patch, boost] = process.argv.slice(2)
const shoots = await demoShoots()
const found = shoots.find((s) => s.id === `demo-${id}`)
if (!found) { console.log(shoots.map((s) => s.id)); process.exit(1) }
let plan = structuredClone(found.plan) as any
if (patch) { const f = new Function('p', 'item', patch); f(plan, demoItem) }
const t0 = Date.now()
const world = worldOf(plan)
const t1 = Date.now()
const tracer = tracerOf(world)
const w = Number(width), h = Math.round((w * plan.camera.sensorHeightMm) / plan.camera.sensorWidthMm)
const film = newFilm(w, h, tracer.sources, undefined, WHOLE)
traceFilm(tracer, film, Number(samples))
const t2 = Date.now()
const picture = pictureOf([film])
const factors = factorsOf(plan, plan)
if (boost) for (let i = 0; i < factors.length; i++) factors[i] *= Number(boost)
const linear = new Float32Array(w * h * 3)
mixed(picture.light, factors, linear)
const rgba = new Uint8ClampedArray(w * h * 4)
developed(linear, rgba, 'camera')
await sharp(Buffer.from(rgba.buffer), { raw: { width: w, height: h, channels: 4 } }).png().toFile(out!)
console.log(id, 'world', t1 - t0, 'trace', t2 - t1)
