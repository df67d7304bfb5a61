/** What looks for cures and ways out by evaluating many sets: away from the page, so that typing and dragging never wait. */
import * as Comlink from 'comlink'
import { checkSet } from '@core/checks/checks'
import { waysOut } from '@core/solve/waysOut'

const api = { checkSet, waysOut }
export type SetWorker = typeof api
Comlink.expose(api)
