/** Checks of the set look for cures by evaluating many sets: away from the page. */
import * as Comlink from 'comlink'
import { checkSet } from '@core/checks/checks'

const api = { check: checkSet }
export type ChecksWorker = typeof api
Comlink.expose(api)
