/**
 * Exact sentences: what the screens say of checks, frames, goals and the run, each with its units.
 */
import { describe, expect, test } from '@jest/globals'
import type { Check, CheckKind, Remedy, RemedyKind } from '@core/checks/check'
import { evaluate } from '@core/ledger/evaluate'
import { typicalWater } from '@core/medium/water'
import { withLight } from '@core/plan/edit'
import type { Place, Plan } from '@core/plan/plan'
import { changesBetween } from '@core/run/changes'
import type { Frame } from '@core/run/frame'
import type { NextMove } from '@core/run/moves'
import {
  testCard,
  testCorrection,
  testFrame,
  testLight,
  testMetered,
  testModifier,
  testPlan,
  testStrobe
} from '@core/testing'
import { changesWords } from './changes'
import { checkWords, remedyWords } from './checks'
import { goalState, goalWords } from './goals'
import { moveWords } from './moves'
import { evidenceWords, frameWords, calibrationWords, settingsDiffer } from './run'

const two = testPlan((p) => {
  p.subject = { ...p.subject, shape: 'ellipsoid' }
  p.cards = [
    testCard({
      widthMm: 60,
      heightMm: 60,
      at: { distanceMm: 100, azimuthDeg: 90, elevationDeg: 0 }
    })
  ]
  p.lights = [
    testLight({ name: 'Side' }),
    testLight({
      id: 'B',
      name: 'Rim',
      role: 'rim',
      powerStops: -4,
      at: { distanceMm: 240, azimuthDeg: -140, elevationDeg: 30 }
    })
  ]
})

describe('checks', () => {
  const check = (
    kind: CheckKind,
    figures: Check['figures'],
    place: Place | null = null
  ): Check => ({ kind, state: 'near', light: 'B', place, figures, remedies: [] })
  test.each<[Check, string]>([
    [check('in-view', { seen: 0.25 }), 'Rim is in the picture: 25.0 % of it shows.'],
    [
      check('hidden', { azimuthRoom: 2, up: 16, down: 30 }),
      'Rim stands within the picture but is hidden behind the subject. It stays so within ' +
        '2° to either side, 16° up and 30° or more down.'
    ],
    [
      check('into-lens', { offLensDeg: 26.2, offBeamDeg: 25, level: -2.5, veil: -6.3 }),
      'Rim shines into the lens from 26° off its axis, 25° off the beam’s own: a veil of about ' +
        '−6.3 over the whole picture.'
    ],
    [
      check('spill', { level: -3.04, over: 1 }, 'backgroundLeft'),
      'Rim puts −3.0 on the background left; with the rest that is 1.0 stop over your limit.'
    ],
    [
      check('mirror-flat', { x: 0.5, y: 0, share: 0.384, level: 3.2, overWhite: 0.7 }),
      'Rim shows in the flat face, over 38.4 % of what you see of it, in the right of ' +
        'the picture, at +3.2, ' +
        '0.7 stop past white.'
    ],
    [
      check('mirror-flat', { x: 0, y: -0.5, share: 0, level: 12, overWhite: 9.5 }),
      'Rim shows in the flat face, as a spot in the lower part of the picture, at +12.0, 9.5 ' +
        'stops past white.'
    ],
    [
      {
        ...check('mirror-card', { x: 0, y: 0, share: 1, level: -0.4, overWhite: -2.9 }),
        light: null,
        card: 'K1'
      },
      'Flag shows in the flat face, over 100.0 % of what you see of it, in the middle of ' +
        'the picture, at ' +
        '−0.4, 2.9 stops under white.'
    ],
    [
      { ...check('mirror-card', { x: 0, y: 0, share: 0.5 }), light: null, card: 'K2' },
      'Card shows in the flat face, over 50.0 % of what you see of it, in the middle of ' +
        'the picture, with no ' +
        'light on it.'
    ],
    [
      check('mirror-curved', { x: -0.5, y: 0.5, level: 1.3, overWhite: -1.2 }),
      'Rim makes a highlight on the curved side, in the upper left of the picture, at +1.3, ' +
        '1.2 stops under white.'
    ],
    [
      check('mirror-curved', { x: 0, y: 0, level: 2.47, overWhite: 0 }),
      'Rim makes a highlight on the curved side, in the middle of the picture, at +2.5, just white.'
    ],
    [
      check('shadow', { share: 0.3, depth: -3.2 }, 'background'),
      'Rim throws the subject’s shadow on 30.0 % of the background in the picture, 3.2 stops ' +
        'darker than around it.'
    ],
    [
      check('too-dim', { miss: -1.4 }, 'subject'),
      'Rim at full power is still 1.4 stops too dim at the lit side.'
    ],
    [
      check('too-bright', { miss: 0.6 }, 'top'),
      'Rim at its lowest power is still 0.6 stop too bright at the top.'
    ],
    [
      check('group', { most: 1.3, least: -0.7 }),
      'The lights of Rim’s group need different moves: one +1.3, another −0.7.'
    ]
  ])('%#', (said, words) => expect(checkWords(two, said)).toBe(words))

  const after: Plan = { ...two, lights: two.lights.map((light) => ({ ...light, powerStops: -6 })) }
  const remedy = (
    kind: RemedyKind,
    figures: Remedy['figures'],
    effectStops: number | null = null,
    name?: string
  ): Remedy => ({ kind, figures, effectStops, after, ...(name && { name }) })
  test.each<[CheckKind, Remedy, string]>([
    [
      'in-view',
      remedy('azimuth', { by: 12, azimuthDeg: -128 }, -0.42),
      'Move it 12° round the subject, to 128° left (−0.4 on the lit side).'
    ],
    ['in-view', remedy('away', { by: 55 }, -1), 'Move it 55 mm away (−1.0 on the lit side).'],
    [
      'shadow',
      remedy('elevation', { by: 20, elevationDeg: 50, subject: -0.3, background: 0.02 }, 3.2),
      'Raise it by 20°, to 50° above (3.2 stops of shadow gone from sight, −0.3 on the lit side).'
    ],
    [
      'shadow',
      remedy('background-back', { distanceMm: 300, subject: 0, background: -2.1 }, 3.2),
      'Move the background back to 300 mm (3.2 stops of shadow gone from sight, −2.1 on ' +
        'the background).'
    ],
    [
      'into-lens',
      remedy('narrow', { deg: 21 }),
      'A beam narrower than 21° would miss the lens: a snoot, a grid, or a flag.'
    ],
    [
      'into-lens',
      remedy('modifier', { deg: 21, subject: -0.5 }, -Infinity, 'Tube'),
      'Put Tube on it, 21° (none left into the lens, −0.5 on the lit side).'
    ],
    [
      'into-lens',
      remedy('flag', { sizeMm: 60, fromLightMm: 80, subject: 0 }, -6),
      'A flag of 60 mm, 80 mm before it (−6.0 into the lens).'
    ],
    [
      'mirror-curved',
      remedy('nearer', { distanceMm: 120, subject: 0.1 }, -2),
      'Move it nearer, to 120 mm, and its power down to 1/64: the subject keeps its light ' +
        '(−2.0 in the ' +
        'highlight, +0.1 on the lit side).'
    ],
    [
      'mirror-curved',
      remedy('larger', { subject: -1.5 }, -6.4, 'Sheet'),
      'Put Sheet on it: a larger face, a softer highlight (−6.4 in the highlight, −1.5 on ' +
        'the lit side).'
    ],
    ['too-dim', remedy('distance', { to: 150 }, 1.4), 'Move it to 150 mm (+1.4 at its place).'],
    ['too-dim', remedy('control', { to: 2 }, 1.4, 'iso'), 'Change ISO (+1.4 at its place).'],
    ['group', remedy('split', {}, null, 'B C'), 'Put B on group C.']
  ])('a remedy of %s: %#', (kind, said, words) =>
    expect(remedyWords(check(kind, {}), said)).toBe(words)
  )
})

