/** The setting a zoom head is at, and what it shines with there. */
import type { Strobe } from '../kit/kit'
import type { Light } from './plan'

/** Beam and strength of a strobe at a setting. */
export interface Zoomed {
  /** full angle at whose edge the light is down one stop */
  readonly beamDeg: number
  /** metres at ISO 100, full power */
  readonly guideNumberM: number
}

/**
 * Beam and guide number of a light's head at its zoom setting: those of its table, between its rows
 * straight in their logarithms, past its ends those of the end; the head's own figures where it does
 * not zoom. Source: guide numbers rise as the beam narrows by a power of it, so their logarithms
 * run straight; common practice, no source.
 */
export function zoomOf({ strobe, zoomMm }: Pick<Light, 'strobe' | 'zoomMm'>): Zoomed {
  const rows = strobe.zoom
  if (zoomMm === null || rows.length === 0) return strobe
  const after = rows.findIndex((row) => row.settingMm >= zoomMm)
  if (after <= 0) return rows[after === 0 ? 0 : rows.length - 1]!
  const [low, high] = [rows[after - 1]!, rows[after]!]
  const share = Math.log(zoomMm / low.settingMm) / Math.log(high.settingMm / low.settingMm)
  const straight = (a: number, b: number): number => a * (b / a) ** share
  return {
    beamDeg: straight(low.beamDeg, high.beamDeg),
    guideNumberM: straight(low.guideNumberM, high.guideNumberM)
  }
}

/** Settings a head may be put to, mm; none where it does not zoom. */
export const zoomSettings = ({ zoom }: Pick<Strobe, 'zoom'>): number[] =>
  zoom.map((row) => row.settingMm)
