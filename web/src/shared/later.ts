import { computed, reactive } from 'vue'
import type { LaterView } from './api.d'

/** Milliseconds between two looks whether an answer is there. */
const LOOKS = 400

/** What a worker is at for this page. */
const waiting = reactive(new Map<string, { view: LaterView; stop: () => void }>())

/** The longest that is waited for; null where nothing is. */
export const longestWait = computed(() => {
  const all = [...waiting.values()].sort((a, b) => b.view.seconds - a.view.seconds)
  return all[0] ? { ...all[0].view, of: all.length } : null
})

/** Gives all of it up: whoever asked is told that it was stopped. */
export function stopWaiting(): void {
  for (const each of waiting.values()) each.stop()
}

/**
 * The answer to a request that takes long: asked for until it is there.
 *
 * @param told the answer 202, which says where the answer will be
 * @param signal of the request: who does not want it any more stops the worker too
 */
export async function laterAnswer(told: Response, signal: AbortSignal): Promise<Response> {
  const address = told.headers.get('Location')
  if (address === null) return told
  let isStopped = false
  const stop = (): void => {
    if (isStopped) return
    isStopped = true
    void fetch(address, { method: 'DELETE' }).catch(() => undefined)
  }
  signal.addEventListener('abort', stop)
  let id = ''
  try {
    for (let response = told; ; response = await fetch(address)) {
      if (signal.aborted) throw new DOMException('Not wanted any more.', 'AbortError')
      if (response.status !== 202) return response
      const view = (await response.json()) as LaterView
      id = view.id
      waiting.set(id, { view, stop })
      await new Promise((then) => setTimeout(then, LOOKS))
    }
  } finally {
    waiting.delete(id)
    signal.removeEventListener('abort', stop)
  }
}
