import { readFileSync } from 'node:fs'
import type { Plan } from '../core/plan/plan'
export const demoPlans = (): [string, Plan][] => JSON.parse(readFileSync('/tmp/plans.json', 'utf8'))