describe('the run', () => {
  const one = testPlan()
  const frame = (kind: Frame['kind'], plan = two): Frame => testFrame(plan, 'f', kind)
  const wet = testPlan((p) => void (p.medium = typicalWater('sea')))
  const plugged = withLight(one, 0, { strobe: testStrobe({ onMains: true }) })
  const locked = testPlan((p) => {
    p.settings = { ...p.settings, ndStops: 3 }
  })
  test.each<[Plan, NextMove, string, RegExp]>([
    [
      one,
      { kind: 'take-black' },
      'Strobe off. Take a frame.',
      /^Camera at f\/16, 1\/250, ISO 100\. It should come out black/
    ],
    [locked, { kind: 'take-black' }, 'Strobe off. Take a frame.', /ISO 100, ND 3\./],
    [two, { kind: 'take-black' }, 'All strobes off. Take a frame.', /black/],
    [two, { kind: 'judge', frame: frame('black') }, 'Is it black?', /mark the background/],
    [two, { kind: 'judge', frame: frame('lit') }, 'How far off is it?', /flash meter/],
    [
      one,
      { kind: 'darken', move: null, overStops: 1.5 },
      'Shade the set',
      /1\.5 stops over your limit and every control is locked or at its end: draw a curtain/
    ],
    [
      wet,
      { kind: 'darken', move: null, overStops: 1.5 },
      'Find less daylight',
      /at its end: go deeper, or under a ledge, or frame it with darker water behind\./
    ],
    [one, { kind: 'prepare' }, 'Set it up as planned.', /on its mark, .*, cells full\. From/],
    [plugged, { kind: 'prepare' }, 'Set it up as planned.', /, heads plugged in\. From here/],
    [
      wet,
      { kind: 'prepare' },
      'Set it up as planned.',
      /^Port \d+ mm from the subject, .*: move the camera, not the ring\. Every head on\. From/
    ],
    [
      one,
      { kind: 'set-power', light: 'A', from: -3, to: -4 - 1 / 3, after: one, errorStops: 0.02 },
      'Power 1/8 → 1/32 +0.7',
      /^−1\.3 stops\. Change nothing else\.$/
    ],
    [
      two,
      { kind: 'set-power', light: 'B', from: -4, to: -5, after: two, errorStops: -0.12 },
      'B Rim: Power 1/16 → 1/32',
      /^−1\.0 stops, −0\.1 of it by rounding to the dial/
    ],
    [
      one,
      { kind: 'power-locked', light: 'A', wanted: -5 },
      'Power is locked',
      /^It would go to 1\/32\./
    ],
    [
      two,
      { kind: 'no-power-fits', why: 'too-bright', light: 'B', missStops: 0.8 },
      'B Rim: Lowest power is too bright',
      /^Still 0\.8 stop over\./
    ],
    [
      one,
      { kind: 'no-power-fits', why: 'too-dim', light: 'A', missStops: -2 },
      'Full power is too dim',
      /^Still 2\.0 stops under\./
    ],
    [
      one,
      { kind: 'no-power-fits', why: 'coarse', light: 'A', missStops: -0.5 },
      'The goal lies between two marks',
      /^The nearest is 0\.5 stop under\. Pick one way/
    ],
    [
      one,
      { kind: 'too-much', by: 'ambient', light: 'A', overStops: 1.2 },
      'Ambient is too bright',
      /1\.2 stops over/
    ],
    [
      two,
      { kind: 'too-much', by: 'others', light: 'B', overStops: 0.4 },
      'B Rim: The others are too bright',
      /Without B its place is already 0\.4 stop over/
    ],
    [two, { kind: 'no-light', light: 'A' }, 'A Side: The beam misses', /tilt and modifier/],
    [two, { kind: 'all-off' }, 'No light is on', /Light/],
    [
      two,
      { kind: 'take-ambient' },
      'All strobes off. Take a frame.',
      /^Camera at .* It shows the daylight alone; the background should lie at ≤ −7\.0\.$/
    ],
    [
      one,
      {
        kind: 'goal-missed',
        goal: {
          id: 'background',
          kind: 'most',
          hard: true,
          limit: -7,
          toleranceStops: 0,
          place: 'background',
          ok: false,
          known: true,
          value: -5.8,
          missStops: 1.2,
          slackStops: 0
        },
        others: 2
      },
      'Background is missed',
      /^Background −5\.8 instead of ≤ −7\.0, and 2 more\. Ways finds settings/
    ],
    [
      one,
      {
        kind: 'ride',
        move: {
          control: 'aperture',
          from: 8,
          to: 7,
          after: one,
          missStops: 0.02,
          price: {
            ambientSubject: 0,
            ambientBackground: 1,
            strobeSubject: 1,
            strobeBackground: 0,
            depthMm: -0.6,
            fNumber: -5
          },
          locked: false
        }
      },
      'Aperture f/16 → f/11',
      /^The subject lands, ambient goes \+1\.0, depth −0\.6 mm\. Powers stay\.$/
    ],
    [
      two,
      { kind: 'take-lit', lights: ['B'], alone: true },
      'Only B Rim on, 1/16. Take a frame.',
      /^Every other strobe off, camera stays at f\/16/
    ],
    [
      one,
      { kind: 'take-lit', lights: ['A'], alone: false },
      'Strobe on, 1/128. Take a frame.',
      /within 0\.3 stop of 0\.0/
    ],
    [
      two,
      { kind: 'take-lit', lights: ['A', 'B'], alone: false },
      'All on: A 1/8, B 1/16. Take a frame.',
      /Camera stays/
    ],
    [
      two,
      { kind: 'done', missStops: 0.01, wishes: [] },
      'Right. Keep this light.',
      /The subject is on the goal\./
    ],
    [
      two,
      { kind: 'done', missStops: -0.2, wishes: [] },
      'Right. Keep this light.',
      /The subject is −0\.2 off\./
    ]
  ])('%#', (plan, move, head, detail) => {
    const shown =
      plan === one
        ? { ...one, lights: one.lights.map((light) => ({ ...light, powerStops: -7 })) }
        : plan
    const words = moveWords(shown, move)
    expect(words.head).toBe(head)
    expect(words.detail).toMatch(detail)
    // Only what the plan can carry out by itself has a button, and what is done by hand.
    expect(words.act !== undefined).toBe(['set-power', 'ride', 'prepare'].includes(move.kind))
  })
  test('frames by what was on', () => {
    const lit = (on: readonly string[]) =>
      frameWords(
        two,
        frame('lit', {
          ...two,
          lights: two.lights.map((light) => ({ ...light, on: on.includes(light.id) }))
        })
      )
    expect([
      lit(['A', 'B']),
      lit(['B']),
      lit([]),
      frameWords(two, frame('black')),
      frameWords(one, frame('lit', one))
    ]).toEqual(['A and B', 'B alone', 'strobe off', 'strobe off', 'strobe on'])
  })
  test('what a frame showed, and what was calibrated from it', () => {
    expect(evidenceWords(testMetered(6.6))).toBe('meter at the subject 8·6 at ISO 100')
    expect(evidenceWords(testMetered(16 / 3, { place: 'top', lights: ['B'] }), 'thirds')).toBe(
      'meter at the top (B) 6.3 at ISO 100'
    )
    expect(
      evidenceWords({ kind: 'judged', place: 'backgroundLeft', levelStops: -7, limit: 'at-most' })
    ).toBe('background at the left ≤ −7.0 by eye')
    expect(
      evidenceWords({
        kind: 'patch',
        place: 'P1',
        levelStops: 2.4,
        limit: 'at-least',
        uncertaintyStops: 0.3,
        x: 0.5,
        y: 0.5,
        radius: 0.01
      })
    ).toBe('P1 ≥ +2.4 in the picture')
    const correction = testCorrection()
    expect(calibrationWords({ kind: 'correction', correction })).toBe(
      'Correction: −0.6 for strobe A at the subject, ± 0.3. The sum now uses it.'
    )
    expect(calibrationWords({ kind: 'nothing', why: 'other-kit' })).toContain(
      'Another strobe or modifier was on'
    )
  })
  test('what changed from one frame to the next, on the strobe’s own dial', () => {
    const later: Plan = {
      ...two,
      settings: { ...two.settings, apertureStops: 9, isoStops: 1 },
      focus: { ...two.focus, magnification: 0.5 },
      lights: [
        { ...two.lights[0]!, on: false },
        {
          ...two.lights[1]!,
          modifiers: [testModifier({ name: 'Tube' })],
          at: { ...two.lights[1]!.at, distanceMm: 120 },
          strobe: testStrobe({ id: 'other', name: 'Other head' })
        }
      ]
    }
    expect(changesWords(two, changesBetween(two, later))).toBe(
      'Aperture f/16 → f/22 (−1.0), ISO 100 → 200 (+1.0), Magnification 1 : 1 → 1 : 2, A ' +
        'switched off, B: Distance 240 mm → 120 mm (+2.0), B: Modifier none → Tube, B: ' +
        'Strobe Test head → Other head'
    )
    expect(changesWords(two, [])).toBe('Nothing was changed')
  })
  test('a file that disagrees with the plan', () => {
    expect(settingsDiffer(one, { apertureStops: 9, shutterStops: 8, isoStops: null })).toBe(
      'The file says f/22 where the plan says f/16. The frame is logged with what the file says.'
    )
    expect(settingsDiffer(one, { apertureStops: 8, shutterStops: null, isoStops: 0 })).toBe('')
  })
})

