/** Verdicts in words: the short value for the strip, the reason in a sentence. */
import { nameOf } from '@core/scales/marks'
import type { Verdict } from '@core/ledger/verdict'
import { colourReason, colourValue } from './colour'
import { mm, percent, plain, px, seconds, stopCount, stops } from './format'

export function verdictValue(verdict: Verdict): string {
  const { value, limit, figures } = verdict
  switch (verdict.id) {
    case 'background':
      return value === null || !Number.isFinite(value)
        ? verdict.state === 'unknown'
          ? 'not read'
          : 'none'
        : stops(value)
    case 'subject':
      return stops(value)
    case 'depth':
      return `${Number.isFinite(value) ? plain(value ?? 0, 2) : '∞'}/${plain(limit ?? 0, 2)} mm`
    case 'freeze':
      return verdict.reason === 'freeze-still' ? 'still' : px(value ?? 0)
    case 'sync':
      return verdict.reason === 'sync-band'
        ? `${percent(figures.dark ?? 0)} dark`
        : verdict.reason === 'sync-high-speed'
          ? `HSS ${stops(figures.loss ?? 0)}`
          : nameOf('shutter', value ?? 0)
    case 'reserve':
      return `${(value ?? 0).toFixed(1)} ${figures.atBottom ? 'down' : 'up'}`
    case 'colour':
      return colourValue(verdict)
  }
}

/** How soon heads are ready again, and for how often. */
const supplyWords = ({ recycle = 0, flashes }: Verdict['figures']): string =>
  `Recycle about ${recycle.toFixed(1)} s, ` +
  (flashes === undefined ? 'on mains.' : `about ${flashes} flashes per charge.`)

/** "0.4 stop", "all of it" */
const cutWords = (cut = 0): string => (cut < -9.95 ? 'all of it' : stopCount(cut))

