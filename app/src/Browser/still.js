// Says whether a page has come to rest: requests that are open, short timers that are yet to run, and for how long nothing
// changed in it, its shadow trees and its frames. Dialogs of the browser's own are answered, as nobody is there to do it.
;(() => {
  /** When something changed last, or ended that may change something. */
  let changedAt = performance.now()
  const open = new Set()
  const timers = new Map()
  const later = window.setTimeout.bind(window)
  const begun = () => {
    const request = { at: Date.now() }
    open.add(request)
    return () =>
      later(() => {
        open.delete(request)
        changedAt = performance.now()
      }, 0)
  }
  // What was fetched is read after its answer has begun.
  for (const how of ['json', 'text', 'blob', 'arrayBuffer', 'formData']) {
    const read = Response.prototype[how]
    if (read)
      Response.prototype[how] = function (...all) {
        const ended = begun()
        const body = read.apply(this, all)
        body.then(ended, ended)
        return body
      }
  }
  const fetched = window.fetch
  if (fetched)
    window.fetch = function (...all) {
      const ended = begun()
      const answer = fetched.apply(this, all)
      answer.then(ended, ended)
      return answer
    }
  const send = XMLHttpRequest.prototype.send
  XMLHttpRequest.prototype.send = function (...all) {
    this.addEventListener('loadend', begun(), { once: true })
    return send.apply(this, all)
  }
  window.setTimeout = function (work, after = 0, ...all) {
    if (typeof work !== 'function') return later(work, after, ...all)
    const id = later(() => {
      timers.delete(id)
      changedAt = performance.now()
      work(...all)
    }, after)
    if (after <= 2000) timers.set(id, Date.now() + Number(after || 0))
    return id
  }
  const cleared = window.clearTimeout.bind(window)
  window.clearTimeout = (id) => {
    timers.delete(id)
    cleared(id)
  }
  window.alert = () => undefined
  window.confirm = () => true
  window.prompt = (_, own) => own ?? ''
  window.print = () => undefined

  // A page that is being left is not at rest; where nothing follows, as with a download, it stays.
  let leftAt = -Infinity
  addEventListener('beforeunload', (event) => {
    leftAt = performance.now()
    // A shopper who is asked whether she wants to leave does.
    event.preventDefault = () => undefined
    Object.defineProperty(event, 'returnValue', { get: () => '', set: () => undefined })
  })
  let asked = null
  Object.defineProperty(window, 'onbeforeunload', {
    get: () => asked,
    set: (work) => (asked = typeof work === 'function' ? work : null),
  })
  addEventListener('beforeunload', (event) => void asked?.call(window, event))

  const seen = new MutationObserver(() => (changedAt = performance.now()))
  const ATTRIBUTES =
    'hidden disabled value checked selected open src alt title placeholder required readonly aria-checked aria-pressed aria-selected aria-disabled aria-invalid aria-hidden aria-expanded aria-label aria-valuenow aria-valuetext role'
  const watch = (root) =>
    seen.observe(root, {
      subtree: true,
      childList: true,
      characterData: true,
      attributes: true,
      attributeFilter: ATTRIBUTES.split(' '),
    })
  watch(document)
  const attach = Element.prototype.attachShadow
  Element.prototype.attachShadow = function (...all) {
    const root = attach.apply(this, all)
    watch(root)
    return root
  }
  // What is shown or hidden by a style alone.
  let words = ''
  const read = () => {
    const now = document.body?.innerText ?? ''
    if (now !== words) {
      words = now
      changedAt = performance.now()
    }
  }
  const still = () => {
    read()
    const now = Date.now()
    const own = [
      performance.now() - leftAt < 3000 ? 'leaving' : document.readyState,
      [...open].filter((r) => now - r.at < 2000).length,
      [...timers.values()].filter((at) => at > now - 100).length,
      Math.round(performance.now() - changedAt),
    ]
    for (let i = 0; i < window.frames.length; i++) {
      try {
        const inner = window.frames[i].__still?.()
        if (inner) own.splice(1, 3, own[1] + inner[1], own[2] + inner[2], Math.min(own[3], inner[3]))
      } catch {
        // A frame of another origin keeps its own counsel.
      }
    }
    return own
  }
  Object.defineProperty(window, '__still', { value: still })
  // The same once it is at rest for so many milliseconds, both counted from now on and from the last change, or after so many
  // at the latest: asked for once, not again and again.
  Object.defineProperty(window, '__stillFor', {
    value: (quiet, most) => {
      const begun = performance.now()
      return new Promise((answer) => {
        const ask = () => {
          const own = still()
          const waited = performance.now() - begun
          const isLoaded = own[0] === 'complete' && own[1] === 0 && own[2] === 0
          const left = isLoaded ? quiet - Math.min(own[3], waited) : 10
          if ((isLoaded && left <= 0) || waited >= most) answer(own)
          else later(ask, Math.max(left, 1))
        }
        ask()
      })
    },
  })
})()
