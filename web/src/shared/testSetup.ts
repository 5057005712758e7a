// jsdom has neither; Vuetify's components ask for both when they are mounted.
class NoResize {
  observe(): void {
    /* sizes do not change in jsdom */
  }
  unobserve(): void {
    /* see observe */
  }
  disconnect(): void {
    /* see observe */
  }
}
globalThis.ResizeObserver = NoResize

// jsdom does not lay out, so it cannot scroll.
Element.prototype.scrollIntoView = () => undefined
