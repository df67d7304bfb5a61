import { worldOf } from '../core/picture/world'
import { tracerOf } from '../core/picture/trace'
import { newFilm } from '../core/picture/film'
import { traceFilm } from '../core/picture/render'
import { denoised } from '../core/picture/denoise'
import { guidesOf, alikeness } from '../core/picture/guides'
import { demoPlans } from './demo.tmp'
const plan = demoPlans().find(([n]) => n.includes(process.argv[2] ?? 'ground'))![1]
const world = worldOf(plan), tracer = tracerOf(world)
const film = newFilm(240, 160, tracer.sources)
let t = performance.now()
traceFilm(tracer, film, 6)
console.log('trace first', performance.now() - t)
t = performance.now()
traceFilm(tracer, film, 6)
console.log('trace again', performance.now() - t)
for (let i = 0; i < 6; i++) { t = performance.now(); denoised(film); console.log('denoise', performance.now() - t) }
t = performance.now(); const g = guidesOf(film); const t1 = performance.now(); for (let l = 0; l < 5; l++) alikeness(g, { width: 240, rows: 160 }, 1 << l); console.log('guides', t1 - t, performance.now() - t1)
