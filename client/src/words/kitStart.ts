/** What a new kit item starts with, and the short line the list shows for one. */
import { nanoid } from 'nanoid'
import { WAVELENGTHS } from '@core/colour/bands'
import type { FilterColour } from '@core/colour/filters'
import { DAYLIGHT } from '@core/colour/sources'
import { dialMarks } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'
import { TYPICAL } from '@core/kit/heads'
import { NO_FILES } from '@core/kit/cameraFiles'
import { UNMEASURED, type KitItem, type KitKind, type Modifier } from '@core/kit/kit'
import { cutAngleDeg } from '@core/set/modified'
import { filterLine } from './colour'
import { plain, stops } from './format'
import { linkLine } from './links'
import { filesWords } from './readings'
import { portWords } from './water'

export function newItem(kind: KitKind): KitItem {
  const base = { id: nanoid(), name: '', notes: '', prepare: '' }
  switch (kind) {
    case 'camera':
      return {
        kind,
        ...base,
        mount: '',
        sensorWidthMm: 36,
        sensorHeightMm: 24,
        pixelsWide: 6000,
        pixelsHigh: 4000,
        step: 'third',
        curtain: 'focal-plane',
        syncStops: 23 / 3,
        fastestShutterStops: 13,
        slowestShutterStops: -5,
        lowestIsoStops: 0,
        highestIsoStops: 7,
        showsEffective: false,
        highSpeedSync: true,
        bodyWidthMm: null,
        bodyHeightMm: null,
        files: NO_FILES
      }
    case 'lens':
      return {
        kind,
        ...base,
        mount: '',
        focalMm: 100,
        maxMagnification: 1,
        widestStops: 3,
        narrowestStops: 10,
        pupilRatio: 1,
        sensorToFrontMm: 160,
        hoodDeg: null,
        leafFastestStops: null,
        frontDiameterMm: null
      }
    case 'strobe':
      return {
        kind,
        ...base,
        guideNumberM: 30,
        guideNumberWaterM: null,
        guideNumberFromWater: false,
        beamDeg: 60,
        distribution: { kind: 'cos' },
        face: { kind: 'rectangle', widthMm: 60, heightMm: 38 },
        dial: { kind: 'fraction', step: 'third', lowestStops: -7 },
        ...structuredClone(TYPICAL['hot-shoe']),
        mostFlashes: null,
        shortestT01S: null,
        highSpeedPenaltyStops: 0.5,
        highSpeedLeastStops: null,
        seals: [],
        zoom: [],
        colour: DAYLIGHT,
        kelvinByPower: [],
        ...UNMEASURED.strobe
      }
    case 'meter':
      return {
        kind,
        ...base,
        display: 'tenths',
        isoStops: 0,
        shutterStops: 7,
        receptor: 'dome',
        ...UNMEASURED.meter
      }
    case 'housing':
      return {
        kind,
        ...base,
        port: { kind: 'flat', gapMm: 15 },
        seals: [],
        assembly: [],
        portDiameterMm: 100,
        bodyWidthMm: 180,
        bodyHeightMm: 150,
        bodyDepthMm: 120
      }
    case 'link':
      return {
        kind,
        ...base,
        way: 'radio',
        carriesPower: true,
        carriesAutomatic: false,
        carriesHighSpeedSync: false,
        delayMs: 0.4,
        rangeM: 30,
        rangeInSunM: null,
        atPreFlash: 'fires',
        channels: 16
      }
    case 'modifier':
      return {
        kind,
        ...base,
        lossStops: 0.5,
        beam: { kind: 'keep' },
        face: { kind: 'keep' },
        measured: [],
        ...UNMEASURED.modifier
      }
    case 'filter':
      return {
        kind,
        ...base,
        colour: newFilterColour('conversion'),
        lossUncertaintyStops: null
      }
  }
}

/** What a filter of each character starts with. */
export function newFilterColour(kind: FilterColour['kind']): FilterColour {
  switch (kind) {
    case 'conversion':
      return { kind, mired: 160, transmission: null }
    case 'correction':
      return { kind, channel: 'magenta', density: 0.3 }
    case 'strong':
      return { kind, hueDeg: 240, density: 1, transmission: null }
    case 'table':
      return { kind, transmissions: WAVELENGTHS.map(() => 1) }
  }
}

