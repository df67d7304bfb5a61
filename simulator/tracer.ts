/** A worker of the studio: does its tasks until it is ended. Its own program, small, soon there. */
import { parentPort } from 'node:worker_threads'
import { pictureOf } from '@core/picture/picture'
import { buffersOf, traceStripe, type Task } from './stripe'

parentPort!.on('message', (task: Task) => {
  if (task.do === 'clean') {
    const picture = pictureOf([task.film])
    const { light, raw, spread, guessed } = picture
    parentPort!.postMessage(picture, buffersOf(light, raw, spread, guessed))
    return
  }
  let told = 0
  const film = traceStripe(task.stripe, (share) => {
    if (share - told < 0.05) return
    told = share
    parentPort!.postMessage(share)
  })
  const { light, squares, shown, guessed } = film
  parentPort!.postMessage(film, buffersOf(light, squares, shown, guessed))
})
