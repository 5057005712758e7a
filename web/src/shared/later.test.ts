import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { laterAnswer, longestWait, stopWaiting } from './later'

const told = (steps: string): Response =>
  new Response(JSON.stringify({ id: 'A', state: 'working', steps, seconds: 3 }), {
    status: 202,
    headers: { Location: '/api/answers/A' },
  })

beforeEach(() => vi.useFakeTimers())
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

it('comes back for an answer until it is there, and says meanwhile how far it is', async () => {
  const answers = [told('20'), new Response('{"total":"4"}', { status: 200 })]
  const asked: string[] = []
  vi.stubGlobal('fetch', (address: string) => {
    asked.push(address)
    return Promise.resolve(answers.shift())
  })
  const later = laterAnswer(told('10'), new AbortController().signal)
  await vi.advanceTimersByTimeAsync(10)
  expect(longestWait.value).toMatchObject({ steps: '10', seconds: 3, of: 1 })
  await vi.advanceTimersByTimeAsync(400)
  expect(longestWait.value?.steps).toBe('20')
  await vi.advanceTimersByTimeAsync(400)
  expect(await (await later).json()).toEqual({ total: '4' })
  expect(asked).toEqual(['/api/answers/A', '/api/answers/A'])
  expect(longestWait.value).toBeNull()
})

it('stops the worker where nobody wants the answer any more', async () => {
  const calls: string[] = []
  vi.stubGlobal('fetch', (address: string, how?: { method: string }) => {
    calls.push((how?.method ?? 'GET') + ' ' + address)
    return Promise.resolve(told('1'))
  })
  const control = new AbortController()
  const later = laterAnswer(told('1'), control.signal).catch((e: unknown) => (e as DOMException).name)
  await vi.advanceTimersByTimeAsync(10)
  control.abort()
  await vi.advanceTimersByTimeAsync(500)
  expect(await later).toBe('AbortError')
  expect(calls).toContain('DELETE /api/answers/A')
})

it('is told that it was stopped by whoever stopped it', async () => {
  let isStopped = false
  vi.stubGlobal('fetch', (_: string, how?: { method: string }) => {
    isStopped ||= how?.method === 'DELETE'
    return Promise.resolve(isStopped ? new Response('{}', { status: 422 }) : told('1'))
  })
  const later = laterAnswer(told('1'), new AbortController().signal)
  await vi.advanceTimersByTimeAsync(10)
  stopWaiting()
  await vi.advanceTimersByTimeAsync(500)
  expect((await later).status).toBe(422)
})
