/** The next move of the run in words: large type, and what it is for. */
import { formatPower } from '@core/scales/dial'
import { formatMeter } from '@core/scales/meter'
import { nameOf } from '@core/scales/marks'
import type { RideMove } from '@core/advise/ride'
import type { LightId, Plan } from '@core/plan/plan'
import { canShade } from '@core/plan/ambient'
import type { NextMove } from '@core/run/moves'
import { withOnly } from '@core/plan/edit'
import { judgedAt } from '@core/run/calibrate'
import { partPlan } from '@core/run/part'
import { expectedReading } from '@core/run/metering'
import { lessAmbientWords } from './ambient'
import { controlValue } from './changes'
import { plain, mm, stopCount, stops } from './format'
import { backgroundWords } from './goals'
import { standingWords } from './prepare'
import { CONTROL_NAMES, placeName } from './names'
import { EVIDENCE_PLACES } from './run'
import { goalName, missWords } from './ways'

export interface MoveWords {
  readonly head: string
  readonly detail: string
  /** the head where the figures stand beside it */
  readonly brief?: string
  /** what the button that carries it out says; none where the hand is needed */
  readonly act?: string
}

/** "f/16, 1/250, ISO 100, ND 2" */
function settingsOf({ settings }: Plan): string {
  return [
    nameOf('aperture', settings.apertureStops),
    nameOf('shutter', settings.shutterStops),
    `ISO ${nameOf('iso', settings.isoStops)}`,
    ...(settings.ndStops ? [`ND ${settings.ndStops}`] : [])
  ].join(', ')
}

/** What the meter should read before the flash is tried, where the plan has one. */
function meterWords(plan: Plan, lights: readonly LightId[]): string {
  const { meter } = plan
  if (!meter) return ''
  const place = judgedAt({ kind: 'lit', plan: withOnly(plan, lights) })[0]!
  const reading = expectedReading(plan, { ...meter, place, lights })
  return reading === null
    ? ''
    : ` The meter at the ${EVIDENCE_PLACES[place] ?? placeName(plan, place)} should read ` +
        `${formatMeter(reading, meter.display)}.`
}
/** What riding a knob does besides landing the subject. */
function rideWords({ missStops, price, control, locked }: RideMove): string {
  const ambient = price.ambientBackground || price.ambientSubject
  const said = [
    Math.abs(missStops) < 0.05
      ? 'The subject lands'
      : `The subject then is ${stops(missStops)} off`,
    ...(Math.abs(ambient) > 0.05 ? [`ambient goes ${stops(ambient)}`] : []),
    ...(control === 'aperture'
      ? [`depth ${price.depthMm < 0 ? '−' : '+'}${mm(Math.abs(price.depthMm))}`]
      : [])
  ]
  return `${said.join(', ')}. ${locked ? 'It is locked: unlock it on the strip.' : 'Powers stay.'}`
}

