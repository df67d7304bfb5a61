/** Figures of light's colour, of the sky's place, of vapour. */
import { parseNumber } from '@core/scales/parse'
import { plain } from '@/words/format'
import { dressed, round3, type Kind } from './kind'

/** Degrees on the ground: "50.3712 N", "4.14 W", "-4.14". */
function ground(plus: string, minus: string): Kind {
  return {
    parse: (text) => {
      const clean = text.trim().replace(/°/g, '')
      const side = clean.match(new RegExp(`\\s*([${plus}${minus}])$`, 'i'))?.[1]?.toUpperCase()
      const size = parseNumber(side ? clean.slice(0, -1) : clean)
      return size === null ? null : side === minus ? -size : size
    },
    format: (v) => `${plain(Math.abs(v), 7)}° ${v < 0 ? minus : plus}`,
    step: (v, by) => Math.round(10 * v + by) / 10,
    example: `50.37 ${plus}`
  }
}

export const LIGHT_KINDS = {
  latitude: ground('N', 'S'),
  longitude: ground('E', 'W'),
  kelvin: {
    parse: dressed(parseNumber, { after: /\s*k$/i }),
    format: (v) => `${Math.round(v)} K`,
    // By about five mired, as an eye tells it.
    step: (v, by) => Math.round(1e6 / (1e6 / v - 5 * by) / 10) * 10,
    example: '3200'
  },
  mired: {
    parse: dressed(parseNumber, { after: /\s*mired$/i }),
    format: (v) => `${v > 0 ? '+' : ''}${plain(v)} mired`,
    step: (v, by) => Math.round(v / 5 + by) * 5,
    example: '+60'
  },
  miredTolerance: {
    parse: dressed(parseNumber, { before: /^(±|\+\/?-)\s*/, after: /\s*mired$/i }),
    format: (v) => `± ${plain(v)} mired`,
    step: (v, by) => Math.max(1, Math.round(v / 5 + by) * 5),
    example: '15'
  },
  tint: {
    parse: dressed(
      (text) => {
        const magenta = /\s*(more )?magenta$/i
        const size = parseNumber(text.replace(magenta, '').replace(/\s*(greener|green)$/i, ''))
        return size !== null && magenta.test(text) ? -size : size
      },
      { none: 0 }
    ),
    format: (v) => (v === 0 ? 'none' : v > 0 ? `${plain(v)} greener` : `${plain(-v)} more magenta`),
    step: (v, by) => Math.round(v + by),
    example: '4, or −4'
  },
  depthOfVapour: {
    parse: parseNumber,
    format: (v) => plain(v),
    step: (v, by) => round3(v * 2 ** (by / 3)),
    example: '0.1'
  },
  asymmetry: {
    parse: parseNumber,
    format: (v) => plain(v, 2),
    step: (v, by) => Math.round(20 * v + by) / 20,
    example: '0.6'
  }
} satisfies Record<string, Kind>
