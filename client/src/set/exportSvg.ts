/** A drawing as a file that stands alone: the styles it is seen with are written into it. */
const KEEP = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-opacity',
  'stroke-dasharray',
  'stop-color',
  'stop-opacity',
  'opacity',
  'font-family',
  'font-size',
  'font-weight',
  'paint-order',
  'text-decoration',
  'background-color'
]

export function svgText(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement
  const from = [svg, ...svg.querySelectorAll<SVGElement>('*')]
  const to = [copy, ...copy.querySelectorAll<SVGElement>('*')]
  from.forEach((element, i) => {
    const style = getComputedStyle(element)
    const target = to[i]!
    for (const name of KEEP) {
      const value = style.getPropertyValue(name)
      // A paint that the drawing states itself (a pattern, a gradient) stays.
      if (value && !(name === 'fill' && target.getAttribute('fill')?.startsWith('url(')))
        target.style.setProperty(name, value)
    }
    for (const name of ['class', 'tabindex', 'role']) target.removeAttribute(name)
    for (const { name } of [...target.attributes])
      if (name.startsWith('data-')) target.removeAttribute(name)
  })
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(copy)}\n`
}
