// Says whether a page has come to rest: requests that are open and short timers that are yet to run.
;(() => {
  const open = new Set()
  const timers = new Map()
  const later = window.setTimeout.bind(window)
  const begun = () => {
    const request = { at: Date.now() }
    open.add(request)
    return () => later(() => open.delete(request), 0)
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
  Object.defineProperty(window, '__still', {
    value: () => {
      const now = Date.now()
      return [
        document.readyState,
        [...open].filter((r) => now - r.at < 2000).length,
        [...timers.values()].filter((at) => at > now - 100).length,
      ]
    },
  })
})()
