/** Figures as text, units always shown. */
import { formatStops } from '@core/scales/stops'

function digits(value: number, significant: number): string {
  if (value === 0) return '0'
  const decimals = Math.max(0, significant - 1 - Math.floor(Math.log10(Math.abs(value))))
  return Number(value.toFixed(Math.min(decimals, 6))).toString()
}

export const mm = (value: number): string =>
  !Number.isFinite(value)
    ? 'no limit'
    : value >= 1e5
      ? `${digits(value / 1000, 3)} m`
      : `${digits(value, 3)} mm`
/** A way through water. */
export const metres = (value: number): string =>
  value < 0.995 ? mm(value * 1000) : `${digits(value, 3)} m`
export const seconds = (value: number): string =>
  value >= 0.3
    ? `${digits(value, 2)} s`
    : value >= 0.0005
      ? `1/${digits(1 / value, 2)} s`
      : `1/${Math.round(1 / value / 1000) * 1000} s`
export const duration = (value: number): string => `${digits(value, 2)} s`
/** Within a sentence. */
export const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)

export function percent(share: number): string {
  if (share > 0 && share < 0.0001) return '< 0.01 %'
  return `${(share * 100).toFixed(share > 0 && share < 0.1 ? 2 : 1)} %`
}
/** "≤ ", "≥ " or nothing before a figure that is a limit. */
export function limitSign(limit: 'exact' | 'at-most' | 'at-least'): string {
  return limit === 'at-most' ? '≤ ' : limit === 'at-least' ? '≥ ' : ''
}
export const px = (value: number): string =>
  `${value >= 100 ? Math.round(value) : digits(value, 2)} px`
export const ratio = (magnification: number): string =>
  magnification >= 1 ? `${digits(magnification, 3)} : 1` : `1 : ${digits(1 / magnification, 3)}`
export const plain = (value: number, significant = 3): string => digits(value, significant)
export const stops = formatStops
/** "1.3 stops", "0.7 stop", unsigned. */
export function stopCount(value: number): string {
  const text = Math.abs(value).toFixed(1)
  return `${text} ${text === '1.0' || Number(text) < 1 ? 'stop' : 'stops'}`
}

export const clock = (date: Date): string =>
  date.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })
const DAY = 86400000
/** "today 10:42", "yesterday 18:05", "20 Nov 2026" */
export function when(iso: string, now = new Date()): string {
  const date = new Date(iso)
  const midnight = new Date(now).setHours(0, 0, 0, 0)
  if (date.getTime() >= midnight) return `today ${clock(date)}`
  if (date.getTime() >= midnight - DAY) return `yesterday ${clock(date)}`
  return date.toLocaleDateString([], { day: 'numeric', month: 'short', year: 'numeric' })
}
/** A ratio in stops and as a ratio: "+1.6 (3 : 1)". */
export const ratioWords = (value: number): string =>
  Math.abs(value) > 10
    ? `${formatStops(value)} (over 1000 : 1)`
    : `${formatStops(value)} ` +
      `(${value >= 0 ? `${digits(2 ** value, 2)} : 1` : `1 : ${digits(2 ** -value, 2)}`})`