test('goals of places: their words, and how they stand', () => {
  const dark = {
    value: { kind: 'ev' as const, ev: -8 },
    limit: 'exact' as const,
    via: 'incident' as const,
    atMagnification: 1,
    takenAt: null,
    look: null
  }
  const plan = testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid' }
    p.goals = {
      ...p.goals,
      places: [
        { place: 'top', kind: 'about', stops: 0.5, toleranceStops: 0.5 },
        { place: 'shadow', kind: 'at-most', stops: -4, toleranceStops: 0.5 }
      ]
    }
    p.ambient = { ...p.ambient, subject: dark, background: dark }
  })
  expect(
    (['subject', 'background', 'backgroundLeft', 'top', 'shadow', 'front'] as const).map((place) =>
      goalWords(plan, place)
    )
  ).toEqual(['0.0 ± 0.3', '≤ −7.0', '≤ −7.0', '+0.5 ± 0.5', '≤ −4.0', 'no goal'])
  const standing = (place: Place, level: number): string | null => {
    const evaluation = evaluate(plan)
    return goalState(
      {
        ...evaluation,
        ledger: { ...evaluation.ledger, totals: { ...evaluation.ledger.totals, [place]: level } }
      },
      plan,
      place
    )
  }
  expect([-7, -6.6, -6].map((level) => standing('background', level))).toEqual([
    'ok',
    'near',
    'miss'
  ])
  expect([0.2, 1.4, 2].map((level) => standing('top', level))).toEqual(['ok', 'near', 'miss'])
  expect([-5, -3.6, -3].map((level) => standing('shadow', level))).toEqual(['ok', 'near', 'miss'])
  expect(standing('front', 0)).toBeNull()
})