export function verdictReason(verdict: Verdict): string {
  const { value, limit, figures: f } = verdict
  switch (verdict.reason) {
    case 'background-dark':
      return f.least === undefined
        ? `The background lands at ${stops(value)}, ${stopCount(f.over ?? 0)} under your limit ` +
            `of ${stops(limit)}.`
        : `The background lands at ${stops(value)}, within ${stops(f.least)} to ${stops(limit)}.`
    case 'background-ambient':
      return (
        `Ambient light lifts the background to ${stops(value)}, ${stopCount(f.over ?? 0)} ` +
        'over your limit. Only shutter (to sync), shading or a farther background darken it ' +
        'without costing the subject.'
      )
    case 'background-strobe':
      return (
        `The strobe itself spills on the background: ${stops(value)}, ` +
        `${stopCount(f.over ?? 0)} over your limit. Move the background back, narrow the ` +
        'beam, or move the strobe nearer at less power.'
      )
    case 'background-veil':
      return (
        `Water that the strobes light before the subject veils the background: ${stops(value)}, ` +
        `${stopCount(f.over ?? 0)} over your limit. Turn the lights outward, take them farther out ` +
        'from the port, or come nearer: the checks under Light work out how far.'
      )
    case 'background-under':
      return (
        `The background lands at ${stops(value)}, ${stopCount(f.under ?? 0)} under the ` +
        `${stops(f.least ?? null)} it should have at least. A slower shutter brings it up and ` +
        'leaves the strobes as they are.'
      )
    case 'background-unread':
      return (
        'The ambient at the background has not been read yet. Take the black frame, or enter ' +
        'a reading under Subject.'
      )
    case 'subject-right':
      return `The subject lands at ${stops(value)}, within your tolerance of ${stops(limit)}.`
    case 'subject-over':
      return `The subject comes out ${stopCount(f.miss ?? 0)} too bright.`
    case 'subject-under':
      return `The subject comes out ${stopCount(f.miss ?? 0)} too dark.`
    case 'depth-enough':
      return (
        `${mm(value ?? 0)} come out sharp, ${mm(limit ?? 0)} are needed; blur at the ends is ` +
        `${px(f.blurPx ?? 0)} with diffraction.`
      )
    case 'depth-short':
      return (
        `Only ${mm(value ?? 0)} of the ${mm(limit ?? 0)} needed come out sharp; blur at the ` +
        `ends is ${px(f.blurPx ?? 0)} with diffraction.`
      )
    case 'depth-diffraction':
      return (
        `Nothing is sharp at this aperture: diffraction alone draws ${px(f.airyPx ?? 0)}, ` +
        `${px(f.allowedPx ?? 0)} are allowed. Open it up; where that leaves too little depth, ` +
        'stack, or allow more blur.'
      )
    case 'freeze-still':
      return (
        'The subject does not move. Give it a speed under Subject to see what the flash ' +
        'freezes.'
      )
    case 'freeze-sharp':
      return (
        `The flash lasts ${seconds(f.seconds ?? 0)} (t0.1), so it draws ` +
        `${px(f.strobePx ?? 0)} of blur; ${px(limit ?? 0)} are allowed. What ambient lights ` +
        `would smear ${px(f.ambientPx ?? 0)} during the shutter.`
      )
    case 'freeze-strobe':
      return (
        `The light lasts ${seconds(f.seconds ?? 0)}, which draws ${px(f.strobePx ?? 0)} of ` +
        `blur; ${px(limit ?? 0)} are allowed. Less power makes most battery strobes quicker.`
      )
    case 'freeze-unsure':
      return (
        `The flash lasts about ${seconds(f.seconds ?? 0)} (t0.1), which draws ` +
        `${px(f.strobePx ?? 0)} of blur. That is an estimate, right to a factor of ` +
        `${f.factor ?? 1}: it could be ${px(f.mostPx ?? 0)} where ${px(limit ?? 0)} are allowed. ` +
        'A duration of your own settles it.'
      )
    case 'freeze-ghost':
      return (
        `The flash freezes it (${px(f.strobePx ?? 0)}), but ambient at ` +
        `${stops(f.ambient ?? null)} smears a ghost of ${px(f.ambientPx ?? 0)} during the ` +
        'shutter.'
      )
    case 'sync-within':
      return (
        `The shutter is at or below sync (${nameOf('shutter', limit ?? 0)}), and the flash ` +
        `(t0.1 ${seconds(f.t01 ?? 0)}) is over before the second curtain starts.`
      )
    case 'sync-tail':
      return (
        `The flash lasts ${seconds(f.t01 ?? 0)} (t0.1), longer than the curtains leave it: the ` +
        `edge that closes first loses ${cutWords(f.firstStops)}, the middle ` +
        `${cutWords(f.loss)}, the other edge ${cutWords(f.lastStops)}. A slower shutter or less ` +
        'power evens it out.'
      )
    case 'sync-leaf':
      return 'A leaf shutter syncs at every speed, and this flash is over before it closes.'
    case 'sync-leaf-clip':
      return (
        `The leaf shutter closes before the flash has ended: ${stops(f.loss ?? 0)} stops are ` +
        'lost. Less power shortens the flash.'
      )
    case 'sync-high-speed':
      return (
        `Faster than sync (${nameOf('shutter', limit ?? 0)}): high-speed sync spreads the ` +
        `light over the whole travel of the curtains and loses ${stopCount(f.loss ?? 0)}. It ` +
        'freezes nothing; the shutter does.'
      )
    case 'sync-band':
      return (
        `Faster than sync (${nameOf('shutter', limit ?? 0)}): ${percent(f.dark ?? 0)} of the ` +
        'picture gets no flash, a dark band along one long side.'
      )
    case 'reserve-fine':
      return (
        `${stopCount(value ?? 0)} of power left above, ${stopCount(f.down ?? 0)} below. ` +
        supplyWords(f)
      )
    case 'reserve-end':
      return (
        (f.atBottom
          ? `The dial is at its bottom: nothing is left below, ${stopCount(f.up ?? 0)} above. `
          : `The dial is at its top: no power is left above, ${stopCount(f.down ?? 0)} below. `) +
        supplyWords(f)
      )
    case 'colour-right':
    case 'colour-unread':
    case 'colour-neutral':
    case 'colour-cast':
    case 'colour-alike':
    case 'colour-clip':
      return colourReason(verdict)
  }
}