export const newFace = (kind: string): unknown =>
  ({
    keep: { kind: 'keep' },
    disc: { kind: 'disc', diameterMm: 60 },
    rectangle: { kind: 'rectangle', widthMm: 60, heightMm: 40 },
    ring: { kind: 'ring', innerMm: 64, outerMm: 92 }
  })[kind]
export const newPort = (kind: string): unknown =>
  ({
    flat: { kind: 'flat', gapMm: 15 },
    dome: { kind: 'dome', gapMm: 40, radiusMm: 90 }
  })[kind]
export const newBeam = (kind: string): unknown =>
  ({
    keep: { kind: 'keep' },
    spread: { kind: 'spread', beamDeg: 120 },
    cut: { kind: 'cut', beamDeg: 40 },
    snoot: { kind: 'snoot', throatMm: 22, lengthMm: 110, innerReflectance: 0 }
  })[kind]
export const newDistribution = (kind: string): unknown =>
  ({
    cos: { kind: 'cos' },
    table: {
      kind: 'table',
      points: [
        { deg: 0, stops: 0 },
        { deg: 30, stops: -1 },
        { deg: 45, stops: -4 }
      ]
    }
  })[kind]
export const newDial = (kind: string): unknown =>
  ({
    fraction: { kind: 'fraction', step: 'third', lowestStops: -7 },
    levels: { kind: 'levels', count: 7, stopsPerLevel: 1 },
    percent: { kind: 'percent', lowestPercent: 3, stepPercent: 1 },
    decimal: { kind: 'decimal', lowest: 2, full: 10, step: 0.1 }
  })[kind]

const CLICKS = { third: 'thirds', tenth: 'tenths', half: 'halves', whole: 'whole stops' }

function lossWords({ lossStops, measured }: Modifier): string {
  if (measured.length > 1) return `measured at ${measured.length} angles`
  if (measured[0]) return `${stops(measured[0].stops)} on the axis, measured`
  return lossStops === 0 ? 'no loss in the material' : `−${plain(lossStops)} stops in the material`
}

function beamWords(beam: Modifier['beam']): string {
  switch (beam.kind) {
    case 'keep':
      return 'keeps the beam'
    case 'snoot':
      return (
        `snoot ${plain(beam.throatMm)} × ${plain(beam.lengthMm)} mm, ` +
        `nothing outside ${Math.round(cutAngleDeg(beam) ?? 0)}°`
      )
    case 'cut':
      return `nothing outside ${beam.beamDeg}°`
    case 'spread':
      return `spreads to ${beam.beamDeg}°`
  }
}

export function itemLine(item: KitItem): string {
  switch (item.kind) {
    case 'camera':
      return [
        `${plain(item.sensorWidthMm)} × ${plain(item.sensorHeightMm)} mm`,
        item.curtain === 'leaf' ? 'leaf shutter' : `sync ${nameOf('shutter', item.syncStops)}`,
        ...(item.showsEffective ? ['shows effective f-number'] : []),
        ...(filesWords(item.files) ? [filesWords(item.files)] : [])
      ].join(', ')
    case 'lens':
      return (
        `${plain(item.focalMm)} mm, to ${plain(item.maxMagnification)} ×, ` +
        `${nameOf('aperture', item.widestStops)} to ` +
        `${nameOf('aperture', item.narrowestStops)}`
      )
    case 'strobe': {
      const marks = dialMarks(item.dial)
      const step = item.dial.kind === 'fraction' ? ` in ${CLICKS[item.dial.step]}` : ''
      return (
        `GN ${plain(item.guideNumberM)} m in ${plain(item.beamDeg)}°` +
        `${item.guideNumberWaterM === null ? '' : `, ${plain(item.guideNumberWaterM)} m under water`}, ` +
        `${marks.at(-1)?.label} to ${marks[0]?.label}${step}` +
        (item.zoom.length
          ? `, zooms ${plain(item.zoom[0]!.settingMm)} to ${plain(item.zoom.at(-1)!.settingMm)} mm`
          : '')
      )
    }
    case 'meter':
      return (
        `${item.display}, ISO ${nameOf('iso', item.isoStops)}, ` +
        `${nameOf('shutter', item.shutterStops)}, ${item.receptor}`
      )
    case 'housing':
      return `${portWords(item.port)}, ${plain(item.portDiameterMm)} mm wide`
    case 'link':
      return linkLine(item)
    case 'filter':
      return filterLine(item.colour)
    case 'modifier':
      return `${lossWords(item)}, ${beamWords(item.beam)}`
  }
}
