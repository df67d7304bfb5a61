import { demoShoots } from '../server/demo/shoots/index'
import { evaluate } from '../core/ledger/evaluate'
import { transportOf } from '../core/set/remembered'
for (const s of await demoShoots()) if (process.argv.slice(2).includes(s.id)) {
  const { ledger, verdicts } = evaluate(s.plan)
  console.log(s.id, ledger.totals, s.plan.lights.map((l) => [l.id, l.powerStops]), verdicts.map(v => [v.id, v.state, v.reason].join(' ')).join('; '))
  console.log(transportOf(s.plan).direct, transportOf(s.plan).scene.places.map(p => [p.id, p.at.map(x=>x.toFixed(1)).join(), p.normal?.map(x=>x.toFixed(2)).join(), p.through]))
}