export function moveWords(plan: Plan, move: NextMove): MoveWords {
  const of = (id: string) => plan.lights.find((light) => light.id === id) ?? plan.lights[0]!
  const power = (id: string) => formatPower(of(id).strobe.dial, of(id).powerStops)
  const named = (id: string) => (plan.lights.length === 1 ? '' : `${id} ${of(id).name}: `)
  switch (move.kind) {
    case 'prepare':
      return {
        head: 'Set it up as planned.',
        detail: `${standingWords(plan)} From here on the camera stays as it is.`,
        act: 'It stands'
      }
    case 'test-flash':
      return {
        head: move.lights.length === 1 ? 'Fire the strobe once.' : 'Fire every light once.',
        detail:
          'A light that does not answer costs every frame after it: look at trigger, channel and ' +
          'cells now.',
        act: move.lights.length === 1 ? 'It fired' : 'All of them fired'
      }
    case 'take-black':
      return {
        head:
          plan.lights.length === 1 ? 'Strobe off. Take a frame.' : 'All strobes off. Take a frame.',
        detail:
          `Camera at ${settingsOf(plan)}. It should come out black: this measures what the ` +
          'ambient does.'
      }
    case 'take-ambient':
      return {
        head:
          plan.lights.length === 1 ? 'Strobe off. Take a frame.' : 'All strobes off. Take a frame.',
        detail:
          `Camera at ${settingsOf(plan)}. It shows the daylight alone; the background should lie ` +
          `at ${backgroundWords(plan)}.`
      }
    case 'judge':
      return {
        head:
          move.frame.kind === 'lit'
            ? 'How far off is it?'
            : plan.look === 'daylight-fill' || plan.goals.backgroundLeastStops !== null
              ? 'How bright is the background?'
              : 'Is it black?',
        detail:
          move.frame.kind === 'black'
            ? 'Say what shows in the frame, or mark the background in the picture.'
            : 'Judge the subject by eye, mark it in the picture, or type the flash meter’s reading.'
      }
    case 'darken':
      return move.move
        ? {
            head:
              `${CONTROL_NAMES[move.move.control]} ` +
              `${controlValue(plan, move.move.control, move.move.from)} → ` +
              `${controlValue(plan, move.move.control, move.move.to)}`,
            detail:
              `Ambient lifts the background ${stopCount(move.overStops)} over your limit. ` +
              `This takes ${stopCount(move.move.price.ambientBackground)} and needs ` +
              (move.move.powerNeededStops > 0.05 ? stopCount(move.move.powerNeededStops) : 'no') +
              ' more power.',
            act: 'Done, it is set'
          }
        : {
            head: canShade(plan) ? 'Shade the set' : 'Find less daylight',
            detail:
              `Ambient lifts the background ${stopCount(move.overStops)} over your limit and ` +
              `every control is locked or at its end: ${lessAmbientWords(plan)}. Then take that ` +
              'frame again.'
          }
    case 'set-power':
      return {
        head:
          `${named(move.light)}Power ${formatPower(of(move.light).strobe.dial, move.from)} → ` +
          `${formatPower(of(move.light).strobe.dial, move.to)}`,
        brief: `Turn ${move.light} ${move.to > move.from ? 'up' : 'down'} ${stopCount(move.to - move.from)}.`,
        detail:
          `${stops(move.to - move.from)} stops` +
          (Math.abs(move.errorStops) >= 0.05
            ? `, ${stops(move.errorStops)} of it by rounding to the dial`
            : '') +
          '. Change nothing else.',
        act: 'Done, it is set'
      }
    case 'power-locked':
      return {
        head: `${named(move.light)}Power is locked`,
        detail:
          `It would go to ${formatPower(of(move.light).strobe.dial, move.wanted)}. Unlock it ` +
          'on the strip, or pick one way, change only that.'
      }
    case 'no-power-fits':
      return {
        head:
          named(move.light) +
          {
            coarse: 'The goal lies between two marks',
            'too-bright': 'Lowest power is too bright',
            'too-dim': 'Full power is too dim'
          }[move.why],
        detail:
          `${move.why === 'coarse' ? 'The nearest is' : 'Still'} ${stopCount(move.missStops)} ` +
          `${move.missStops > 0 ? 'over' : 'under'}. Pick one way, change only that.`
      }
    case 'too-much':
      return move.by === 'ambient'
        ? {
            head: 'Ambient is too bright',
            detail:
              `It alone puts the place ${stopCount(move.overStops)} over. Darken it before any ` +
              'light.'
          }
        : {
            head: `${named(move.light)}The others are too bright`,
            detail:
              `Without ${move.light} its place is already ${stopCount(move.overStops)} over. ` +
              'Lower or turn the others first.'
          }
    case 'no-light':
      return {
        head: `${named(move.light)}The beam misses`,
        detail:
          'The strobe’s beam does not reach the subject as planned. Check its tilt and ' +
          'modifier under Light.'
      }
    case 'all-off':
      return { head: 'No light is on', detail: 'Switch one on under Light.' }
    case 'take-lit':
      if (move.unsureStops !== undefined)
        return {
          head: 'Take it once more, and judge it afresh.',
          brief: 'Once more.',
          detail:
            `By eye ${plan.lights.length === 1 ? 'the light' : move.lights[0]} is known to ± ${plain(move.unsureStops, 1)} stop so ` +
            'far, which is wider than its goal; another look knows more. Nothing is to be changed. ' +
            'Skip the step if it is good enough.'
        }
      if (move.alone)
        return {
          head:
            `Only ${move.lights[0]} ${of(move.lights[0]!).name} on, ${power(move.lights[0]!)}. ` +
            'Take a frame.',
          brief: `Only ${move.lights[0]} on. Take a frame.`,
          detail:
            `Every other strobe off, camera stays at ${settingsOf(plan)}. This measures what ` +
            `${move.lights[0]} does by itself.${meterWords(plan, move.lights)}`
        }
      return {
        head:
          plan.lights.length === 1
            ? `Strobe on, ${power(move.lights[0]!)}. Take a frame.`
            : `All on: ${move.lights.map((id) => `${id} ${power(id)}`).join(', ')}. Take a frame.`,
        brief: `${plan.lights.length === 1 ? 'Strobe' : 'All'} on. Take a frame.`,
        detail:
          `Camera stays at ${settingsOf(plan)}. The subject should land within ` +
          `${stopCount(plan.goals.toleranceStops)} of ${stops(plan.goals.subjectStops)}.` +
          meterWords(plan, move.lights)
      }
    case 'take-part': {
      const { light, on } = move.part
      const { modifiers } = of(light)
      const off = modifiers.slice(on).map((each) => each.name)
      const at = partPlan(plan, move.part).lights.find(({ id }) => id === light)!
      return {
        head:
          `${light} alone${on === 0 ? ', bare' : ` with ${modifiers[on - 1]!.name}`}, ` +
          `${formatPower(at.strobe.dial, at.powerStops)}. Take a frame.`,
        brief:
          `Only ${light} on${on === 0 ? ', bare' : `, with ${modifiers[on - 1]!.name}`}. ` +
          'Take a frame.',
        detail:
          `${off.join(' and ')} off, every other strobe off. With the frame after it this tells ` +
          `what ${off.length === 1 ? 'it takes' : 'each of them takes'}.`
      }
    }
    case 'set-shutter':
      return {
        head:
          `${CONTROL_NAMES.shutter} ${controlValue(plan, 'shutter', move.from)} → ` +
          controlValue(plan, 'shutter', move.to),
        detail: move.locked
          ? 'It brings the background to where it is wanted, and is locked: unlock it on the strip.'
          : 'Brings the background to where it is wanted; a flash that falls whole within it stays ' +
            'as it is.',
        ...(move.locked ? {} : { act: 'Done, it is set' })
      }
    case 'ride':
      return {
        head:
          `${CONTROL_NAMES[move.move.control]} ` +
          `${controlValue(plan, move.move.control, move.move.from)} → ` +
          `${controlValue(plan, move.move.control, move.move.to)}`,
        detail: rideWords(move.move),
        ...(move.move.locked ? {} : { act: 'Done, it is set' })
      }
    case 'goal-missed':
      return {
        head: `${goalName(plan, move.goal.id)} is missed`,
        detail:
          `${missWords(plan, move.goal)}` +
          (move.others > 0 ? `, and ${move.others} more` : '') +
          '. Ways finds settings that keep every goal; a goal made a wish there holds nothing up.'
      }
    case 'done':
      return {
        head: 'Right. Keep this light.',
        detail:
          'The subject is ' +
          `${Math.abs(move.missStops) < 0.05 ? 'on the goal' : `${stops(move.missStops)} off`}` +
          (move.wishes.length
            ? `; missed of what is only wished: ${move.wishes
                .map((goal) => missWords(plan, goal))
                .join(', ')}`
            : '') +
          '. ' +
          'Shoot the variations; take the black frame again when daylight changes.'
      }
  }
}
