/** The little of Plotly that is used here. */
declare module 'plotly.js-basic-dist-min' {
  interface Plotly {
    react(
      root: HTMLElement,
      data: readonly object[],
      layout: object,
      config?: object
    ): Promise<unknown>
    relayout(root: HTMLElement, update: object): Promise<unknown>
    purge(root: HTMLElement): void
  }
  const plotly: Plotly
  export default plotly
}
