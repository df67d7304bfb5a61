/** Filters and gels of the cabinet; their transmissions are invented, as a maker might state them. */
const conversion = (id: string, name: string, mired: number, transmission: number) => ({
  kind: 'filter',
  id,
  name,
  colour: { kind: 'conversion', mired, transmission }
})
const correction = (channel: string, density: number) => ({
  kind: 'filter',
  id: `${channel}-${Math.round(density * 100)}`,
  name: `${channel[0]!.toUpperCase()}${channel.slice(1)} ${density.toFixed(2)}`,
  colour: { kind: 'correction', channel, density }
})

export const filters = [
  conversion('warm-full', 'Warm, full', 160, 0.52),
  conversion('warm-half', 'Warm, half', 81, 0.69),
  conversion('warm-quarter', 'Warm, quarter', 42, 0.8),
  conversion('warm-eighth', 'Warm, eighth', 20, 0.88),
  conversion('cool-full', 'Cool, full', -131, 0.33),
  conversion('cool-half', 'Cool, half', -68, 0.52),
  correction('green', 0.3),
  correction('magenta', 0.3),
  {
    kind: 'filter',
    id: 'lagoon',
    name: 'Lagoon',
    notes: 'A strong blue-green for tinted backgrounds.',
    colour: { kind: 'strong', hueDeg: 195, density: 1.2, transmission: 0.28 }
  }
]
