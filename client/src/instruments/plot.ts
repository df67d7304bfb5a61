/** What a chart is made of, and how it is dressed in the theme's colours. */
export interface PlotLine {
  readonly name: string
  readonly y: readonly (number | null)[]
  /** CSS variable of its colour, such as `--accent` */
  readonly color: string
  /** not named in the legend */
  readonly quiet?: boolean
  readonly dash?: 'solid' | 'dash' | 'dot' | 'dashdot'
}
export interface PlotBand {
  readonly from: number
  readonly to: number
  readonly label: string
  readonly color: string
}
export interface PlotRule {
  readonly at: number
  readonly label: string
  readonly across?: boolean
}
/** Single points, such as readings. */
export interface PlotPoints {
  readonly name: string
  readonly x: readonly number[]
  readonly y: readonly number[]
  readonly color: string
  readonly symbol?: 'circle' | 'x'
}
export interface PlotSpec {
  readonly x: readonly number[]
  readonly ticks: readonly { readonly at: number; readonly label: string }[]
  readonly xTitle: string
  readonly yTitle: string
  readonly yTicks?: readonly { readonly at: number; readonly label: string }[]
  readonly yRange: readonly [number, number]
  readonly yLog?: boolean
  readonly lines: readonly PlotLine[]
  readonly points?: readonly PlotPoints[]
  readonly bands?: readonly PlotBand[]
  readonly rules?: readonly PlotRule[]
}

type Color = (name: string) => string

export const dataOf = (spec: PlotSpec, color: Color): object[] => [
  ...spec.lines.map((line) => ({
    type: 'scatter',
    mode: 'lines',
    name: line.name,
    showlegend: line.quiet !== true,
    x: spec.x,
    y: line.y,
    hoverinfo: 'skip',
    line: { color: color(line.color), dash: line.dash ?? 'solid', width: 2 },
    connectgaps: false
  })),
  ...(spec.points ?? []).map((each) => ({
    type: 'scatter',
    mode: 'markers',
    name: each.name,
    x: each.x,
    y: each.y,
    hoverinfo: 'skip',
    marker: { color: color(each.color), symbol: each.symbol ?? 'circle', size: 9 }
  }))
]

/** @param reading x of the reading cursor; null when nobody reads */
export const shapesOf = (spec: PlotSpec, color: Color, reading: number | null): object[] => [
  ...(spec.bands ?? []).map((band) => ({
    type: 'rect',
    xref: 'x',
    yref: 'paper',
    x0: band.from,
    x1: band.to,
    y0: 0,
    y1: 1,
    line: { width: 0 },
    fillcolor: color(band.color),
    opacity: 0.1,
    layer: 'below'
  })),
  ...(spec.rules ?? []).map((rule) => ({
    type: 'line',
    xref: rule.across ? 'paper' : 'x',
    yref: rule.across ? 'y' : 'paper',
    x0: rule.across ? 0 : rule.at,
    x1: rule.across ? 1 : rule.at,
    y0: rule.across ? rule.at : 0,
    y1: rule.across ? rule.at : 1,
    line: { color: color(rule.across ? '--accent' : '--muted'), width: 1.5, dash: 'dot' }
  })),
  ...(reading === null
    ? []
    : [
        {
          type: 'line',
          xref: 'x',
          yref: 'paper',
          x0: reading,
          x1: reading,
          y0: 0,
          y1: 1,
          line: { color: color('--bright'), width: 1.5 }
        }
      ])
]

/** @param narrow every other tick is named, so that they do not run into each other */
export function layoutOf(
  spec: PlotSpec,
  color: Color,
  reading: number | null,
  narrow: boolean
): object {
  const axis = {
    color: color('--muted'),
    gridcolor: color('--line'),
    zeroline: false,
    linecolor: color('--rule'),
    fixedrange: true,
    ticks: 'outside',
    tickcolor: color('--rule')
  }
  const note = (x: number, y: number, text: string, anchors: object): object => ({
    x,
    y,
    text,
    showarrow: false,
    font: { size: 12, color: color('--muted') },
    ...anchors
  })
  const onY = (value: number): number => (spec.yLog ? Math.log10(value) : value)
  return {
    autosize: true,
    margin: { l: 52, r: 14, t: 8, b: 44 },
    paper_bgcolor: 'rgba(0,0,0,0)',
    plot_bgcolor: color('--well'),
    showlegend: true,
    hovermode: false,
    dragmode: false,
    legend: {
      orientation: 'h',
      x: 0,
      y: 1.02,
      yanchor: 'bottom',
      font: { color: color('--text'), size: 12.5 },
      bgcolor: 'rgba(0,0,0,0)'
    },
    font: {
      family: 'IBM Plex Sans Condensed, Arial Narrow, sans-serif',
      size: 12.5,
      color: color('--text')
    },
    xaxis: {
      ...axis,
      title: { text: spec.xTitle, standoff: 6 },
      tickvals: spec.ticks.map((tick) => tick.at),
      ticktext: spec.ticks.map((tick, i) => (narrow && i % 2 === 1 ? '' : tick.label)),
      tickangle: 0,
      range: [spec.x[0], spec.x.at(-1)]
    },
    yaxis: {
      ...axis,
      title: { text: spec.yTitle, standoff: 4 },
      type: spec.yLog ? 'log' : 'linear',
      range: spec.yRange.map(onY),
      ...(spec.yTicks && {
        tickvals: spec.yTicks.map((tick) => tick.at),
        ticktext: spec.yTicks.map((tick) => tick.label)
      })
    },
    shapes: shapesOf(spec, color, reading),
    annotations: [
      ...(spec.bands ?? []).map((band) =>
        note((band.from + band.to) / 2, 0.01, band.label, {
          xref: 'x',
          yref: 'paper',
          yanchor: 'bottom'
        })
      ),
      ...(spec.rules ?? []).map((rule) =>
        rule.across
          ? note(1, onY(rule.at), rule.label, {
              xref: 'paper',
              yref: 'y',
              xanchor: 'right',
              yanchor: 'bottom'
            })
          : note(rule.at, 1, rule.label, {
              xref: 'x',
              yref: 'paper',
              xanchor: 'left',
              yanchor: 'top',
              textangle: 0
            })
      )
    ]
  }
}
